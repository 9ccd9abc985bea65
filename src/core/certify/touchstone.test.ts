import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  differential,
  differentialPorts,
  readTouchstone,
  sweepOfNetwork,
  type Complex,
  type Scattering,
} from './touchstone';

/** A network without anything in it, and what goes through put in by ports counted from 1. */
const network = (ports: number, through: readonly [number, number, number][], mhz = 100): Scattering => {
  const s: Complex[][] = Array.from({ length: ports }, () =>
    Array.from({ length: ports }, () => [0, 0] as const),
  );
  for (const [i, j, size] of through) s[i - 1]![j - 1] = s[j - 1]![i - 1] = [size, 0];
  return { ports, points: [{ mhz, s }] };
};
const db = (n: Scattering, order: 'ends' | 'turns', pairs: string[]) => {
  const read = sweepOfNetwork(n, order, pairs);
  if (!read.ok) throw new Error(read.message);
  return Object.fromEntries(read.points.map((p) => [`${p.parameter}${p.far ? '@far' : ''} ${p.pairs}`, Math.round(p.db * 100) / 100])); // prettier-ignore
};
/** The text of a network as magnitudes and degrees. */
const text = (n: Scattering, option = '# MHz S MA R 50') =>
  [option, ...n.points.map((p) => [p.mhz, ...p.s.flat().flatMap(([re, im]) => [Math.hypot(re, im), (Math.atan2(im, re) * 180) / Math.PI])].join(' '))].join('\n'); // prettier-ignore

describe('networks worked out by hand', () => {
  it('an ideal line loses nothing, and nothing comes back', () => {
    expect(db(network(4, [[1, 3, 1], [2, 4, 1]]), 'ends', ['36'])).toEqual({ 'IL 36': 0, 'RL 36': 200, 'RL@far 36': 200 }); // prettier-ignore
    expect(db(network(4, [[1, 2, 1], [3, 4, 1]]), 'turns', ['36'])).toMatchObject({ 'IL 36': 0 }); // prettier-ignore
  });
  it('an ideal 3 dB pad in each wire is 3.01 dB, whichever way its ports are counted', () => {
    const half = Math.SQRT1_2;
    expect(db(network(4, [[1, 3, half], [2, 4, half]]), 'ends', ['36'])['IL 36']).toBe(3.01); // prettier-ignore
    expect(db(network(4, [[1, 2, half], [3, 4, half]]), 'turns', ['36'])['IL 36']).toBe(3.01); // prettier-ignore
    // Counted the wrong way nothing comes through: which is asked, and not guessed.
    expect(db(network(4, [[1, 2, half], [3, 4, half]]), 'ends', ['36'])['IL 36']).toBe(200); // prettier-ignore
  });
  it('two pairs hear one another: half of what one wire hears of one other', () => {
    // Near: wire 1 of the first pair into wire 3 of the second, 0.02: differential 0.01, 40 dB.
    const n = network(8, [[1, 5, 0.5], [2, 6, 0.5], [3, 7, 0.5], [4, 8, 0.5], [1, 3, 0.02], [1, 7, 0.002]]); // prettier-ignore
    const got = db(n, 'ends', ['36', '45']);
    expect(got['NEXT 36-45']).toBe(40);
    expect(got['NEXT@far 36-45']).toBe(200);
    // Far: 0.002 / 2 = 0.001, 60 dB; against 6.02 dB of the pair it is heard on, 53.98.
    expect(got['ACRF 36-45']).toBe(53.98);
    expect(got['IL 45']).toBe(6.02);
  });
  it('a common wave is no differential one (property)', () => {
    fc.assert(
      fc.property(fc.double({ min: -1, max: 1, noNaN: true }), (x) => {
        const s: Complex[][] = Array.from({ length: 4 }, () =>
          Array.from({ length: 4 }, () => [x, 0] as const),
        );
        const [p] = differentialPorts(4, 'ends');
        expect(Math.hypot(...differential(s, p!.near, p!.far))).toBeLessThan(1e-12);
      }),
    );
  });
});

describe('a file', () => {
  const n = network(4, [[1, 3, 0.5], [2, 4, 0.5]]); // prettier-ignore
  it('is read in magnitudes, decibels or parts, in any unit of frequency, over several lines', () => {
    const all = [
      text(n),
      text(n).replace('# MHz', '# Hz').replace(/^100 /m, '100e6 '),
      text(n, '!a remark\n# GHZ S MA R 50 ! options').replace(/^100 /m, '0.1 '),
      `# MHz S DB R 50\n100 ${n.points[0]!.s.flat().map(([re]) => `${re ? 20 * Math.log10(re) : -400} 0`).join('\n')}`,
      `# MHz S RI R 50\n100 ${n.points[0]!.s.flat().map(([re, im]) => `${re} ${im}`).join(' ')}`,
    ]; // prettier-ignore
    for (const file of all) {
      const read = readTouchstone(file, 'pair 36.S4P');
      if (!read.ok) throw new Error(read.message);
      expect(read.network.points[0]!.mhz).toBeCloseTo(100, 9);
      expect(db(read.network, 'ends', ['36'])['IL 36']).toBe(6.02);
    }
  });
  it.each([
    ['x.s2p', text(n), 'one pair has four'],
    ['x.txt', text(n), 'does not end in .s4p'],
    ['x.s8p', text(n), 'ends in the middle of a frequency'],
    ['x.s4p', text(n).slice(0, -8), 'ends in the middle'],
    ['x.s4p', '# MHz S MA R 50', 'no frequency'],
    ['x.s4p', text(n).replace('S MA', 'Z MA'), 'Z parameters'],
    ['x.s4p', `[Version] 2.0\n${text(n)}`, 'version 2'],
    ['x.s4p', text(n).replace('100 ', 'hundred '), 'is not a number'],
    ['x.s4p', `${text(n)}\n${text(n).split('\n')[1]}`, 'they have to rise'],
  ])('that cannot be read says why: %s %#', (name, file, says) => {
    expect(readTouchstone(file, name)).toMatchObject({ ok: false, message: expect.stringContaining(says) as string }); // prettier-ignore
  });
  it('says which pairs it is of only once that was told', () => {
    expect(sweepOfNetwork(n, 'ends', [])).toMatchObject({ ok: false });
    expect(sweepOfNetwork(network(8, []), 'ends', ['36', '36'])).toMatchObject({ ok: false });
  });
});
