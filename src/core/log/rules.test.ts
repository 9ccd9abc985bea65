import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema, type Link } from '../model/job';
import type { EntryOf, JobEntryOf } from '../model/entry';
import { walkOfFaults } from '../reading/walk-of-faults';
import { writeWalk } from '../reading/walk';
import { orderFor } from '../wiring/devices';
import { askedOf } from './link-spec';
import { electricalFindings, judgeMeasured } from './judge-measured';
import { leadsStatus } from './leads';
import { patternAt, seeReading, type SeenReading } from './patterns';

const file = jobFileSchema.parse(demo);
const { policy } = file.job;
const link = (id: string): Link => file.links.find((l) => l.id === id)!;

let n = 0;
interface More { splits?: '36'[]; blame?: 'head'[]; by?: string; leads?: string[]; leadsProvenAt?: string } // prettier-ignore
const seen = (id: string, walk: string, { splits, by, ...data }: More = {}): SeenReading =>
  seeReading(link(id), {
    id: `e${++n}`,
    job: 'j',
    link: id,
    end: undefined,
    kind: 'reading',
    at: '2026-05-04T09:00:00Z',
    by: by ?? 'bo',
    data: { reading: { walk, ...(splits ? { splits } : {}) }, ...data },
  } as EntryOf<'reading'>)!; // prettier-ignore

describe('patterns over the last links', () => {
  const open4 = '1 2 3 - 5 6 7 8';
  const good = '1 2 3 4 5 6 7 8';
  const proven = { leadsProvenAt: '2026-05-04T08:00:00Z' };
  it('asks for the lead after the same contact on two links, where nobody has proven the leads', () => {
    expect(patternAt([seen('K1-01', open4)])).toBeNull();
    const told = patternAt([seen('K1-01', open4), seen('K1-02', open4)]);
    expect(told).toMatchObject({ kind: 'same-lead', deviation: 'contact 4 open', links: ['K1-01', 'K1-02'] });
    expect(told!.text).toMatch(/^K1-01 and K1-02: contact 4 open.*prove the leads.*6 minutes/);
  });
  it('and after three where they were proven within the hours', () => {
    const two = [seen('K1-01', open4, proven), seen('K1-02', open4, proven)];
    expect(patternAt(two)).toBeNull();
    expect(patternAt([...two, seen('K1-03', open4, proven)])).toMatchObject({ kind: 'same-lead' });
    expect(patternAt([...two.slice(1), seen('K1-03', open4, { leadsProvenAt: '2026-05-01T08:00:00Z' })])).toMatchObject({ kind: 'same-lead' }); // prettier-ignore
  });
  it('sees a lead that comes and goes: k of the last 2k, in a row or not', () => {
    const list = [seen('K1-01', open4), seen('K1-02', good), seen('K1-03', good), seen('K1-04', open4)];
    expect(patternAt(list)).toMatchObject({ kind: 'same-lead' });
    expect(patternAt([list[0]!, seen('K1-05', good), ...list.slice(1)])).toBeNull();
  });
  it('keeps leads of another name apart, and those of another person', () => {
    expect(patternAt([seen('K1-01', open4, { leads: ['a', 'b'] }), seen('K1-02', open4, { leads: ['c', 'd'] })])).toBeNull(); // prettier-ignore
    expect(patternAt([seen('K1-01', open4, { by: 'una' }), seen('K1-02', open4)])).toBeNull();
  });
  it('counts a link that is read again once', () =>
    expect(patternAt([seen('K1-01', open4), seen('K1-01', open4), seen('K1-01', open4)])).toBeNull());
  it('points at blade or panel when a slot of one panel is open at the head, leads proven, in a row or not', () => {
    const at = (id: string) => seen(id, open4, { ...proven, blame: ['head'] });
    const fine = seen('K1-05', good, proven);
    expect(patternAt([at('K1-01'), fine, at('K1-02'), at('K1-09')])).toMatchObject({ kind: 'same-slot' });
    expect(patternAt([at('K1-01'), at('K2-02'), fine, at('T1-09')])).toMatchObject({ kind: 'same-lead' });
  });
  it.each([
    ['12345678', { splits: ['36' as const] }, 'pair 3-6 split'],
    ['21345678', {}, 'pair 1-2 reversed'],
    ['36145278', { ...proven }, 'A at one end, B at the other'],
    ['13245678', {}, 'contacts 2 and 3 out of order'],
  ] as const)('points at the hand when one person reads %s three times', (walk, more, deviation) => {
    const by = (id: string, by: string) => seen(id, walk, { ...more, by } as never);
    expect(patternAt([by('K1-01', 'bo'), seen('K1-06', good, { by: 'una' }), by('K1-02', 'bo'), by('K1-03', 'bo')])).toMatchObject({ kind: 'same-hand', deviation }); // prettier-ignore
    expect(patternAt([by('K1-01', 'bo'), by('K1-02', 'una'), by('K1-03', 'bo')])).toBeNull();
  });
  it('takes two crossed links by unproven leads for a crossover cord', () =>
    expect(patternAt([seen('K1-01', '36145278'), seen('K1-02', '36145278')])).toMatchObject({ kind: 'same-lead' })); // prettier-ignore
  it('sees shields that are open on every port', () =>
    expect(patternAt([seen('T1-01', '12345678-'), seen('T1-02', '12345678-')])).toMatchObject({ deviation: 'shield open' })); // prettier-ignore
  it('points at the tool that all of them were made with, whoever read them and at whatever panel', () => {
    const made = (id: string, by: string, tool = 'p1') => ({ ...seen(id, open4, { ...proven, by }), tools: [{ id: tool, name: 'punch, red' }] }); // prettier-ignore
    const list = [made('K1-01', 'bo'), made('K2-02', 'una'), made('T1-09', 'mika')];
    expect(patternAt(list)).toMatchObject({ kind: 'same-tool', text: expect.stringContaining('made with punch, red') as string }); // prettier-ignore
    expect(patternAt([...list.slice(0, 2), made('T1-09', 'mika', 'p2')])).toBeNull();
  });
  it('asks for port and remote first when nothing answers', () =>
    expect(patternAt([seen('K1-01', '--------')])).toMatchObject({ kind: 'all-open' }));
  it('keeps to the job’s own thresholds', () => {
    const three = ['K1-01', 'K1-02', 'K1-03'].map((id) => seen(id, '21345678'));
    expect(patternAt(three, { sameSplit: 4 })).toBeNull();
    expect(patternAt(three.slice(1), { sameSplit: 2 })).not.toBeNull();
  });
});

