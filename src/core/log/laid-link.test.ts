import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { historyCsv } from '../formats/history-csv';
import { recordOf } from '../handover/record';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { EVIDENCE_WORDS } from '../reading/verdict';
import { effective, resolve } from './effective';
import { entryWords } from './entry-words';
import { historyOf } from './history';
import { laidLink } from './laid-link';
import { foldLink } from './state';
import { teller, tellLink, toldWords } from './told';

const file = jobFileSchema.parse(demo);
const link: Link = {
  ...file.links.find((l) => l.id === 'K1-01')!,
  lengthMetres: 30,
  evidence: 'wiremap-length',
};
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };

/** What may happen to a cable: its jacket read at a length, re-pulled, measured, refused, read without a length, one of these taken back. */
type Step =
  | { did: 'pulled'; metres: number }
  | { did: 'reading'; metres: number }
  | { did: 'repulled' }
  | { did: 'refused' }
  | { did: 'unmeasured' }
  | { did: 'void'; of: number };
const metres = fc.constantFrom(20, 30, 45, 120);
const steps = fc.array(
  fc.oneof(
    fc.record({ did: fc.constantFrom('pulled' as const, 'reading' as const), metres }),
    fc.record({ did: fc.constant('reading' as const), metres }),
    fc.record({ did: fc.constantFrom('refused' as const, 'unmeasured' as const, 'repulled' as const) }),
    fc.record({ did: fc.constant('unmeasured' as const) }),
    fc.record({ did: fc.constant('void' as const), of: fc.nat(20) }),
  ) as fc.Arbitrary<Step>,
  { minLength: 2, maxLength: 12 },
);

function logOf(steps: readonly Step[]): Entry[] {
  const id = (n: number) => `00000000-0000-7000-8000-${String(n + 1).padStart(12, '0')}`;
  return steps.flatMap((s, n): Entry[] => {
    const base = { id: id(n), job: file.job.id, link: link.id, at: new Date(Date.UTC(2026, 10, 4, 9, n)).toISOString(), by: 'ines' }; // prettier-ignore
    if (s.did === 'pulled')
      return [{ ...base, kind: 'pulled', data: { metres: s.metres, errorMetres: 0.5 } }];
    if (s.did === 'repulled') return [{ ...base, kind: 'repulled', data: {} }];
    if (s.did === 'refused')
      return [{ ...base, kind: 'rejected', end: 'tail', data: { reason: 'plate loose' } }];
    if (s.did === 'unmeasured')
      return [{ ...base, kind: 'reading', data: { reading: { evidence: 'wiremap', walk: '12345678', splits: [] } } }]; // prettier-ignore
    if (s.did === 'void')
      return s.of < n ? [{ ...base, kind: 'void', data: { entry: id(s.of), reason: 'slip' } }] : [];
    const reading = { evidence: 'wiremap-length' as const, walk: '12345678', splits: [], lengthMetres: s.metres }; // prettier-ignore
    return [{ ...base, kind: 'reading', data: { reading } }];
  });
}

/** What each reading that counts came to as it was logged: the state once the log has no more than it and what was before. */
function judgedThen(of: Link, log: readonly Entry[]): Map<string, string> {
  const counted = effective(log);
  return new Map(
    counted.flatMap((e, i) => {
      if (e.kind !== 'reading') return [];
      const { verdict, evidence } = foldLink(of, terms, counted.slice(0, i + 1)).lastReading!;
      return [[e.id, `${verdict} by ${EVIDENCE_WORDS[evidence]}`] as const];
    }),
  );
}

