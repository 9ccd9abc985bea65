import fc from 'fast-check';
import { expect, it } from 'vitest';
import { CLOCKS, NINE, TELLING, toldOf } from '../../../tests/support/clocks';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
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
const happening = fc.record({
  did: fc.constantFrom('seated', 'redo', 'repunch', 'repulled', 'reading', 'reading', 'reading', 'reading'),
  end: fc.constantFrom<End>('head', 'tail'),
  good: fc.constantFrom(true, true, false),
  ...TELLING,
});
const world = fc.record({
  log: fc.array(happening, { minLength: 2, maxLength: 10 }),
  ...CLOCKS,
  order: fc.infiniteStream(fc.nat(1000)),
});
type World = typeof world extends fc.Arbitrary<infer T> ? T : never;

/** The entries of what happened, a while after one another, and whether the copper is good at the end of it. */
function lived({ log, ...clocks }: World): { entries: Entry[]; good: boolean } {
  const copper: Record<End, boolean> = { head: false, tail: false };
  let ms = NINE;
  const happened = log.map((h) => {
    ms += h.gapSeconds * 1000;
    if (h.did === 'repulled') copper.head = copper.tail = false;
    else if (h.did !== 'reading') copper[h.end] = h.good;
    const walk = copper.head && copper.tail ? '12345678' : '123-5678';
    const told = h.told === 'lay' && h.did !== 'reading' ? 'at once' : h.told;
    return { ...h, told, ms, walk, bad: ENDS.filter((e) => !copper[e]) };
  });
  const made = { connector: 'patch-panel', scheme: 'T568B' };
  const entries = toldOf(happened, clocks, (h, of): Entry => {
    const base = { ...of, link: link.id };
    switch (h.did) {
      case 'seated':
        return { ...base, kind: 'seated', end: h.end, data: made } as Entry;
      case 'redo':
      case 'repunch':
        return { ...base, kind: 'redone', end: h.end, data: { action: h.did, ...(h.did === 'redo' ? made : { contacts: ['4'] }) } } as Entry; // prettier-ignore
      case 'repulled':
        return { ...base, kind: 'repulled', data: {} } as Entry;
      default: {
        const brought = h.told === 'brought' ? { brought: { by: h.device, at: of.at, file: 'f' } } : {};
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