describe('test leads', () => {
  const proof = (at: string, ok = true, leads = ['a', 'b']) =>
    ({
      id: at,
      job: 'j',
      kind: 'leads-proved',
      at,
      by: 'x',
      data: { leads, walk: '', ok },
    }) as JobEntryOf<'leads-proved'>;
  const now = Date.parse('2026-05-04T18:00:00Z');
  it('is proven by the two together, and grows stale', () => {
    expect(leadsStatus(['a', 'b'], [], now).state).toBe('unproven');
    expect(leadsStatus(['b', 'a'], [proof('2026-05-04T09:00:00Z')], now)).toMatchObject({
      state: 'proven',
      hours: 9,
    });
    expect(leadsStatus(['a', 'b'], [proof('2026-05-04T09:00:00Z')], now, 8).state).toBe('stale');
    expect(leadsStatus(['a', 'c'], [proof('2026-05-04T09:00:00Z')], now).state).toBe('unproven');
  });
  it('goes by the last proof, whatever order they come in', () =>
    expect(
      leadsStatus(['a', 'b'], [proof('2026-05-04T12:00:00Z', false), proof('2026-05-04T09:00:00Z')], now)
        .state,
    ).toBe('bad'));
  it('makes a pass provisional where the job asks for proven leads', () => {
    const verdict = (leadsProvenAt?: string) => {
      const judged = judgeMeasured(
        { reading: { walk: '12345678', splits: [] }, ...(leadsProvenAt ? { leadsProvenAt } : {}) },
        link('K1-01'),
        { policy: { ...policy, leadHours: 8 }, parts: [] },
        '2026-05-04T18:00:00Z',
      );
      return judged.ok && judged.judgement.verdict;
    };
    expect([verdict(), verdict('2026-05-04T09:00:00Z'), verdict('2026-05-04T11:00:00Z')]).toEqual(['provisional', 'provisional', 'pass']); // prettier-ignore
  });
});

describe('what a pass is worth', () => {
  it('asks for the link’s own evidence, else its cable’s, else the job’s', () => {
    const terms = { ...policy, evidenceByCable: { 'Cat 6A F/UTP': 'certification' as const } };
    expect(askedOf(link('T1-01'), terms)).toBe('certification');
    expect(askedOf(link('K1-01'), terms)).toBe('wiremap');
    expect(askedOf({ ...link('T1-01'), evidence: 'continuity' }, terms)).toBe('continuity');
  });
  it('is provisional when a loop is far above its copper, and no pass when a value is over its limit', () => {
    const judged = (loop: number) => {
      const data = {
        reading: { walk: '12345678', splits: [], lengthMetres: 60 },
        electrical: { loopOhms: { '12': loop } as const },
      };
      const answer = judgeMeasured(
        data,
        { ...link('K1-01'), lengthMetres: 60 },
        { policy, parts: file.parts },
        '',
      );
      return answer.ok
        ? [answer.judgement.verdict, electricalFindings(data, link('K1-01'), [])[0]!.grade]
        : null;
    };
    expect(judged(8.2)).toEqual(['pass', 'good']);
    expect(judged(11)).toEqual(['provisional', 'suspect']);
    expect(judged(30)).toEqual(['fail', 'over']);
  });
});

describe('faults that were named', () => {
  it('become the walk a tester would have shown', () => {
    const walk = (...f: Parameters<typeof walkOfFaults>[0]) => writeWalk(walkOfFaults(f, 'straight', false));
    expect(walk({ kind: 'open', contact: '4' })).toBe('1 2 3 - 5 6 7 8');
    expect(walk({ kind: 'short', contacts: ['4', '5'] })).toBe('1 2 3 4+5 4+5 6 7 8');
    expect(walk({ kind: 'exchanged', contacts: ['1', '2'] })).toBe('2 1 3 4 5 6 7 8');
    expect(walk({ kind: 'crossed-schemes' })).toBe('3 6 1 4 5 2 7 8');
    expect(walk({ kind: 'rollover' })).toBe('8 7 6 5 4 3 2 1');
    expect(walk({ kind: 'all-open' })).toBe('- - - - - - - -');
  });
});

describe('straight or crossover', () => {
  it('is crossover between like devices by the old rule (common practice, no source)', () => {
    expect(orderFor('switch', 'switch', false).order).toBe('crossover');
    expect(orderFor('router', 'computer', false).order).toBe('crossover');
    expect(orderFor('computer', 'switch', false).order).toBe('straight');
  });
  it('is straight wherever ports are automatic, IEEE 802.3 clause 40 (from memory), both schools told', () => {
    expect(orderFor('switch', 'switch', true)).toMatchObject({ order: 'straight', oldRule: 'crossover' });
    expect(orderFor('switch', 'switch', true).text).toContain('either works');
  });
});