describe('what a reading is told by', () => {
  it.each(['wiremap', 'wiremap-length'] as const)(
    'is what the log made of it then, in the history, its file and the record, by %s',
    (evidence) => {
      const of: Link = { ...link, evidence };
      const seen = { told: 0, inRecord: 0, byItself: 0, byNow: 0 };
      fc.assert(
        fc.property(steps, (steps) => {
          const log = logOf(steps);
          const then = judgedThen(of, log);
          const now = foldLink(of, terms, log);
          const resolved = resolve(log);
          const history = historyOf(resolved, {}, () => of).map(teller(resolved, () => of, terms));
          const rows = Papa.parse<Record<string, string>>(historyCsv(history, () => of, (id) => id, terms), { header: true, skipEmptyLines: true }).data; // prettier-ignore
          const says = new Map(rows.map((r) => [r.id, r.says!]));
          for (const r of history) {
            const verdict = then.get(r.entry.id);
            if (!verdict) continue;
            seen.told++;
            expect(toldWords(r, of, terms).startsWith(verdict)).toBe(true);
            expect(says.get(r.entry.id)!.startsWith(verdict)).toBe(true);
            if (!entryWords(r.entry, of, terms).startsWith(verdict)) seen.byItself++;
            if (!entryWords(r.entry, laidLink(of, now), terms).startsWith(verdict)) seen.byNow++;
          }
          const record = recordOf({ ...file, links: [of], entries: log, job: { ...file.job, policy: terms.policy } } as never, '2026-11-05T00:00:00.000Z'); // prettier-ignore
          for (const { at, says } of record.links[0]!.story) {
            const verdict = then.get(log.find((e) => e.at === at)!.id);
            if (!verdict) continue;
            seen.inRecord++;
            expect(says.startsWith(verdict)).toBe(true);
          }
        }),
        { numRuns: 300 },
      );
      expect(seen.told).toBeGreaterThan(300);
      expect(seen.inRecord).toBeGreaterThan(100);
      // Those that would be told otherwise by themselves, or by what is known now: without them it would say nothing.
      expect(seen.byItself).toBeGreaterThan(50);
      expect(seen.byNow).toBeGreaterThan(50);
    },
  );
  it('is, of one that was taken back, what it came to by what counts before it', () => {
    const log = resolve(logOf([{ did: 'refused' }, { did: 'reading', metres: 30 }, { did: 'void', of: 1 }, { did: 'reading', metres: 30 }, { did: 'void', of: 0 }])); // prettier-ignore
    const told = log.map(teller(log, () => link, terms));
    expect(told.map((t) => [t.counts, t.judgement?.verdict])).toEqual([[false, undefined], [false, 'pass'], [true, undefined], [true, 'pass'], [true, undefined]]); // prettier-ignore
    expect(teller(log, () => undefined, terms)(log[1]!)).toBe(log[1]);
  });
  it('is the last marks of the cable that lies there', () => {
    const lengths = (steps: Step[]) => tellLink(link, terms, resolve(logOf(steps))).map((r) => laidLink(link, r).lengthMetres); // prettier-ignore
    expect(lengths([{ did: 'reading', metres: 30 }, { did: 'pulled', metres: 20 }, { did: 'reading', metres: 30 }, { did: 'pulled', metres: 45 }, { did: 'repulled' }, { did: 'unmeasured' }])).toEqual([30, 30, 20, 20, 45, 30]); // prettier-ignore
    expect(tellLink(link, terms, [])).toEqual([]);
  });
});

describe('marks that are read after a proof', () => {
  const after = (...steps: Step[]) => foldLink(link, terms, logOf(steps));
  const read: Step = { did: 'reading', metres: 30 };
  it('take it back where they do not go with what was measured, and say why', () => {
    expect(after(read).head.state).toBe('proven');
    const doubted = after(read, { did: 'pulled', metres: 45 });
    expect([doubted.head.state, doubted.tail.state]).toEqual(['provisional', 'provisional']);
    expect(doubted.lastReading).toMatchObject({ verdict: 'provisional', current: true });
    expect(doubted.head.reason).toBe('By the marks on its jacket 45.0 m, give or take 0.5 m; measured 30 m: is this the right cable?'); // prettier-ignore
    expect(doubted.head.reason).toBe(doubted.tail.reason);
    expect(after(read, { did: 'pulled', metres: 30 }).head).toMatchObject({ state: 'proven' });
    expect(after(read, { did: 'pulled', metres: 30 }).head.reason).toBeUndefined();
    expect(after(read, { did: 'pulled', metres: 45 }, { did: 'void', of: 1 }).head.state).toBe('proven');
  });
  it('prove nothing, whatever they say: a reading does', () => {
    expect(after({ did: 'reading', metres: 45 }).head.state).toBe('provisional');
    expect(after({ did: 'reading', metres: 45 }, { did: 'pulled', metres: 45 }).head.state).toBe(
      'provisional',
    );
    expect(after(read, { did: 'pulled', metres: 45 }, { did: 'pulled', metres: 30 }).head.state).toBe('provisional'); // prettier-ignore
    expect(after(read, { did: 'pulled', metres: 45 }, { did: 'pulled', metres: 30 }, read).head.state).toBe('proven'); // prettier-ignore
  });
});
