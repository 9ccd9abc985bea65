import { MOST_POINTS, type ReadSweep, type SweepPoint } from './sweep';

/** A complex number: its real and imaginary parts. */
export type Complex = readonly [number, number];

/** Scattering parameters of a network over frequency: `s[i][j]` is what comes out of port i+1 for a wave into port j+1. */
export interface Scattering {
  ports: number;
  points: { mhz: number; s: Complex[][] }[];
}
/** What a Touchstone file holds, or the sentence that says what is wrong with it. */
export type ReadScattering = { ok: true; network: Scattering } | { ok: false; message: string };

/**
 * Which ports are which: the ends one after the other (1 and 2 near, 3 and 4 far), or by turns (1 and 3 near, 2 and 4
 * far). Both are about; a file does not say.
 */
export const PORT_ORDERS = ['ends', 'turns'] as const;
/** Which ports are which. */
export type PortOrder = (typeof PORT_ORDERS)[number];

const UNITS: Record<string, number> = { HZ: 1e-6, KHZ: 1e-3, MHZ: 1, GHZ: 1e3 };
const FORMATS = ['MA', 'DB', 'RI'] as const;
type Format = (typeof FORMATS)[number];

/** A value as the file writes it: magnitude and degrees, decibels and degrees, or its two parts. */
function complexOf(format: Format, a: number, b: number): Complex {
  if (format === 'RI') return [a, b];
  const size = format === 'DB' ? 10 ** (a / 20) : a;
  return [size * Math.cos((b * Math.PI) / 180), size * Math.sin((b * Math.PI) / 180)];
}

/**
 * Reads a Touchstone file, version 1, of four or eight ports: `.s4p` and `.s8p` (the format from memory). Ports are
 * told by the file's name, values by its option line; without one it is GHz, magnitude and degrees.
 */
export function readTouchstone(text: string, name: string): ReadScattering {
  const no = (message: string): ReadScattering => ({ ok: false, message });
  const ports = Number(/\.s(\d+)p$/i.exec(name.trim())?.[1] ?? 0);
  if (ports !== 4 && ports !== 8)
    return no(ports ? `A .s${ports}p has ${ports} ports: one pair has four (.s4p), two pairs have eight (.s8p).` : 'Its name does not end in .s4p or .s8p: that is how the number of ports is told.'); // prettier-ignore
  let unit = UNITS['GHZ']!;
  let format: Format = 'MA';
  let optioned = false;
  const numbers: number[] = [];
  for (const [i, line] of text.split(/\r\n|\r|\n/).entries()) {
    const bare = line.split('!')[0]!.trim();
    if (!bare) continue;
    if (bare.startsWith('[')) return no('This is Touchstone version 2: save it as version 1.');
    if (bare.startsWith('#')) {
      if (optioned) continue;
      optioned = true;
      const words = bare.slice(1).toUpperCase().split(/\s+/).filter(Boolean);
      unit = words.map((w) => UNITS[w]).find((u) => u !== undefined) ?? unit;
      format = FORMATS.find((f) => words.includes(f)) ?? format;
      const other = ['Y', 'Z', 'G', 'H'].find((p) => words.includes(p));
      if (other) return no(`It holds ${other} parameters: save it with S parameters.`);
      continue;
    }
    for (const word of bare.split(/\s+/)) {
      const value = Number(word);
      if (!Number.isFinite(value)) return no(`Line ${i + 1}: “${word.slice(0, 20)}” is not a number.`);
      numbers.push(value);
    }
  }
  const each = 1 + 2 * ports * ports;
  if (!numbers.length) return no('There is no frequency in it.');
  if (numbers.length % each)
    return no(`It ends in the middle of a frequency: ${numbers.length % each} of ${each} values, or it has not ${ports} ports.`); // prettier-ignore
  const points: Scattering['points'] = [];
  for (let at = 0; at < numbers.length; at += each) {
    const mhz = numbers[at]! * unit;
    const before = points.at(-1)?.mhz ?? 0;
    if (!(mhz > before) || mhz > 10_000)
      return no(`Frequency ${points.length + 1} is ${mhz} MHz after ${before}: they have to rise, or it has not ${ports} ports.`); // prettier-ignore
    const s = Array.from({ length: ports }, (_, i) =>
      Array.from({ length: ports }, (_, j) => {
        const k = at + 1 + 2 * (i * ports + j);
        return complexOf(format, numbers[k]!, numbers[k + 1]!);
      }),
    );
    points.push({ mhz, s });
  }
  return { ok: true, network: { ports, points } };
}

