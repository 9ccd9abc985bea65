import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { EntryOf } from '../model/entry';
import { jobFileSchema, type Link, type Part } from '../model/job';
import { patternAt, seeReading, toolsAt, type SeenReading } from './patterns';
import type { LinkStatus } from './state';

const file = jobFileSchema.parse(demo);
const link = (id: string, more: Partial<Link> = {}): Link => ({ ...file.links.find((l) => l.id === id)!, ...more }); // prettier-ignore
const NINE = '2026-05-04T09:00:00Z';
let n = 0;
const seen = (of: Link, walk: string, data: object = {}, splits?: string[]): SeenReading =>
  seeReading(of, { id: `e${++n}`, job: 'j', link: of.id, kind: 'reading', at: NINE, by: 'bo', data: { reading: { walk, ...(splits ? { splits } : {}) }, ...data } } as EntryOf<'reading'>)!; // prettier-ignore
const ids = ['K1-01', 'K1-02', 'K1-03'] as const;
const each = (walk: string, data: object = {}, more: Partial<Link> = {}) => ids.map((id) => seen(link(id, more), walk, data)); // prettier-ignore
const hoursBefore = (h: number) => new Date(Date.parse(NINE) - h * 3_600_000).toISOString();

describe('the tools of a link', () => {
  const part = (id: string, kind: string): Part => ({ id, name: `${id}, red`, kind });
  const parts = [part('punch', 'punch tool'), part('crimp', 'crimper'), part('lot', 'connector lot')];
  const status = (head?: string[], tail?: string[]) => ({ head: { parts: head }, tail: { parts: tail } }) as unknown as LinkStatus; // prettier-ignore
  it('are those its ends were last worked on with, no lots, by name', () => {
    expect(toolsAt(status(['punch', 'lot'], ['crimp']), parts)).toEqual([{ id: 'punch', name: 'punch, red' }, { id: 'crimp', name: 'crimp, red' }]); // prettier-ignore
    expect(toolsAt(status(['lot']), parts)).toEqual([]);
    expect(toolsAt(status(undefined, undefined), parts)).toEqual([]);
  });
});

describe('a reading that makes no pattern', () => {
  it('is none, a good one, and one that cannot be read', () => {
    expect(patternAt([])).toBeNull();
    expect(patternAt([...each('12345678').slice(0, 2), seen(link('K1-04'), '12345678')])).toBeNull();
    const twelve = { id: 'e', job: 'j', link: 'K1-01', kind: 'reading', at: NINE, by: 'bo', data: { reading: { walk: '1 2' } } }; // prettier-ignore
    expect(seeReading(link('K1-01'), twelve as EntryOf<'reading'>)).toBeNull();
  });
  it('is a good one after three that failed alike', () =>
    expect(patternAt([...each('123-5678'), seen(link('K1-04'), '12345678')])).toBeNull());
});

describe('nothing answering', () => {
  it('asks for the port and the remote, of this link alone', () =>
    expect(patternAt([seen(link('K1-01'), '--------')])).toEqual({
      kind: 'all-open',
      deviation: 'nothing answers',
      links: ['K1-01'],
      text: 'Nothing answers on K1-01. Is this the right port, and is the remote plugged in? Only then is it a failure.',
    }));
});

describe('what they deviate by, in words', () => {
  const says = (walk: string, data: object = {}, more: Partial<Link> = {}) => patternAt(each(walk, { leadsProvenAt: hoursBefore(1), ...data }, more))?.deviation; // prettier-ignore
  it.each([
    ['123-5678', 'contact 4 open'],
    ['12345687', 'pair 7-8 reversed'],
    ['13245678', 'contacts 2 and 3 out of order'],
    ['36145278', 'A at one end, B at the other'],
    ['87654321', 'all eight in reverse order'],
    ['45312678', 'pair 1-2 transposed'],
  ])('%s: %s', (walk, words) => expect(says(walk)).toBe(words));
  it('straight where a crossover is ordered is of the whole link, and laid to the hand', () => {
    const told = patternAt(each('12345678', {}, { ordered: 'crossover' }));
    expect([told?.kind, told?.deviation]).toEqual(['same-hand', 'straight where a crossover is ordered']);
  });
});

describe('leads that are not sure', () => {
  const two = (data: object) => patternAt(each('123-5678', data).slice(0, 2))?.kind;
  it('are those that nobody proved, that failed, that were proven too long before or after', () => {
    expect(two({})).toBe('same-lead');
    expect(two({ leadsProvenAt: hoursBefore(1), leadsFailed: true })).toBe('same-lead');
    expect(two({ leadsProvenAt: hoursBefore(12.01) })).toBe('same-lead');
    expect(two({ leadsProvenAt: hoursBefore(-0.01) })).toBe('same-lead');
  });
  it('are sure at the moment they are proven and for twelve hours from then', () => {
    expect(two({ leadsProvenAt: hoursBefore(0) })).toBeUndefined();
    expect(two({ leadsProvenAt: hoursBefore(12) })).toBeUndefined();
  });
  it('are none where both ends are plugs: no lead reaches them', () => {
    const plug = { head: { connector: 'closed-plug' as const }, tail: { connector: 'closed-plug' as const } };
    expect(patternAt(each('123-5678', {}, plug).slice(0, 2))).toBeNull();
    expect(patternAt(each('123-5678', {}, plug))?.kind).toBe('same-hand');
    const half = { head: { connector: 'closed-plug' as const } };
    expect(patternAt(each('123-5678', {}, half).slice(0, 2))?.kind).toBe('same-lead');
  });
});
