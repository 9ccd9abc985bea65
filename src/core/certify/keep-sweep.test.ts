import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sweptWords } from '../log/entry-words';
import { foldLink } from '../log/state';
import type { Entry } from '../model/entry';
import { sweptSchema, type Swept } from '../model/swept';
import { sweptStatus } from '../model/swept-status';
import { knownOfLink } from './known-of-link';
import { pointsOf, sweptOf, thinned } from './keep-sweep';
import { limitAt, PARAMETERS, type Parameter } from './limits';
import type { SweepPoint } from './sweep';

const words = (s: Swept) => sweptWords(sweptStatus(s));
const PAIRS = ['12', '36', '45', '78'];
const BOTH = PAIRS.flatMap((a, i) => PAIRS.slice(i + 1).map((b) => `${a}-${b}`));
/** A whole sweep that keeps `spare` dB to every limit of category 6, but for one value. */
function sweep(spare: number, bad?: { parameter: Parameter; far: boolean }): SweepPoint[] {
  const out: SweepPoint[] = [];
  for (const parameter of PARAMETERS)
    for (const pairs of parameter === 'NEXT' || parameter === 'ACRF' ? BOTH : PAIRS)
      for (const far of [false, true])
        for (let mhz = 1; mhz <= 250; mhz += 1) {
          const limit = limitAt('6', 'permanent-link', parameter, mhz)!;
          const off = bad && bad.parameter === parameter && bad.far === far && pairs === (pairs.length > 2 ? '36-45' : '36') && mhz === 100 ? -2 : spare; // prettier-ignore
          out.push({ pairs, parameter, far, mhz, db: parameter === 'IL' ? limit - off : limit + off });
        }
  return out;
}

describe('a sweep beside its link', () => {
  it('keeps what it came to, and fits its schema thinned', () => {
    const kept = sweptOf(sweep(3), '6', 'permanent-link', 'head', 'k1-01.csv');
    expect(sweptSchema.safeParse(kept).success).toBe(true);
    expect([kept.whole, kept.pass, kept.worst[0]!.margin]).toEqual([true, true, 3]);
    expect(words(kept)).toBe('sweep against category 6, permanent link: within every limit, 3.0 dB to spare');
    expect(JSON.stringify(kept).length).toBeLessThan(60_000);
    expect(pointsOf(kept).length).toBeGreaterThan(1000);
  });
  it('points at the end a near value lies at: the tail where it was measured from the head’s far side', () => {
    const of = (far: boolean, near: 'head' | 'tail') => words(sweptOf(sweep(3, { parameter: 'NEXT', far }), '6', 'permanent-link', near, 'x')); // prettier-ignore
    expect(of(false, 'head')).toContain(
      'NEXT of 36-45 misses its limit by 2.0 dB at 100.0 MHz: the connector of the head, 99 % likely',
    );
    expect(of(true, 'head')).toContain('connector of the tail');
    expect(of(true, 'tail')).toContain('connector of the head');
    expect(words(sweptOf(sweep(3, { parameter: 'IL', far: false }), '6', 'permanent-link', 'head', 'x'))).not.toContain('connector'); // prettier-ignore
  });
  it('says no verdict of half a sweep', () => {
    const half = sweptOf(sweep(3).filter((p) => p.mhz < 100), '6', 'permanent-link', 'head', 'x'); // prettier-ignore
    expect([half.whole, half.pass]).toEqual([false, false]);
    expect(words(half)).toContain('no verdict');
  });
  it('thins a line without losing its least and its greatest (property)', () => {
    const line = fc.array(fc.tuple(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 0, max: 90 })), { minLength: 1, maxLength: 600 }); // prettier-ignore
    fc.assert(
      fc.property(line, (points) => {
        const thin = thinned(points);
        expect(thin.length).toBeLessThanOrEqual(80);
        const values = (list: readonly (readonly [number, number])[]) => list.map((p) => p[1]);
        expect(Math.min(...values(thin))).toBe(Math.min(...values(points)));
        expect(Math.max(...values(thin))).toBe(Math.max(...values(points)));
      }),
    );
  });
  it('proves nothing, and is gone once an end is done again', () => {
    const link = { id: 'x', label: 'x', head: { connector: 'patch-panel' }, tail: { connector: 'punch-down-jack' }, ordered: 'straight', shielded: false, cable: '' } as never; // prettier-ignore
    const terms = { policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' }, parts: [] } as never; // prettier-ignore
    let n = 0;
    const e = (kind: string, data: object, end?: string) => ({ id: `00000000-0000-4000-8000-00000000000${++n}`, job: 'j', link: 'x', ...(end ? { end } : {}), at: `2026-11-20T10:00:0${n}Z`, by: 'bo', kind, data }) as unknown as Entry; // prettier-ignore
    const kept = sweptOf(sweep(3), '6', 'permanent-link', 'head', 'x');
    const log = [e('seated', { connector: 'patch-panel', scheme: 'T568B' }, 'head'), e('swept', kept)];
    const status = foldLink(link, terms, log);
    expect([status.head.state, status.swept?.pass]).toEqual(['seated', true]);
    expect(foldLink(link, terms, [...log, e('redone', { action: 'redo' }, 'head')]).swept).toBeUndefined();
  });
  it('is what is known of a link: its lowest part, the length measured, and what stands proven', () => {
    const link = { id: 'x', label: 'x', head: { connector: 'patch-panel' }, tail: { connector: 'core-and-cap' }, ordered: 'straight', shielded: false, cable: 'Cat 6A F/UTP', lengthMetres: 40 } as never; // prettier-ignore
    const terms = { policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' }, parts: [] } as never; // prettier-ignore
    let n = 0;
    const e = (kind: string, data: object, end?: string) => ({ id: `00000000-0000-4000-8000-00000000000${++n}`, job: 'j', link: 'x', ...(end ? { end } : {}), at: `2026-11-20T10:00:0${n}Z`, by: 'bo', kind, data }) as unknown as Entry; // prettier-ignore
    const read = e('reading', { reading: { from: 'head', evidence: 'wiremap', walk: '12345678', splits: [], lengthMetres: 38.5 }, leadsProvenAt: '2026-11-20T09:00:00Z' }); // prettier-ignore
    const known = (log: Entry[]) => knownOfLink(link, foldLink(link, terms, log), []);
    // A generic panel port is of category 6: no better than that, whatever the cable is.
    expect(known([])).toMatchObject({ category: '6', gauge: 23, metres: 40, metresFrom: 'planned', shown: { evidence: null, splits: false } }); // prettier-ignore
    expect(known([read])).toMatchObject({ metres: 38.5, metresFrom: 'measured', shown: { evidence: 'wiremap', splits: true } }); // prettier-ignore
    expect(known([read, e('redone', { action: 'redo', connector: 'patch-panel', scheme: 'T568B' }, 'head')]).shown.evidence).toBeNull(); // prettier-ignore
    // Refused by eye since, it is proven no more, whatever it read before.
    expect(known([read, e('rejected', { reason: 'looks crushed' }, 'tail')]).shown.evidence).toBeNull();
    const failing = e('swept', sweptOf(sweep(3, { parameter: 'NEXT', far: false }), '6', 'permanent-link', 'head', 'x')); // prettier-ignore
    expect(known([read, failing]).shown.held).toEqual({ category: '6', pass: false });
  });
});