/** One differential port: the two terminals of a pair at one end, counted from 0. */
export type DifferentialPort = readonly [number, number];

/** Pairs of terminals by an order of ports: near and far end of each cable pair. */
export function differentialPorts(
  ports: number,
  order: PortOrder,
): { near: DifferentialPort; far: DifferentialPort }[] {
  const pairs = ports / 4;
  return Array.from({ length: pairs }, (_, p) =>
    order === 'ends'
      ? { near: [2 * p, 2 * p + 1] as const, far: [2 * (pairs + p), 2 * (pairs + p) + 1] as const }
      : { near: [4 * p, 4 * p + 2] as const, far: [4 * p + 1, 4 * p + 3] as const },
  );
}

/**
 * The differential part of a network: what comes out of one differential port for a differential wave into another,
 * half the sum over terminals with their signs. Mixed-mode scattering parameters, from memory.
 */
export function differential(
  s: readonly (readonly Complex[])[],
  out: DifferentialPort,
  into: DifferentialPort,
): Complex {
  const [a, b] = out;
  const [c, d] = into;
  const part = (k: 0 | 1) => (s[a]![c]![k] - s[a]![d]![k] - s[b]![c]![k] + s[b]![d]![k]) / 2;
  return [part(0), part(1)];
}

/** How much is lost, in decibels; nothing that came through is as good as the most that is ever measured. */
const lossDb = ([re, im]: Complex): number => Math.min(200, -10 * Math.log10(re ** 2 + im ** 2 || 1e-20));

/** Cable pairs that may be measured, by their contacts. */
export const CABLE_PAIRS = ['12', '36', '45', '78'] as const;

/**
 * A network as a sweep: insertion loss and return loss of each pair from both ends, and of two pairs their crosstalk
 * near and far. `pairs` says which cable pairs were measured. Far-end crosstalk counts against the insertion loss of the
 * pair it is heard on (ISO/IEC 11801, from memory); the worse of both directions stands.
 */
export function sweepOfNetwork(network: Scattering, order: PortOrder, pairs: readonly string[]): ReadSweep {
  const ports = differentialPorts(network.ports, order);
  if (pairs.length !== ports.length || new Set(pairs).size < pairs.length)
    return { ok: false, message: ports.length === 1 ? 'Say which pair it is.' : 'Say which two pairs they are: two different ones.' }; // prettier-ignore
  const points: SweepPoint[] = [];
  for (const { mhz, s } of network.points) {
    const put = (name: string, parameter: SweepPoint['parameter'], far: boolean, db: number) =>
      void points.push({ pairs: name, parameter, far, mhz, db: Math.max(0, db) });
    const through = ports.map((p) => lossDb(differential(s, p.far, p.near)));
    for (const [i, p] of ports.entries()) {
      put(pairs[i]!, 'IL', false, through[i]!);
      put(pairs[i]!, 'RL', false, lossDb(differential(s, p.near, p.near)));
      put(pairs[i]!, 'RL', true, lossDb(differential(s, p.far, p.far)));
    }
    const [a, b] = ports;
    if (!a || !b) continue;
    const both = `${pairs[0]}-${pairs[1]}`;
    put(both, 'NEXT', false, lossDb(differential(s, a.near, b.near)));
    put(both, 'NEXT', true, lossDb(differential(s, a.far, b.far)));
    put(both, 'ACRF', false, Math.min(lossDb(differential(s, b.far, a.near)) - through[1]!, lossDb(differential(s, a.far, b.near)) - through[0]!)); // prettier-ignore
  }
  return points.length > MOST_POINTS
    ? { ok: false, message: `There are ${points.length} points; at most ${MOST_POINTS} are read.` }
    : { ok: true, points };
}
