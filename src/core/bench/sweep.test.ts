import { describe, expect, it } from 'vitest';
import demo from '../../../demo/skerry-point.json';
import { jobFileSchema, type Link } from '../model/job';
import { differsInSweep, paceOf } from './sweep';

const file = jobFileSchema.parse(demo);
const { policy } = file.job;
const straight = file.links.find((l) => l.ordered === 'straight' && !l.scheme)!;

describe('the pace of a sweep', () => {
  it('goes by the middle of its times, without the breaks', () => {
    const minutes = [0, 3, 6, 66, 69, 79];
    expect(
      paceOf(
        minutes.map((m) => m * 60_000),
        10,
      ),
    ).toEqual({ done: 6, left: 10, minutesEach: 3, minutesLeft: 30 });
    expect(paceOf([5], 3).minutesLeft).toBeNull();
  });
});

describe('what differs in a sweep', () => {
  it('is nothing at a straight port of the scheme of the job', () => {
    expect(differsInSweep(straight, 'head', policy, file.links)).toBe('');
    expect(differsInSweep(straight, 'tail', policy, file.links)).toBe('');
  });
  it('is a crossover, a rolled end, a port of the other scheme', () => {
    const as = (ordered: Link['ordered']) => ({ ...straight, ordered });
    expect(differsInSweep(as('crossover'), 'head', policy, [])).toContain('ordered as a crossover');
    expect(differsInSweep(as('rollover'), 'tail', policy, [])).toContain('rolled over');
    const other = { ...policy, scheme: policy.scheme === 'T568A' ? ('T568B' as const) : ('T568A' as const) };
    const pinned: Link = { ...straight, scheme: policy.scheme };
    expect(differsInSweep(pinned, 'head', other, [])).toContain('orange and green change places');
  });
  it('is, among cords, the one that is laid to another order than most, whatever the job has', () => {
    const cord = (number: number, scheme: 'T568A' | 'T568B'): Link => ({
      ...straight,
      cord: { batch: 'b', number },
      scheme,
      head: { connector: 'closed-plug' },
      tail: { connector: 'closed-plug' },
    });
    const cords = [cord(1, 'T568A'), cord(2, 'T568A'), cord(3, 'T568B')];
    expect(cords.map((c) => differsInSweep(c, 'head', policy, cords))).toEqual([
      '',
      '',
      'This cord is laid to T568B here, the others to T568A.',
    ]);
  });
});
