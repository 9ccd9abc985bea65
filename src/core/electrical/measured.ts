import type { Configuration } from '../model/tester-result';
import type { ContactPair } from '../wiring/conductors';
import { delayOfLength, TYPICAL_NVP } from './length';
import { LENGTH_TOLERANCE, LINK_LIMITS } from './limits';
import { COPPER_PER_KELVIN, loopOhms, mostUnbalanceOhms } from './resistance';

/** Values a tester or a meter gave of a link; pairs by their contacts. */
export interface Electrical {
  /** One-way delay of each pair, nanoseconds. */
  delayNs?: Partial<Record<ContactPair, number>> | undefined;
  /** Resistance of each pair's loop, far end joined, ohms. */
  loopOhms?: Partial<Record<ContactPair, number>> | undefined;
  /** Difference of the two conductors of each pair, ohms. */
  unbalanceOhms?: Partial<Record<ContactPair, number>> | undefined;
  /** Between the slowest and the fastest pair, as the tester gave it, nanoseconds. */
  skewNs?: number | undefined;
  /** Temperature of the cable, degrees Celsius. */
  celsius?: number | undefined;
}

/** What is known of the link that was measured. */
export interface MeasuredCable {
  gauge: number;
  configuration: Configuration;
  /** As the same tester measured it. */
  lengthMetres?: number | undefined;
  /** As the drawing has it: never held against a value, only pointed out. */
  plannedMetres?: number | undefined;
  nvp?: number | undefined;
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
  /** `star`: over the limit by no more than the measuring may err. `suspect`: under its limit, and yet not sound. */
  grade: 'good' | 'star' | 'suspect' | 'over';
  text: string;
}

/** How far above its siblings a pair's loop has to lie before one of its contacts is suspected. Our judgement. */
export const UNLIKE_SIBLINGS = { share: 0.07, ohms: 0.3 } as const;
/** How far above what the copper gives all pairs have to lie before the cable itself is suspected. Our judgement. */
export const UNLIKE_COPPER = { share: 0.25, ohms: 0.4 } as const;

const round = (n: number) => Math.round(n * 100) / 100;
const pairName = (pair: string) => `${pair[0]}-${pair[1]}`;
const median = (list: readonly number[]): number => {
  const s = [...list].sort((a, b) => a - b);
  const mid = s.length >> 1;
  return s.length % 2 ? s[mid]! : (s[mid - 1]! + s[mid]!) / 2;
};

/** A value beside its limit; `suspect` says why it is not sound though it is under it. */
function finding(
  what: string,
  value: number,
  unit: Finding['unit'],
  limit: number,
  expected: number | null = null,
  suspect = '',
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
      : suspect || `${what} ${round(value)} ${unit}, limit ${round(limit)} ${unit}.`,
  };
}

/**
 * Holds a measured length against its limit, with the share that the velocity it is reckoned by may be off.
 *
 * @example
 * judgeLength(95, 'permanent-link').grade // 'star': over 90 m, under 99 m
 */
export function judgeLength(metres: number, configuration: Configuration): Finding {
  const limit = LINK_LIMITS[configuration].metres;
  const found = finding('Length', metres, 'm', limit);
  return found.grade === 'over' && metres <= limit * (1 + LENGTH_TOLERANCE)
    ? {
        ...found,
        grade: 'star',
        text: `Length ${round(metres)} m is over ${limit} m by less than the measuring may err.`,
      }
    : found;
}

