import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { judgeForLink } from './judge-for-link';
import { passesInMemory, portsIn, type MemoryRange } from './memory-range';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const terms = { policy: file.job.policy, parts: file.parts };
const statusOf = (link: (typeof file.links)[number]) =>
  foldLink(link, terms, file.entries.filter((e) => 'link' in e && e.link === link.id) as never);
const panel = file.links.find((l) => l.id === 'K1-20')!.head.panel!;
const range = (more: Partial<MemoryRange> = {}): MemoryRange => ({ panel, from: 1, to: 24, but: [], takenAt: '2026-11-20T10:00:00Z', ...more }); // prettier-ignore
const of = (r: MemoryRange) => passesInMemory(file.links, statusOf, r);

describe('ports named in a text', () => {
  it.each([
    ['7 and 19', [7, 19]],
    ['7, 19-21', [7, 19, 20, 21]],
    ['', []],
  ])('%s', (text, ports) => expect(portsIn(text)).toEqual(ports));
  it.each(['7x', '9-7', 'K1-07'])('%s is told', (text) => expect(portsIn(text)).toContain(text));
});

describe('a range passed from a tester’s memory', () => {
  it('holds every port of the panel once, passed or left with its reason', () => {
    const { passes, left } = of(range());
    const ports = file.links.filter((l) => l.head.panel === panel && !l.retired).length;
    expect(passes.length + left.length).toBe(ports);
    expect(passes.map((l) => l.id)).toContain('K1-20');
  });
  it('leaves out those that are named, those nobody terminated, and those beyond it', () => {
    const { passes, left } = of(range({ but: [20], to: 23 }));
    expect(passes.map((l) => l.id)).not.toContain('K1-20');
    expect(left.find((l) => l.link.id === 'K1-20')!.why).toContain('not good in memory');
    expect(left.find((l) => l.link.id === 'K1-23')!.why).toContain('nobody has logged');
    expect(left.some((l) => l.link.id === 'K1-24')).toBe(false);
  });
  it('leaves what the log knows or asks something of that a good reading does not answer', () => {
    const entry = (link: string, kind: string, data: object, end?: string) =>
      ({ id: `00000000-0000-7000-8000-0000000000${link.slice(-2)}`, job: file.job.id, link, kind, at: '2026-11-20T08:00:00Z', by: 'bo', data, ...(end ? { end } : {}) }) as never; // prettier-ignore
    const more = [
      entry('K1-18', 'reading', { reading: { walk: '12345678', evidence: 'wiremap-length', splits: [], lengthMetres: 99 } }), // prettier-ignore
      entry('K1-19', 'rejected', { reason: 'plate loose' }, 'tail'),
    ];
    const status = (link: (typeof file.links)[number]) =>
      foldLink(
        link,
        terms,
        [...file.entries, ...more].filter((e) => 'link' in e && e.link === link.id) as never,
      );
    const judged = (link: (typeof file.links)[number]) =>
      judgeForLink(status(link), link, terms, { at: '2026-11-20T10:00:00Z', by: 'bo', data: { reading: { walk: '12345678', evidence: 'wiremap', splits: [] } } }); // prettier-ignore
    const { passes, left } = passesInMemory(file.links, status, range(), judged);
    expect(passes.map((l) => l.id)).toContain('K1-20');
    const why = (id: string) => left.find((l) => l.link.id === id)?.why;
    expect(why('K1-18')).toContain('is this the right cable?');
    expect(why('K1-19')).toContain('plate loose');
  });
  it('never proves what was worked on or read after it was taken', () => {
    const before = of(range({ takenAt: '2026-11-01T10:00:00Z' }));
    expect(before.passes).toEqual([]);
    expect(before.left.some((l) => l.why.includes('after that'))).toBe(true);
  });
});
