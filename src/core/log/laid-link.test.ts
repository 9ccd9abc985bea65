import fc from 'fast-check';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { historyCsv } from '../formats/history-csv';
import { recordOf } from '../handover/record';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { EVIDENCE_WORDS } from '../reading/verdict';
import { effective } from './effective';
import { entryWords } from './entry-words';
import { historyOf } from './history';
import { asItLay, laidLink } from './laid-link';
import { foldLink } from './state';

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
const steps = fc.array(
  fc.oneof(
    fc.record({ did: fc.constant('pulled' as const), metres: fc.constantFrom(20, 30, 45) }),
    fc.record({ did: fc.constant('reading' as const), metres: fc.constantFrom(20, 30, 45) }),
    fc.record({ did: fc.constant('reading' as const), metres: fc.constantFrom(20, 30, 45) }),
    fc.record({ did: fc.constant('repulled' as const) }),
    fc.record({ did: fc.constant('void' as const), of: fc.nat(20) }),
  ) as fc.Arbitrary<Step>,
  { minLength: 2, maxLength: 12 },
);
/** The same, with what a reading does not answer. */
const asked = fc.array(
  fc.oneof(
    fc.record({ did: fc.constantFrom('pulled' as const, 'reading' as const), metres: fc.constantFrom(20, 30, 120) }), // prettier-ignore
    fc.record({ did: fc.constantFrom('refused' as const, 'unmeasured' as const, 'repulled' as const) }),
    fc.record({ did: fc.constant('unmeasured' as const) }),
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
function judgedThen(log: readonly Entry[]): Map<string, string> {
  const counted = effective(log);
  return new Map(
    counted.flatMap((e, i) => {
      if (e.kind !== 'reading') return [];
      const { verdict, evidence } = foldLink(link, terms, counted.slice(0, i + 1)).lastReading!;
      return [[e.id, `${verdict} by ${EVIDENCE_WORDS[evidence]}`] as const];
    }),
  );
}

describe('what a reading is told by', () => {
  it('is what it was judged by, in the history, its file and the record, whatever was read off the jacket later', () => {
    let told = 0;
    let otherNow = 0;
    fc.assert(
      fc.property(steps, (steps) => {
        const log = logOf(steps);
        const then = judgedThen(log);
        const now = foldLink(link, terms, log);
        const history = historyOf(log, {}, () => link);
        const rows = Papa.parse<Record<string, string>>(historyCsv(history, () => link, (id) => id, terms), { header: true, skipEmptyLines: true }).data; // prettier-ignore
        const says = new Map(rows.map((r) => [r.id, r.says!]));
        for (const r of history) {
          const verdict = then.get(r.entry.id);
          if (!verdict) continue;
          told++;
          expect(entryWords(r.entry, laidLink(link, r), terms).startsWith(verdict)).toBe(true);
          expect(says.get(r.entry.id)!.startsWith(verdict)).toBe(true);
          if (!entryWords(r.entry, laidLink(link, now), terms).startsWith(verdict)) otherNow++;
        }
        const record = recordOf({ ...file, links: [link], entries: log, job: { ...file.job, policy: terms.policy } } as never, '2026-11-05T00:00:00.000Z'); // prettier-ignore
        for (const { at, says } of record.links[0]!.story) {
          const verdict = then.get(log.find((e) => e.at === at)!.id);
          if (verdict) expect(says.startsWith(verdict)).toBe(true);
        }
      }),
      { numRuns: 300 },
    );
    expect(told).toBeGreaterThan(300);
    // Those told by what is known now would be told otherwise: without them the property would say nothing.
    expect(otherNow).toBeGreaterThan(50);
  });
  it('is in the record what the log made of it then: what it did not answer is told with it', () => {
    let [told, lowered] = [0, 0];
    const asking: Link = { ...link, evidence: 'wiremap' };
    fc.assert(
      fc.property(asked, (steps) => {
        const log = logOf(steps);
        const record = recordOf({ ...file, links: [asking], entries: log, job: { ...file.job, policy: terms.policy } } as never, '2026-11-05T00:00:00.000Z'); // prettier-ignore
        const counted = effective(log);
        for (const { at, says } of record.links[0]!.story) {
          const i = counted.findIndex((e) => e.at === at);
          const entry = counted[i]!;
          if (entry.kind !== 'reading') continue;
          const { verdict, evidence } = foldLink(asking, terms, counted.slice(0, i + 1)).lastReading!;
          told++;
          expect(says.startsWith(`${verdict} by ${EVIDENCE_WORDS[evidence]}`)).toBe(true);
          if (!entryWords(entry, laidLink(asking, {}), terms).startsWith(verdict)) lowered++;
        }
      }),
      { numRuns: 300 },
    );
    expect(told).toBeGreaterThan(200);
    expect(lowered).toBeGreaterThan(50);
  });
  it('is the last marks of the cable that lies there', () => {
    const lengths = (steps: Step[]) => asItLay(link, effective(logOf(steps))).map((r) => r.laid.lengthMetres);
    expect(lengths([{ did: 'reading', metres: 30 }, { did: 'pulled', metres: 20 }, { did: 'pulled', metres: 45 }, { did: 'repulled' }])).toEqual([30, 20, 45, 30]); // prettier-ignore
    expect(asItLay(link, [])).toEqual([]);
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
