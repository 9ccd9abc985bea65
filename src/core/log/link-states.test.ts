import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema } from '../model/job';
import { LinkStates } from './link-states';
import { foldLink, TERMINATION_STATES, type LinkStatus } from './state';

const file = jobFileSchema.parse(demo);
const terms = { policy: file.job.policy, parts: file.parts };
const statuses = file.links.map((l) => foldLink(l, terms, file.entries.filter((e) => 'link' in e && e.link === l.id) as never)); // prettier-ignore
const lines = (list: readonly LinkStatus[]) => list.map((s) => JSON.stringify(s)).join('\n');

describe('states that come as text', () => {
  it('are those of the log, each read when it is asked for', () => {
    const read = LinkStates.read(lines(statuses));
    for (const s of statuses) {
      expect(read.endsOf(s.link)).toMatchObject({
        head: { state: s.head.state },
        tail: { state: s.tail.state },
      });
      expect(read.get(s.link)).toEqual(s);
      expect(read.get(s.link)).toBe(read.get(s.link));
    }
    expect(new Set(statuses.flatMap((s) => [s.head.state, s.tail.state])).size).toBeGreaterThan(4);
    expect(read.get('nowhere')).toBeUndefined();
    expect(read.endsOf('nowhere')).toBeUndefined();
    expect(LinkStates.read('').all()).toEqual([]);
    expect(() => LinkStates.read('{ half')).toThrow(SyntaxError);
  });
  it('tell how ends stand, whatever the id and whatever else the state holds (property)', () => {
    const state = fc.constantFrom(...TERMINATION_STATES);
    const odd = fc.oneof(fc.string({ minLength: 1 }), fc.constantFrom('","head":{"state":"proven"', '"', '\\', '},"tail":{"state":"proven"', '電')); // prettier-ignore
    const other = fc.dictionary(
      fc.constantFrom('reason', 'by', 'refused'),
      fc.oneof(odd, fc.record({ why: odd })),
    );
    const status = fc.record({ link: odd, head: fc.tuple(state, other).map(([s, o]) => ({ state: s, ...o })), tail: fc.tuple(state, other).map(([s, o]) => ({ state: s, ...o })), note: odd }); // prettier-ignore
    let plain = 0;
    fc.assert(
      fc.property(fc.uniqueArray(status, { selector: (s) => s.link, minLength: 1, maxLength: 5 }), (list) => {
        const read = LinkStates.read(lines(list as never));
        for (const s of list) {
          const { head, tail } = read.endsOf(s.link)!;
          expect([head.state, tail.state]).toEqual([s.head.state, s.tail.state]);
          if (!/[\\"]/.test(JSON.stringify(s.link).slice(1, -1))) plain++;
        }
        expect(read.all()).toEqual(list);
      }),
    );
    expect(plain).toBeGreaterThan(20);
  });
  it('take newer ones in, and are read ahead in steps', () => {
    const read = LinkStates.read(lines(statuses));
    const newer = { ...statuses[0]!, head: { ...statuses[0]!.head, state: 'failed' as const } };
    const both = read.with([newer]);
    expect(both.get(newer.link)).toBe(newer);
    expect(both.endsOf(newer.link)!.head.state).toBe('failed');
    expect(read.get(newer.link)).toEqual(statuses[0]);
    expect([...both.readAhead(10)]).toHaveLength(Math.floor((statuses.length - 1) / 10));
    expect([...both.readAhead(10)]).toHaveLength(0);
    expect(both.all()).toHaveLength(statuses.length);
  });
});
