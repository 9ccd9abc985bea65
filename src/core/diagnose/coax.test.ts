import { describe, expect, it } from 'vitest';
import { parseCoaxWalk } from '../reading/coax';
import { adviseCoax, type CoaxKnown } from './coax';

const advise = (walk: string, known: Partial<CoaxKnown> = {}) => {
  const parsed = parseCoaxWalk(walk);
  if (!parsed.ok) throw new Error(parsed.message);
  return adviseCoax(parsed.answers, { ends: {}, checked: false, ...known }, 'head');
};

/* What a technician looks for in a coax connector (common practice, no source). */
describe('what a coax reading means', () => {
  it('a good one means nothing', () => expect(advise('C S')).toBeNull());
  it('nothing answers: cable and remote first', () => {
    expect(advise('- -')).toMatchObject({ next: { action: 'check' }, explanations: [{ where: 'setting' }, {}, {}, {}] }); // prettier-ignore
    expect(advise('- -', { checked: true })!.next).toMatchObject({ action: 'look', end: 'head' });
  });
  it.each([
    ['C+S C+S', /whisker of braid/, false],
    ['- S', /past the face/, true],
    ['C -', /compressed/, true],
  ])('%s: a look into the near connector, then the far one', (walk, question, yesIsGood) => {
    expect(advise(walk)!.next).toMatchObject({ action: 'look', end: 'head', yesIsGood, question: expect.stringMatching(question) as string }); // prettier-ignore
    expect(advise(walk, { ends: { head: 'well' } })!.next).toMatchObject({ action: 'look', end: 'tail' });
    expect(advise(walk, { ends: { head: 'redone' } })!.next).toMatchObject({ action: 'look', end: 'tail' });
  });
  it('an end that is seen wrong is done again, whatever else', () => {
    const told = advise('C+S C+S', { ends: { head: 'well', tail: 'wrong' } })!;
    expect(told.next).toMatchObject({ action: 'redo', end: 'tail' });
    expect(told.explanations[0]).toMatchObject({ where: 'tail' });
  });
  it('only when both ends are well is it the cable', () =>
    expect(advise('C -', { ends: { head: 'well', tail: 'redone' } })!.next.action).toBe('re-pull'));
  it('chances add up to one', () => {
    for (const walk of ['- -', '- S', 'C -', 'C+S C+S', 'S C'])
      expect(advise(walk)!.explanations.reduce((s, e) => s + e.probability, 0)).toBeCloseTo(1, 12);
  });
});
