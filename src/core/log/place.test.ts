import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Entry } from '../model/entry';
import type { Link, Policy } from '../model/job';
import { madeId } from '../../../tests/support/made-id';
import { continues, placeAfter } from './place';
import { foldLink, type LinkStatus } from './state';

const link: Link = {
  id: 'L',
  label: 'L',
  head: { panel: 'p', port: 1, connector: 'patch-panel' },
  tail: { outlet: 'o', position: 1, connector: 'punch-down-jack' },
  ordered: 'straight',
  shielded: false,
  cable: 'Cat 6 U/UTP',
  lengthMetres: 30,
};
const terms = {
  policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' } as Policy,
  parts: [],
};
const seat = { kind: 'seated', data: { connector: 'patch-panel', scheme: 'T568B' } };
const KINDS = [
  { ...seat, end: 'head' },
  { ...seat, end: 'tail' },
  { kind: 'reading', data: { reading: { walk: '1 2 3 4 5 6 7 8', evidence: 'wiremap', splits: [] } } },
  {
    kind: 'reading',
    data: { reading: { walk: '1 2 3 - 5 6 7 8', evidence: 'wiremap', splits: [] }, blame: ['tail'] },
  },
  { kind: 'redone', end: 'tail', data: { action: 'redo', attempt: 2 } },
  { kind: 'read-back', end: 'head', data: { right: true } },
];
const MINUTES = 60_000;
const NINE = Date.UTC(2026, 4, 4, 9);
/** What was done at a time, and written down at that time or later. */
const entry = (n: number, atMs: number, more: object = {}, laterMs = 0) =>
  ({ id: madeId(n, NINE + atMs + laterMs), job: 'j', link: 'L', at: new Date(NINE + atMs).toISOString(), by: 'ines', ...KINDS[0], ...more }) as Entry; // prettier-ignore

/** A log as it arrives: two devices, one with a clock that jumps, entries out of order, some told later, some taken back. */
const arrivals = fc
  .array(
    fc.record({
      kind: fc.nat({ max: KINDS.length - 1 }),
      minute: fc.nat({ max: 40 }),
      device: fc.option(fc.constantFrom('d1', 'd2'), { nil: undefined }),
      clockErrorMs: fc.option(fc.constantFrom(-20 * MINUTES, 10 * MINUTES), { nil: undefined }),
      takesBack: fc.option(fc.nat({ max: 11 }), { nil: undefined, freq: 8 }),
      by: fc.constantFrom('ines', 'bo'),
      sorted: fc.integer({ min: 0, max: 3 }),
      laterMs: fc.constantFrom(0, 0, 30 * MINUTES),
    }),
    { minLength: 2, maxLength: 12 },
  )
  .map((made) => {
    const written = new Map<string, number>();
    const ids: string[] = [];
    return made.map(({ kind, minute, device, clockErrorMs, takesBack, by, sorted, laterMs }, n) => {
      const number = device === undefined ? undefined : (written.get(device) ?? 0) + 1;
      if (device !== undefined) written.set(device, number!);
      const atMs = (sorted ? n * 3 : minute) * MINUTES;
      const more = {
        ...KINDS[kind],
        by,
        ...(device === undefined ? {} : { device, written: number }),
        ...(clockErrorMs === undefined ? {} : { clockErrorMs }),
        ...(takesBack !== undefined && takesBack < n
          ? { kind: 'void', data: { entry: ids[takesBack], reason: 'x' } }
          : {}),
      };
      const e = entry(n, atMs, more, laterMs);
      ids.push(e.id);
      return e;
    });
  });

describe('going on from a kept state', () => {
  it('gives what the whole log gives, however it arrived', () => {
    let [wentOn, folded] = [0, 0];
    fc.assert(
      fc.property(arrivals, fc.shuffledSubarray([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]), fc.boolean(), (made, order, inTurn) => {
        const log = inTurn ? made : [...order.filter((i) => i < made.length).map((i) => made[i]!)];
        let kept: LinkStatus | undefined;
        let place = placeAfter(null, []);
        log.forEach((e, i) => {
          const whole = foldLink(link, terms, log.slice(0, i + 1));
          if (continues(place, [e])) {
            wentOn++;
            expect(foldLink(link, terms, [e], kept)).toEqual(whole);
          } else folded++;
          kept = whole;
          place = placeAfter(place, [e]);
        });
      }), // prettier-ignore
      { numRuns: 600 },
    );
    expect(wentOn).toBeGreaterThan(300);
    expect(folded).toBeGreaterThan(300);
  });
  it('does not go on with what takes back, comes earlier or at the same instant', () => {
    const place = placeAfter(null, [entry(1, MINUTES)]);
    expect(continues(place, [entry(2, 2 * MINUTES)])).toBe(true);
    expect(continues(place, [entry(2, MINUTES)])).toBe(false);
    expect(continues(place, [entry(2, 2 * MINUTES), entry(3, 0)])).toBe(false);
    expect(continues(place, [entry(2, 2 * MINUTES, { kind: 'void', data: { entry: madeId(1, NINE + MINUTES), reason: 'x' } })])).toBe(false); // prettier-ignore
  });
  it('does not go on with what its device wrote before something that is there', () => {
    const place = placeAfter(null, [entry(1, MINUTES, { device: 'd', written: 5 })]);
    expect(continues(place, [entry(2, 2 * MINUTES, { device: 'd', written: 4 })])).toBe(false);
    expect(continues(place, [entry(2, 2 * MINUTES, { device: 'd', written: 6 })])).toBe(true);
    expect(continues(place, [entry(2, 2 * MINUTES, { device: 'e', written: 1 })])).toBe(true);
  });
  it('keeps what was taken back before it came, and no more once it is there', () => {
    const gone = (of: number, n: number) => entry(n, n * MINUTES, { kind: 'void', data: { entry: madeId(of, NINE), reason: 'x' } }); // prettier-ignore
    const place = placeAfter(null, [gone(8, 2), gone(7, 1)]);
    expect(place).toEqual({
      ms: NINE + 2 * MINUTES,
      written: {},
      awaited: [madeId(7, NINE), madeId(8, NINE)],
    });
    const late = { ...entry(7, 9 * MINUTES), id: madeId(7, NINE) };
    expect(continues(place, [late])).toBe(false);
    expect(placeAfter(place, [late]).awaited).toEqual([madeId(8, NINE)]);
    expect(placeAfter(place, [entry(3, 0)])).toMatchObject({
      ms: NINE + 2 * MINUTES,
      awaited: place.awaited,
    });
  });
  it('counts what each device wrote, where it says both who it is and its number', () => {
    const of = (more: object) => entry(1, MINUTES, more);
    const place = placeAfter(null, [of({ device: 'd', written: 5 }), of({ device: 'd', written: 3 }), of({ device: 'e' }), of({ written: 9 })]); // prettier-ignore
    expect(place.written).toEqual({ d: 5 });
    expect(placeAfter(place, [of({ device: 'd', written: 7 }), of({ device: 'e', written: 2 })]).written).toEqual({ d: 7, e: 2 }); // prettier-ignore
    const next = (more: object) => continues(place, [entry(2, 2 * MINUTES, more)]);
    expect([next({}), next({ device: 'd' }), next({ written: 1 }), next({ device: 'd', written: 5 })]).toEqual([true, true, true, false]); // prettier-ignore
  });
});
