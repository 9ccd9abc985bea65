import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import type { Entry, EntryOf } from '../model/entry';
import { jobFileSchema, type Link, type Policy } from '../model/job';
import type { FromOneEnd } from '../model/one-end';
import { judgeMeasured } from './judge-measured';
import { judgeOneEnd, withLengthOf } from './one-end';
import { foldLink } from './state';

const file = jobFileSchema.parse(demo);
const link: Link = { ...file.links.find((l) => l.id === 'K1-01')!, lengthMetres: 30 };
const shielded: Link = { ...link, shielded: true };
const policy: Policy = { ...file.job.policy, evidence: 'wiremap' };
delete policy.evidenceByCable;
delete policy.leadHours;
const terms = (evidence: Policy['evidence'] = 'wiremap') => ({ policy: { ...policy, evidence }, parts: [] });
const from = (data: Partial<FromOneEnd>): FromOneEnd => ({ from: 'head', joins: [], ...data });
const alike = (m: number) => ({ '12': m, '36': m, '45': m, '78': m });

let n = 0;
const entry = <K extends Entry['kind']>(
  kind: K,
  data: EntryOf<K>['data'],
  by = 'ines',
  end?: 'head' | 'tail',
) =>
  ({
    id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`,
    job: 'skerry-point',
    link: link.id,
    ...(end ? { end } : {}),
    kind,
    at: new Date(Date.UTC(2026, 10, 4, 9, n)).toISOString(),
    by,
    data,
  }) as EntryOf<K>;
const good = (by?: string) =>
  entry('reading', { reading: { evidence: 'wiremap', walk: '12345678', splits: [] } }, by);
const bad = (by?: string) =>
  entry('reading', { reading: { evidence: 'wiremap', walk: '123-5678', splits: [] } }, by);
const redone = () => entry('redone', { action: 'redo' }, 'ines', 'tail');
const after = (entries: Entry[], evidence?: Policy['evidence']) => foldLink(link, terms(evidence), entries);

describe('a link from one end, with no remote', () => {
  it('lays a fault to the end it lies at by its distance, and to both where nothing tells', () => {
    const joined = [['4', '5']] as FromOneEnd['joins'];
    expect(judgeOneEnd(from({ joins: joined }), link)).toMatchObject({
      grade: 'fail',
      ends: ['head', 'tail'],
    });
    const near = judgeOneEnd(from({ joins: joined, metres: { ...alike(30), '45': 0.8 } }), link);
    expect(near).toMatchObject({ grade: 'fail', ends: ['head'] });
    expect(near.reason).toBe('contacts 4 and 5 joined, 0.8 m from the head, seen from the head alone');
    const broken = (m: number) =>
      judgeOneEnd(from({ from: 'tail', metres: { ...alike(30), '36': m } }), link);
    expect(broken(28.2)).toMatchObject({ grade: 'fail', ends: ['head'] });
    expect(broken(12)).toMatchObject({ grade: 'fail', ends: ['head', 'tail'] });
    expect(broken(12).reason).toBe('pair 3-6 ends 12 m from the tail, the others at 30 m');
  });
  it('takes pairs of unlike lay for alike, and asks about a length that cannot be', () => {
    expect(judgeOneEnd(from({ metres: { '12': 30, '36': 29.2, '45': 30.4, '78': 29.8 } }), link).grade).toBe(
      'good',
    );
    expect(judgeOneEnd(from({ metres: alike(0.2) }), link).reason).toContain('no more than a lead');
    expect(judgeOneEnd(from({ metres: alike(61) }), link)).toMatchObject({ grade: 'doubt', ends: [] });
    expect(judgeOneEnd(from({ metres: alike(140) }), { ...link, lengthMetres: undefined }).grade).toBe(
      'fail',
    );
  });
  it('takes a fault for an end’s up to 2.5 m from it, both ends of that with it', () => {
    const joined = (m: number) => judgeOneEnd(from({ joins: [['4', '5']], metres: { ...alike(30), '45': m } }), link).ends; // prettier-ignore
    expect([joined(2.5), joined(2.6), joined(27.4), joined(27.5)]).toEqual([['head'], ['head', 'tail'], ['head', 'tail'], ['tail']]); // prettier-ignore
    // Nothing planned and nothing else measured: the fault itself is as far as anything goes.
    const bare = judgeOneEnd(from({ joins: [['4', '5']], metres: { '45': 12 } }), { ...link, lengthMetres: undefined }); // prettier-ignore
    expect(bare.ends).toEqual(['tail']);
    // The distance of the pair that is known, where the other has none.
    const one = judgeOneEnd(from({ joins: [['3', '4']], metres: { '12': 30, '45': 1 } }), link);
    expect([one.ends, one.reason]).toEqual([['head'], 'contacts 3 and 4 joined, 1 m from the head, seen from the head alone']); // prettier-ignore
    expect(judgeOneEnd(from({ joins: [['4', '5'], ['1', '2']] }), link).reason).toBe('contacts 4 and 5 and 1 and 2 joined, seen from the head alone'); // prettier-ignore
  });
  it('says nothing of a length where none was measured, and tells several pairs together', () => {
    expect(judgeOneEnd(from({}), link)).toEqual({ grade: 'good', reason: 'nothing joined, seen from the head alone', ends: [] }); // prettier-ignore
    const two = judgeOneEnd(from({ metres: { '12': 30, '36': 12, '45': 12, '78': 30 } }), link);
    expect(two.reason).toBe('pairs 3-6 and 4-5 end 12 m from the head, the others at 30 m');
  });
  it('holds a pair that ends 4 % or 1.2 m earlier, the greater of them, for broken', () => {
    const grade = (whole: number, m: number) => judgeOneEnd(from({ metres: { ...alike(whole), '36': m } }), { ...link, lengthMetres: whole }).grade; // prettier-ignore
    expect([grade(10, 8.8), grade(10, 8.7)]).toEqual(['good', 'fail']);
    expect([grade(80, 76.9), grade(80, 76.7)]).toEqual(['good', 'fail']);
  });
  it('is as long as the middle of its pairs, half a metre at least', () => {
    const length = (...m: [number, number, number, number]) => judgeOneEnd(from({ metres: { '12': m[0], '36': m[1], '45': m[2], '78': m[3] } }), link); // prettier-ignore
    expect(length(30.4, 29.8, 30, 30.2)).toEqual({ grade: 'good', reason: 'nothing joined and 30.2 m long, seen from the head alone', lengthMetres: 30.2, ends: [] }); // prettier-ignore
    const short = { ...link, lengthMetres: undefined };
    expect(judgeOneEnd(from({ metres: alike(0.5) }), short).grade).toBe('good');
    expect(judgeOneEnd(from({ metres: alike(0.4) }), short)).toEqual({ grade: 'doubt', reason: '0.4 m is no more than a lead: is it plugged in at the head, and the connector made?', ends: [] }); // prettier-ignore
    expect(judgeOneEnd(from({ metres: alike(140) }), short)).toMatchObject({ lengthMetres: 140, ends: ['head', 'tail'] }); // prettier-ignore
  });
  it('lends its length to a wire map that has none, and to nothing else', () => {
    const seen = { grade: 'good' as const, reason: '', lengthMetres: 30, ends: [], entry: 'e', from: 'head' as const, at: '', by: '' }; // prettier-ignore
    const map = { evidence: 'wiremap' as const, walk: '12345678' };
    expect(withLengthOf(map, seen)).toEqual({ ...map, evidence: 'wiremap-length', lengthMetres: 30 });
    const lamps = { evidence: 'continuity' as const, walk: '12345678' };
    expect(withLengthOf(lamps, seen)).toEqual({ ...lamps, lengthMetres: 30 });
    const long = { ...map, lengthMetres: 31 };
    const { lengthMetres: _, ...none } = seen;
    for (const [measured, oneEnd] of [
      [long, seen],
      [map, { ...seen, grade: 'doubt' as const }],
      [map, none],
      [map, undefined],
    ] as const)
      // prettier-ignore
      expect(withLengthOf(measured, oneEnd)).toBe(measured);
  });
  it('proves nothing by itself, and its length completes a wiremap before or after it', () => {
    const seen = () => entry('one-end', from({ metres: alike(30) }));
    expect(after([seen()]).head.state).toBe('bare');
    expect(after([good()], 'wiremap-length').head.state).toBe('provisional');
    expect(after([seen(), good()], 'wiremap-length').head.state).toBe('proven');
    expect(after([good(), seen()], 'wiremap-length').head.state).toBe('proven');
  });
  it('completes nothing with a length of before the last work, nor with one in doubt, nor lamps', () => {
    const seen = entry('one-end', from({ metres: alike(30) }));
    expect(after([seen, redone(), good()], 'wiremap-length').head.state).toBe('provisional');
    const odd = entry('one-end', from({ metres: alike(61) }));
    expect(after([odd, good()], 'wiremap-length').head.state).toBe('provisional');
    const lamps = entry('reading', { reading: { evidence: 'continuity', walk: '12345678' } });
    expect(after([seen, lamps], 'wiremap-length').head.state).toBe('provisional');
  });
  it('fails a link that was proven', () => {
    const state = after([good(), entry('one-end', from({ joins: [['1', '2']] }))]);
    expect([state.head.state, state.tail.state]).toEqual(['failed', 'failed']);
  });
});

describe('what is not looked at is no pass', () => {
  const judged = (walk: string, of = shielded) => {
    const j = judgeMeasured(
      { reading: { evidence: 'wiremap', walk, splits: [] } },
      of,
      terms(),
      '2026-11-04T09:00:00Z',
    );
    if (!j.ok) return j.message;
    return `${j.judgement.verdict}: ${j.judgement.reason}`;
  };
  it('a shield that eight lamps cannot show', () => {
    expect(judged('12345678')).toBe('provisional: Good so far: the shield was not looked at.');
    expect(judged('12345678S')).toContain('pass: ');
    expect(judged('12345678-')).toContain('fail: shield open');
    expect(judged('123-5678')).toContain('fail: contact 4 open');
    expect(judged('1234567S')).toContain('give nine answers');
    expect(judged('1234567')).toContain('7 answers');
  });
  it('a certification by an instrument past its calibration', () => {
    const certified = (calibrationDue: string | undefined, asks: Policy['evidence']) => {
      const j = judgeMeasured(
        {
          reading: {
            evidence: 'certification',
            walk: '12345678',
            splits: [],
            lengthMetres: 30,
            result: { says: 'pass', limit: 'Cat 6A permanent link' },
          },
          ...(calibrationDue ? { calibrationDue } : {}),
        },
        link,
        terms(asks),
        '2026-11-04T09:00:00Z',
      );
      return j.ok && j.judgement.verdict;
    };
    expect(certified('2026-11-03', 'certification')).toBe('provisional');
    expect(certified('2026-11-04', 'certification')).toBe('pass');
    expect(certified(undefined, 'certification')).toBe('pass');
    expect(certified('2026-11-03', 'wiremap-length')).toBe('pass');
  });
});

describe('two people who read one link at about the same time', () => {
  it('and do not agree leave it to be read once more', () => {
    const state = after([bad('ines'), good('bo')]);
    expect(state.head.state).toBe('provisional');
    expect(state.disputedBy).toBe('ines');
    expect(after([bad('ines'), good('bo'), good('bo')])).toMatchObject({ head: { state: 'proven' } });
  });
  it('are not settled by a length from one end', () => {
    const state = after([bad('ines'), good('bo'), entry('one-end', from({ metres: alike(30) }))]);
    expect([state.head.state, state.disputedBy]).toEqual(['provisional', 'ines']);
  });
  it('do agree, or one of them read it twice, or work lies between', () => {
    expect(after([good('ines'), good('bo')]).head.state).toBe('proven');
    expect(after([bad('bo'), good('bo')]).head.state).toBe('proven');
    expect(after([bad('ines'), redone(), good('bo')]).head.state).toBe('proven');
  });
  it('a fail after a pass is a fail, whoever read it', () => {
    expect(after([good('bo'), bad('ines')]).head.state).toBe('failed');
  });
});
