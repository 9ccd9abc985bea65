import fc from 'fast-check';
import { expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry, EntryOf } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const link: Link = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' };
delete link.lengthMetres;
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const base = { job: file.job.id, link: link.id, by: 'ines' };
const end = fc.constantFrom<End>('head', 'tail');
/** What may happen to a link, as it is written down; each a while after the one before, by one person. */
const happening = fc.oneof(
  { weight: 5, arbitrary: fc.record({ did: fc.constant('good' as const), remote: fc.boolean(), by: fc.constantFrom('continuity' as const, 'wiremap' as const) }) }, // prettier-ignore
  fc.record({ did: fc.constantFrom('short enough' as const, 'too long' as const) }),
  fc.record({ did: fc.constant('bad' as const), blame: fc.constantFrom<End[]>([], ['head'], ['tail'], ['head', 'tail']) }), // prettier-ignore
  fc.record({ did: fc.constant('seated' as const), end }),
  fc.record({ did: fc.constantFrom('redo' as const, 'repunch' as const), end }),
  fc.record({ did: fc.constant('rejected' as const), end }),
  fc.record({ did: fc.constantFrom('exchanged' as const, 'moved' as const, 'repulled' as const, 'note' as const) }), // prettier-ignore
);
type Happening = typeof happening extends fc.Arbitrary<infer T> ? T : never;

function entryOf(h: Happening, n: number): Entry {
  const at = { ...base, id: `00000000-0000-7000-8000-${String(n + 1).padStart(12, '0')}`, at: new Date(Date.UTC(2026, 10, 4, 9, 11 * n)).toISOString() }; // prettier-ignore
  switch (h.did) {
    case 'good':
      return { ...at, kind: 'reading', data: { reading: { evidence: h.by, walk: '12345678', ...(h.by === 'wiremap' ? { splits: [] } : {}) }, ...(h.remote ? { remote: 3 } : {}) } } as EntryOf<'reading'>; // prettier-ignore
    case 'short enough':
    case 'too long':
      return { ...at, kind: 'reading', data: { reading: { evidence: 'wiremap-length', walk: '12345678', splits: [], lengthMetres: h.did === 'too long' ? 120 : 30 } } } as EntryOf<'reading'>; // prettier-ignore
    case 'bad':
      return { ...at, kind: 'reading', data: { reading: { evidence: 'wiremap', walk: '123-5678', splits: [] }, ...(h.blame.length ? { blame: h.blame } : {}) } } as EntryOf<'reading'>; // prettier-ignore
    case 'seated':
      return { ...at, kind: 'seated', end: h.end, data: { connector: 'patch-panel', scheme: 'T568B' } };
    case 'redo':
    case 'repunch':
      return { ...at, kind: 'redone', end: h.end, data: { action: h.did, ...(h.did === 'repunch' ? { contacts: ['4'] } : {}) } } as EntryOf<'redone'>; // prettier-ignore
    case 'rejected':
      return { ...at, kind: 'rejected', end: h.end, data: { reason: 'latch broken' } } as EntryOf<'rejected'>;
    case 'exchanged':
      return { ...at, kind: 'exchanged', data: { with: 'K1-02' } } as EntryOf<'exchanged'>;
    case 'moved':
      return { ...at, kind: 'moved', data: { changed: ['tail: position 1 is now 2'], revision: 2 } } as never;
    case 'repulled':
      return { ...at, kind: 'repulled', data: {} };
    case 'note':
      return { ...at, kind: 'note', data: { text: 'behind the desk' } };
  }
}

/** What of a log no re-pull put behind it. */
const sinceRepull = (log: readonly Happening[]) =>
  log.slice(log.findLastIndex((x) => x.did === 'repulled') + 1);
const WORK = ['seated', 'redo', 'repunch'];

/**
 * Whether a reading would prove an end, by all that was before it: it is good by enough evidence; no end stands refused
 * by eye with nothing done there since; the cable was not found too long and then never measured again; and where it
 * was exchanged, somebody worked on it or moved it since and a numbered remote answered.
 */
function proves(log: readonly Happening[], i: number): boolean {
  const h = log[i]!;
  if (h.did !== 'short enough' && !(h.did === 'good' && h.by === 'wiremap')) return false;
  const before = sinceRepull(log.slice(0, i));
  for (const end of ENDS) {
    const refused = before.findLastIndex((x) => x.did === 'rejected' && x.end === end);
    const since = before.slice(refused + 1);
    if (refused >= 0 && !since.some((x) => WORK.includes(x.did) && 'end' in x && x.end === end)) return false;
  }
  const lengths = [...before, h].filter((x) => x.did === 'too long' || x.did === 'short enough');
  if (lengths.at(-1)?.did === 'too long') return false;
  const exchange = before.findLastIndex((x) => x.did === 'exchanged');
  if (exchange < 0) return true;
  const meanwhile = before.slice(exchange + 1);
  const mended = meanwhile.findIndex((x) => WORK.includes(x.did) || x.did === 'moved');
  return mended >= 0 && [...meanwhile.slice(mended), h].some((x) => x.did === 'good' && x.remote);
}

/**
 * Whether an end is proven, said in other words than the fold's: some reading proved it, and nothing since then touched
 * either end, refused this one, read worse or by less, moved the cable or found it exchanged.
 */
const isProven = (log: readonly Happening[], of: End): boolean =>
  log.some(
    (_, i) =>
      proves(log, i) &&
      !log.some(
        (x, j) =>
          j > i &&
          ([...WORK, 'bad', 'too long', 'exchanged', 'moved', 'repulled'].includes(x.did) ||
            (x.did === 'rejected' && x.end === of) ||
            (['good', 'short enough'].includes(x.did) && !proves(log, j))),
      ),
  );

it('an end is proven just where a good reading stands that nothing since took back', () => {
  const seen = { proven: 0, not: 0 };
  fc.assert(
    fc.property(fc.array(happening, { minLength: 1, maxLength: 9 }), (log) => {
      const status = foldLink(link, terms, log.map(entryOf));
      for (const e of ENDS) {
        const proven = isProven(log, e);
        seen[proven ? 'proven' : 'not']++;
        expect(status[e].state === 'proven').toBe(proven);
      }
      // Whoever asks the reading alone is told the same: it never passes a link of which an end stands bare, made or stale.
      if (status.lastReading?.current && status.lastReading.verdict === 'pass')
        expect(ENDS.map((e) => status[e].state).every((s) => s === 'proven' || s === 'failed')).toBe(true);
    }),
    { numRuns: 5000 },
  );
  // Both answers are reached, and neither is rare.
  expect(seen.proven).toBeGreaterThan(500);
  expect(seen.not).toBeGreaterThan(500);
});
