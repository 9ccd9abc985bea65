import fc from 'fast-check';
import { expect, it } from 'vitest';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import { CORRECTED_MS } from './effective';
import { heldBack } from './held-back';
import { foldLink, linkState } from './state';

/*
 * The log against what really happened: copper that is good or bad and changes with the work on it, readings that tell
 * the truth of the minute they were taken in, devices with clocks of their own, and people who write down some of it
 * hours later. However it arrives, a link whose copper is bad now is never proven.
 */
const file = jobFileSchema.parse(demo);
const link: Link = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' };
delete link.lengthMetres;
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const NINE = Date.UTC(2026, 10, 4, 9);
const MINUTE = 60_000;
const DEVICES = ['d1', 'd2', 'd3'] as const;

const happening = fc.record({
  did: fc.constantFrom('seated', 'redo', 'repunch', 'repulled', 'reading', 'reading', 'reading', 'reading'),
  end: fc.constantFrom<End>('head', 'tail'),
  good: fc.constantFrom(true, true, false),
  device: fc.constantFrom(...DEVICES),
  /** How it came into the log: at once, typed in or brought hours later, or as a reading that lay half entered. */
  told: fc.constantFrom('at once', 'at once', 'brought', 'lay'),
  laterMinutes: fc.integer({ min: 3, max: 300 }),
  /** How long after what was done before it. */
  gapSeconds: fc.constantFrom(12, 35, 90, 7 * 60, 7 * 60),
});
const world = fc.record({
  log: fc.array(happening, { minLength: 2, maxLength: 10 }),
  /** How far each device's clock is off, in seconds, seen by the server when it sends; the least of them are not corrected. */
  offSeconds: fc.tuple(...DEVICES.map(() => fc.constantFrom(0, 0, 25 * 60, -40 * 60, 100, -100, 18, -18))),
  /** Clocks that were set in the middle of it: when, and how far they were off before. The server had heard them in the morning. */
  wasOff: fc.tuple(...DEVICES.map(() => fc.option(fc.record({ untilMinutes: fc.integer({ min: 5, max: 60 }), seconds: fc.constantFrom(0, 25 * 60, -25 * 60, 100, -100) }), { freq: 2 }))), // prettier-ignore
  order: fc.infiniteStream(fc.nat(1000)),
});
type World = typeof world extends fc.Arbitrary<infer T> ? T : never;

/** The entries of what happened, a while after one another, and whether the copper is good at the end of it. */
function lived({ log, offSeconds, wasOff }: World): { entries: Entry[]; good: boolean } {
  const copper: Record<End, boolean> = { head: false, tail: false };
  /** How far a clock was off at a time; at the end of it where none is told. */
  const off = (device: string, ms = Infinity) => {
    const i = DEVICES.indexOf(device as 'd1');
    const before = wasOff[i];
    return (before && ms < NINE + before.untilMinutes * MINUTE ? before.seconds : offSeconds[i]!) * 1000;
  };
  let ms = NINE;
  const written = log.map((h) => {
    ms += h.gapSeconds * 1000;
    if (h.did === 'repulled') copper.head = copper.tail = false;
    else if (h.did !== 'reading') copper[h.end] = h.good;
    const walk = copper.head && copper.tail ? '12345678' : '123-5678';
    const told = h.told === 'lay' && h.did !== 'reading' ? 'at once' : h.told;
    const wroteMs = told === 'at once' ? ms : ms + h.laterMinutes * MINUTE;
    return { ...h, told, ms, wroteMs, walk, bad: ENDS.filter((e) => !copper[e]) };
  });
  const counts = new Map<string, number>();
  const entries = written
    .toSorted((a, b) => a.wroteMs - b.wroteMs)
    .map((h): Entry => {
      const number = (counts.get(h.device) ?? 0) + 1;
      counts.set(h.device, number);
      // What is told later is told by the clock on the wall; the rest is by the device's own.
      const at = new Date(h.told === 'brought' ? h.ms : h.ms + off(h.device, h.ms)).toISOString();
      const clockErrorMs = off(h.device);
      const clockDoubtMs = Math.abs(clockErrorMs - off(h.device, NINE));
      const base = { id: madeId(number * 10 + DEVICES.indexOf(h.device), h.wroteMs + off(h.device, h.wroteMs)), job: 'j', link: link.id, by: h.device, at, device: h.device, written: number, receivedAt: new Date(NINE + 24 * 60 * MINUTE).toISOString(), ...(clockErrorMs ? { clockErrorMs } : {}), ...(clockDoubtMs > CORRECTED_MS ? { clockDoubtMs } : {}) }; // prettier-ignore
      const made = { connector: 'patch-panel', scheme: 'T568B' };
      switch (h.did) {
        case 'seated':
          return { ...base, kind: 'seated', end: h.end, data: made } as Entry;
        case 'redo':
        case 'repunch':
          return { ...base, kind: 'redone', end: h.end, data: { action: h.did, ...(h.did === 'redo' ? made : { contacts: ['4'] }) } } as Entry; // prettier-ignore
        case 'repulled':
          return { ...base, kind: 'repulled', data: {} } as Entry;
        default: {
          const brought = h.told === 'brought' ? { brought: { by: h.device, at, file: 'f' } } : {};
          const blame = h.walk === '12345678' ? {} : { blame: h.bad };
          return { ...base, kind: 'reading', data: { reading: { evidence: 'wiremap', walk: h.walk, splits: [] }, ...blame, ...brought } } as Entry; // prettier-ignore
        }
      }
    });
  return { entries, good: copper.head && copper.tail };
}

it('proves none on a device either that has only the state of a log and what it knows beyond it', () => {
  const seen = { bad: 0, proven: 0 };
  fc.assert(
    fc.property(world, (w) => {
      const { entries, good } = lived(w);
      const has = entries.map((e) => ({ e, server: w.order.next().value! % 3 > 0 }));
      const of = (server: boolean) => has.filter((x) => x.server === server).map((x) => x.e);
      const state = heldBack(linkState(link, terms), foldLink(link, terms, of(true)), of(false));
      if (!good) {
        seen.bad++;
        expect(ENDS.map((e) => state[e].state)).not.toContain('proven');
      } else if (ENDS.every((e) => state[e].state === 'proven')) seen.proven++;
    }),
    { numRuns: 5000 },
  );
  expect(seen.bad).toBeGreaterThan(1000);
  expect(seen.proven).toBeGreaterThan(10);
});

it('never proves a link whose copper is bad, whatever was told when, by whose clock, and in whatever order it came', () => {
  const seen = { provenGood: 0, bad: 0 };
  fc.assert(
    fc.property(world, (w) => {
      const { entries, good } = lived(w);
      const arrived = entries.map((e) => ({ e, n: w.order.next().value! })).sort((a, b) => a.n - b.n); // prettier-ignore
      const status = foldLink(
        link,
        terms,
        arrived.map((x) => x.e),
      );
      const proven = ENDS.every((e) => status[e].state === 'proven');
      if (!good) seen.bad++;
      else if (proven) seen.provenGood++;
      if (!good) expect(ENDS.map((e) => status[e].state)).not.toContain('proven');
    }),
    { numRuns: 5000 },
  );
  expect(seen.bad).toBeGreaterThan(1000);
  expect(seen.provenGood).toBeGreaterThan(60);
});