/** Judges everything that was measured beside the length; the worst first. */
export function judgeElectrical(e: Electrical, cable: MeasuredCable): Finding[] {
  const limits = LINK_LIMITS[cable.configuration];
  const warmth = 1 + COPPER_PER_KELVIN * ((e.celsius ?? 20) - 20);
  const out: Finding[] = [...judgeLoops(e, cable, limits.loopOhms * warmth)];
  for (const [pair, value] of Object.entries(e.unbalanceOhms ?? {})) {
    const loop = e.loopOhms?.[pair as ContactPair] ?? limits.loopOhms;
    out.push(finding(`Unbalance ${pairName(pair)}`, value, 'Ω', mostUnbalanceOhms(loop)));
  }
  const delays = Object.entries(e.delayNs ?? {});
  for (const [pair, value] of delays) {
    const expected = cable.lengthMetres === undefined ? null : delayOfLength(cable.lengthMetres, cable.nvp ?? TYPICAL_NVP); // prettier-ignore
    out.push(finding(`Delay ${pairName(pair)}`, value, 'ns', limits.delayNs, expected));
  }
  const ns = delays.map(([, v]) => v);
  const skew = e.skewNs ?? (ns.length > 1 ? Math.max(...ns) - Math.min(...ns) : undefined);
  if (skew !== undefined) out.push(finding('Skew', skew, 'ns', limits.skewNs));
  const rank = { over: 0, suspect: 1, star: 2, good: 3 };
  return out.sort((a, b) => rank[a.grade] - rank[b.grade]);
}

/**
 * Loops against the limit, then each pair against its siblings, then all of them against their copper: a bad contact
 * is one pair high, copper-clad aluminium or a wrong gauge are all four.
 */
function judgeLoops(e: Electrical, cable: MeasuredCable, limit: number): Finding[] {
  const loops = Object.entries(e.loopOhms ?? {}) as [ContactPair, number][];
  const metres = cable.lengthMetres;
  const expected = metres === undefined ? null : loopOhms(cable.gauge, metres, e.celsius ?? 20);
  const middle = loops.length ? median(loops.map(([, v]) => v)) : 0;
  const allHigh = expected !== null && middle > expected * (1 + UNLIKE_COPPER.share) + UNLIKE_COPPER.ohms;
  const longer = longerThanPlanned(middle, loops.length, cable, e.celsius ?? 20);
  return loops.map(([pair, value]) => {
    const what = `Loop ${pairName(pair)}`;
    const others = loops.filter(([p]) => p !== pair).map(([, v]) => v);
    const usual = others.length >= 2 ? median(others) : null;
    let suspect = '';
    if (usual !== null && value > usual * (1 + UNLIKE_SIBLINGS.share) + UNLIKE_SIBLINGS.ohms)
      suspect = `${what} is ${round(value)} Ω where the other pairs have ${round(usual)} Ω: a contact of this pair is bad, though it is under the limit.`;
    else if (allHigh && loops.length >= 3)
      suspect = `All loops are high: ${round(middle)} Ω where ${round(metres!)} m of ${cable.gauge} AWG copper has ${round(expected!)} Ω. Copper-clad aluminium, a thinner cable than planned, or a longer one.`;
    else if (
      usual === null &&
      expected !== null &&
      value > expected * (1 + UNLIKE_COPPER.share) + UNLIKE_COPPER.ohms
    )
      suspect = `${what} is ${round(value)} Ω where its copper has ${round(expected)} Ω: ${Math.round((value / expected - 1) * 100)} % high. Measure the other pairs: one high is a contact, all high is the cable.`;
    const found = finding(what, value, 'Ω', limit, expected, suspect);
    return longer && found.grade === 'good' ? { ...found, text: `${found.text} ${longer}` } : found;
  });
}

/** Copper that is longer than its plan is no fault: a question, where nobody measured the length. */
function longerThanPlanned(middle: number, loops: number, cable: MeasuredCable, celsius: number): string {
  const { lengthMetres, plannedMetres: planned, gauge } = cable;
  if (lengthMetres !== undefined || planned === undefined || loops < 3) return '';
  const perMetre = loopOhms(gauge, 100, celsius) / 100;
  const metres = middle / perMetre;
  return metres > planned * (1 + UNLIKE_COPPER.share) + UNLIKE_COPPER.ohms / perMetre
    ? `That is the copper of ${Math.round(metres)} m, where ${planned} m were planned: is it longer?`
    : '';
}
