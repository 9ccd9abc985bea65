import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { parseReadingsCsv } from './readings-csv';
import { joinReadings } from './readings-files';

const file = jobFileSchema.parse(demo);
const now = Date.UTC(2026, 11, 1);
const job = { links: file.links, crew: file.crew, policy: file.job.policy, parts: file.parts, now };
const csv = (...rows: string[]) => ['link,walk,splits,taken_at', ...rows].join('\n');
const read = (text: string, matched?: Record<string, string>) =>
  parseReadingsCsv(text, matched ? { ...job, matched } : job);

describe('files of readings taken together', () => {
  it('count what stands in two of them once, and say where it stood', () => {
    const same = 'K1-03,12345678,,2026-11-05T09:00:00Z';
    const joined = joinReadings([
      { name: 'monday.csv', read: read(csv(same, 'K1-04,12345678,,2026-11-05T09:01:00Z')) },
      { name: 'copy.csv', read: read(csv(same, 'K1-03,123-5678,,2026-11-05T10:00:00Z')) },
    ]);
    expect(joined.rows).toBe(4);
    expect(joined.good.map((r) => r.sameAs ?? '')).toEqual(['', '', 'monday.csv line 2', '']);
  });
  it('without a time what looks alike may be two readings', () => {
    const joined = joinReadings([{ name: 'a.csv', read: read(csv('K1-03,12345678,,', 'K1-03,12345678,,')) }]);
    expect(joined.good.every((r) => r.sameAs === undefined)).toBe(true);
  });
  it('name each name that is no link once, and take the link chosen for it', () => {
    const text = csv('Port 3,12345678,,2026-11-05T09:00:00Z', 'PORT 3,123-5678,,2026-11-05T10:00:00Z');
    expect(joinReadings([{ name: 'a.csv', read: read(text) }])).toMatchObject({
      unknown: ['Port 3'],
      good: [],
    });
    const matched = read(text, { 'port 3': 'K1-03' });
    expect(matched.good.map((r) => [r.link.id, r.measured.walk])).toEqual([
      ['K1-03', '12345678'],
      ['K1-03', '123-5678'],
    ]);
    expect(matched.unknown).toEqual([]);
  });
  it('mean a label, never the id of another link, nor a link that is retired', () => {
    const called: Record<string, string> = { 'K1-03': 'K1-04', 'K1-04': 'K1-03' };
    const links = job.links.map((l) => ({ ...l, label: called[l.id] ?? l.label }));
    const old = { ...job.links.find((l) => l.id === 'K1-05')!, id: 'old', retired: true as const };
    const text = csv('K1-03,12345678,,', 'k1-04,12345678,,', 'K1-05,12345678,,');
    for (const all of [[old, ...links], [...links.toReversed(), old]])
      expect(parseReadingsCsv(text, { ...job, links: all }).good.map((r) => r.link.id)).toEqual(['K1-04', 'K1-03', 'K1-05']); // prettier-ignore
  });
  it('ask whose a reading is that was taken when another link had the name', () => {
    const former = [{ name: 'k1-03', link: 'K1-07', until: '2026-11-05T10:00:00Z' }];
    const text = csv('K1-03,12345678,,2026-11-05T09:00:00Z', 'K1-03,12345678,,2026-11-05T11:00:00Z');
    const asked = parseReadingsCsv(text, { ...job, former });
    expect(asked.good.map((r) => [r.line, r.link.id])).toEqual([[3, 'K1-03']]);
    expect(asked.unknown).toEqual(['K1-03']);
    expect(asked.problems).toEqual([
      { line: 2, column: 'link', message: 'K1-07 was called "K1-03" until 2026-11-05, after this reading was taken: choose which one is meant.' }, // prettier-ignore
    ]);
    const gone = parseReadingsCsv(text, { ...job, former: [{ ...former[0]!, link: 'gone' }] });
    expect(gone.problems[0]!.message).toMatch(/^A link that was taken out was called "K1-03" until/);
    const told = parseReadingsCsv(text, { ...job, former, matched: { 'k1-03': 'K1-07' } });
    expect(told.good.map((r) => r.link.id)).toEqual(['K1-07', 'K1-03']);
    expect(told.problems).toEqual([]);
  });
  it('never take a name of the job for another link', () => {
    const matched = read(csv('K1-04,12345678,,2026-11-05T09:00:00Z'), { 'k1-04': 'K1-03' });
    expect(matched.good[0]!.link.id).toBe('K1-04');
  });
});
