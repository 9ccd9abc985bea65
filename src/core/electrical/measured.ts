import type { ContactPair } from '../wiring/conductors';
import { delayOfLength, LONGEST, mostDelayPer100m, MOST_SKEW, TYPICAL_NVP } from './length';
import { loopOhms, mostLoopOhms, mostUnbalanceOhms } from './resistance';

/** Values a tester or a meter gave of a link; pairs by their contacts. */
export interface Electrical {
  /** One-way delay of each pair, nanoseconds. */
  delayNs?: Partial<Record<ContactPair, number>> | undefined;
  /** Resistance of each pair's loop, far end joined, ohms. */
  loopOhms?: Partial<Record<ContactPair, number>> | undefined;
  /** Difference of the two conductors of each pair, ohms. */
  unbalanceOhms?: Partial<Record<ContactPair, number>> | undefined;
  /** Temperature of the cable, degrees Celsius. */
  celsius?: number | undefined;
}

/** What is known of the cable that was measured. */
export interface MeasuredCable {
  gauge: number;
  lengthMetres?: number | undefined;
  nvp?: number | undefined;
  /** Whether cords are in it. */
  channel?: boolean | undefined;
}

/** One value held against its limit and against what this cable at this length should give. */
export interface Finding {
  what: string;
  value: number;
  unit: 'm' | 'ns' | 'Ω';
  limit: number;
  expected: number | null;
  /** Room left to the limit, as a share of it; negative beyond it. */
  margin: number;
  grade: 'good' | 'suspect' | 'over';
  text: string;
}

/** How far above what the copper gives a loop has to lie before a contact is suspected. Our judgement. */
export const SUSPECT = { share: 0.25, ohms: 0.4 } as const;

const round = (n: number) => Math.round(n * 100) / 100;
const pairName = (pair: string) => `${pair[0]}-${pair[1]}`;

function finding(
  what: string,
  value: number,
  unit: Finding['unit'],
  limit: number,
  expected: number | null,
  suspect: string | null,
): Finding {
  const over = value > limit;
  return {
    what,
    value,
    unit,
    limit,
    expected,
    margin: (limit - value) / limit,
    grade: over ? 'over' : suspect ? 'suspect' : 'good',
    text: over
      ? `${what} ${round(value)} ${unit} is over the limit of ${round(limit)} ${unit}.`
      : (suspect ?? `${what} ${round(value)} ${unit}, limit ${round(limit)} ${unit}.`),
  };
}

/** Judges everything that was measured; the worst first. */
export function judgeElectrical(e: Electrical, cable: MeasuredCable): Finding[] {
  const out: Finding[] = [];
  const metres = cable.lengthMetres;
  const celsius = e.celsius ?? 20;
  if (metres !== undefined)
    out.push(finding('Length', metres, 'm', cable.channel ? LONGEST.channel : LONGEST.link, null, null));
  for (const [pair, value] of Object.entries(e.loopOhms ?? {})) {
    const what = `Loop ${pairName(pair)}`;
    if (metres === undefined) {
      out.push(finding(what, value, 'Ω', mostLoopOhms(LONGEST.channel, celsius), null, null));
      continue;
    }
    const expected = loopOhms(cable.gauge, metres, celsius);
    const high = value > expected * (1 + SUSPECT.share) + SUSPECT.ohms;
    out.push(
      finding(
        what,
        value,
        'Ω',
        Math.max(mostLoopOhms(metres, celsius), expected),
        expected,
        high
          ? `${what} is ${round(value)} Ω where ${round(expected)} Ω of copper lie: ${Math.round((value / expected - 1) * 100)} % high. A contact of this pair is bad, though it is under the limit.`
          : null,
      ),
    );
  }
  for (const [pair, value] of Object.entries(e.unbalanceOhms ?? {})) {
    const loop = e.loopOhms?.[pair as ContactPair] ?? loopOhms(cable.gauge, metres ?? 0, celsius);
    out.push(finding(`Unbalance ${pairName(pair)}`, value, 'Ω', mostUnbalanceOhms(loop), null, null));
  }
  const delays = Object.entries(e.delayNs ?? {});
  for (const [pair, value] of delays) {
    const expected = metres === undefined ? null : delayOfLength(metres, cable.nvp ?? TYPICAL_NVP);
    out.push(
      finding(
        `Delay ${pairName(pair)}`,
        value,
        'ns',
        (mostDelayPer100m(1) * (metres ?? LONGEST.channel)) / 100,
        expected,
        null,
      ),
    );
  }
  if (delays.length > 1) {
    const ns = delays.map(([, v]) => v);
    const limit = cable.channel ? MOST_SKEW.channel : MOST_SKEW.cable100m;
    out.push(finding('Skew', Math.max(...ns) - Math.min(...ns), 'ns', limit, null, null));
  }
  const rank = { over: 0, suspect: 1, good: 2 };
  return out.sort((a, b) => rank[a.grade] - rank[b.grade]);
}
