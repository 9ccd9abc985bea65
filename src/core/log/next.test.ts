import { describe, expect, it } from 'vitest';
import type { Link } from '../model/job';
import {
  inPortOrder,
  nextAfter,
  nextNearest,
  nextOfJob,
  wantsMore,
  wantsReading,
  wantsRedo,
  wantsTrace,
  whatNext,
  worstState,
} from './next';
import { TERMINATION_STATES, type LinkStatus, type TerminationState } from './state';

const stands = (head: TerminationState, tail: TerminationState, more: object = {}) => ({ head: { state: head }, tail: { state: tail }, ...more }) as LinkStatus; // prettier-ignore
const BOTH = TERMINATION_STATES.flatMap((h) => TERMINATION_STATES.map((t) => stands(h, t)));
const has = (s: LinkStatus, ...states: TerminationState[]) =>
  states.some((x) => s.head.state === x || s.tail.state === x);

describe('what a link wants', () => {
  it('is one thing at a time: to be done again, to be read, to be begun, to be proven by more, or nothing', () => {
    for (const s of BOTH) {
      const is = `${s.head.state} ${s.tail.state}`;
      expect(wantsRedo(s), is).toBe(has(s, 'failed'));
      expect(wantsReading(s), is).toBe(!has(s, 'failed', 'bare') && has(s, 'seated', 'stale'));
      expect(wantsMore(s), is).toBe(!has(s, 'failed', 'bare', 'seated', 'stale') && has(s, 'provisional'));
      const nothing = s.head.state === 'proven' && s.tail.state === 'proven';
      const some = wantsRedo(s) || wantsReading(s) || has(s, 'bare') || wantsMore(s);
      // Nothing is left to do just where both ends are proven.
      expect(some, is).toBe(!nothing);
    }
  });
  it('is spoken for by the end that wants a hand most', () => {
    expect(worstState(stands('proven', 'failed'))).toBe('failed');
    expect(worstState(stands('stale', 'bare'))).toBe('stale');
    expect(worstState(stands('bare', 'seated'))).toBe('seated');
    expect(worstState(stands('provisional', 'bare'))).toBe('bare');
    expect(worstState(stands('proven', 'provisional'))).toBe('provisional');
    expect(worstState(stands('proven', 'proven'))).toBe('proven');
  });
  it('goes on at the bench while an end is bare, the head first, else at prove', () => {
    expect(whatNext(stands('bare', 'bare'))).toEqual({ screen: 'bench', end: 'head' });
    expect(whatNext(stands('failed', 'bare'))).toEqual({ screen: 'bench', end: 'tail' });
    expect(whatNext(stands('seated', 'stale'))).toEqual({ screen: 'prove' });
  });
  it('is a trace where nothing is seated at its head and none told which cable it is', () => {
    const traced = (is: string, head: TerminationState = 'bare') => wantsTrace(stands(head, 'bare', { traced: { is } })); // prettier-ignore
    expect(wantsTrace(stands('bare', 'seated'))).toBe(true);
    expect(['bridged', 'silent', 'known', 'inferred'].map((is) => traced(is))).toEqual([true, true, false, false]); // prettier-ignore
    expect(traced('silent', 'seated')).toBe(false);
  });
});

const named = (id: string, more: object = {}) => ({ id, label: id, head: {}, ...more }) as Link;
const [A, B, C] = [named('a'), named('b'), named('c')] as const;

describe('the next work of a job', () => {
  const next = (...states: LinkStatus[]) => {
    const links = states.map((_, i) => named(`l${i}`));
    const stateOf = (id: string) => states[Number(id.slice(1))]!;
    const found = nextOfJob(links, stateOf, stateOf);
    return found && [found.work, found.link.id, found.count];
  };
  const [proven, better, bare, failed, stale] = [stands('proven', 'proven'), stands('provisional', 'proven'), stands('bare', 'seated'), stands('failed', 'proven'), stands('stale', 'seated')] as const; // prettier-ignore
  it('is to prove, then to do again, then to begin, then to prove by more; and how many want the same', () => {
    expect(next(proven, better, bare, failed, stale, stale)).toEqual(['prove', 'l4', 2]);
    expect(next(proven, better, bare, failed, failed)).toEqual(['redo', 'l3', 2]);
    expect(next(better, bare, proven)).toEqual(['terminate', 'l1', 1]);
    expect(next(stands('proven', 'bare'))).toEqual(['terminate', 'l0', 1]);
    expect(next(proven, better, better)).toEqual(['prove-better', 'l1', 2]);
  });
  it('is a round where only numbered remotes can tell, and nothing else is to be read or done again', () => {
    const by = (s: LinkStatus) => ({ ...s, exchanged: { with: 'x', mended: true, entry: 'e' } });
    const [back, soFar] = [by(stale), by(stands('provisional', 'provisional'))];
    expect(next(back, stale)).toEqual(['prove', 'l1', 2]);
    expect(next(back, failed, bare)).toEqual(['redo', 'l1', 1]);
    expect(next(proven, back, bare, back)).toEqual(['round', 'l1', 2]);
    expect(next(soFar, bare)).toEqual(['terminate', 'l1', 1]);
    expect(next(soFar, better)).toEqual(['prove-better', 'l1', 2]);
    expect(next(proven, soFar)).toEqual(['round', 'l1', 1]);
  });
  it('is nothing where every link is proven, and only there', () => {
    expect(next(proven, proven)).toBeNull();
    for (const s of BOTH) expect(next(s) === null).toBe(s.head.state === 'proven' && s.tail.state === 'proven'); // prettier-ignore
  });
});

describe('the next link', () => {
  const all = () => true;
  it('is the first one after, going round, and never the one in hand', () => {
    expect(nextAfter([A, B, C], 'a', all)).toBe(B);
    expect(nextAfter([A, B, C], 'c', all)).toBe(A);
    expect(nextAfter([A, B, C], 'a', (l) => l.id !== 'b')).toBe(C);
    expect(nextAfter([A, B, C], null, all)).toBe(A);
    expect(nextAfter([A, B, C], 'gone', all)).toBe(A);
    expect(nextAfter([A], 'a', all)).toBeNull();
    expect(nextAfter([A, B, C], 'b', () => false)).toBeNull();
    expect(nextAfter([A, B, C], null, (l) => l.id === 'c')).toBe(C);
  });
  it('is looked for in the nearest place that has one', () => {
    expect(nextNearest([[A], [A, C], [A, B, C]], 'a', all)).toBe(C);
    expect(nextNearest([[A], [A, C], [A, B, C]], 'a', (l) => l.id === 'b')).toBe(B);
    expect(nextNearest([[A], []], 'a', all)).toBeNull();
  });
  it('follows the rack: panels as given, by port; then links without one by label; then cords by batch and number', () => {
    const port = (id: string, panel: string, n?: number) => named(id, { head: { panel, port: n } });
    const cord = (id: string, batch: string, number: number) => named(id, { cord: { batch, number } });
    const order = inPortOrder(
      [cord('c9', 'late', 1), cord('c2', 'first', 10), cord('c1', 'first', 2), cord('c0', 'unknown', 5), named('d10'), named('d9'), port('p2', 'K2', 1), port('p11', 'K1', 11), port('p3', 'K1', 3), port('p0', 'gone', 4), port('pn', 'K1')],
      ['K1', 'K2'],
      ['first', 'late'],
    ).map((l) => l.id); // prettier-ignore
    expect(order).toEqual(['p0', 'pn', 'p3', 'p11', 'p2', 'd9', 'd10', 'c0', 'c1', 'c2', 'c9']);
  });
});
