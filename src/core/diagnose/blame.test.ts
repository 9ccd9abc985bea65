import { describe, expect, it } from 'vitest';
import type { End } from '../wiring/conductors';
import { blameOf, likeliestAt } from './blame';
import type { Explanation } from './types';

const lies = (probability: number, at: readonly End[], brokenAt: readonly End[] = []) =>
  ({
    probability,
    mistakes: at.map((where) => ({ where, kind: 'other', contacts: [], conductors: [] })),
    cable: { breaks: brokenAt.map((zone) => ({ conductor: 'BL', zone })), bridges: [] },
  }) as unknown as Explanation;

describe('the ends to be done again', () => {
  it('are those at which a third of the belief lies, and both where it lies at neither', () => {
    expect(blameOf([lies(0.6, ['head']), lies(0.25, ['tail'])])).toEqual(['head']);
    expect(blameOf([lies(0.5, ['head']), lies(0.2, ['tail']), lies(0.2, [], ['tail'])])).toEqual(['head', 'tail']); // prettier-ignore
    expect(blameOf([lies(0.9, [])])).toEqual(['head', 'tail']);
  });
  it('decide which explanation is written down, where somebody said which they are', () => {
    const all = [
      lies(0.4, ['head']),
      lies(0.3, ['head', 'tail']),
      lies(0.2, [], ['tail']),
      lies(0.1, ['tail']),
    ];
    expect(likeliestAt(all, ['head'])).toBe(0);
    expect(likeliestAt(all, ['tail'])).toBe(2);
    expect(likeliestAt(all, ['head', 'tail'])).toBe(0);
    expect(likeliestAt([lies(0.9, []), lies(0.1, ['head'])], ['tail'])).toBe(0);
    expect(likeliestAt([], ['tail'])).toBe(0);
  });
});
