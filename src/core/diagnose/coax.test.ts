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
  /* Weights are the catalogue's own judgement; the shares of them are worked by hand. */
  it.each<[string, Partial<CoaxKnown>, [string, number][]]>([
    ['C+S C+S', {}, [['head', 20 / 42], ['tail', 20 / 42], ['cable', 2 / 42]]],
    ['C+S C+S', { ends: { tail: 'wrong' } }, [['tail', 2000 / 2022], ['head', 20 / 2022], ['cable', 2 / 2022]]],
    ['- S', { ends: { head: 'well' } }, [['tail', 12 / 13], ['cable', 1 / 13]]],
    ['C -', {}, [['head', 10 / 33], ['tail', 10 / 33], ['head', 6 / 33], ['tail', 6 / 33], ['cable', 1 / 33]]],
    ['- -', {}, [['setting', 40 / 50], ['head', 4 / 50], ['tail', 4 / 50], ['cable', 2 / 50]]],
    ['- -', { checked: true }, [['head', 4 / 10], ['tail', 4 / 10], ['cable', 2 / 10]]],
    ['- -', { checked: true, ends: { head: 'redone', tail: 'well' } }, [['cable', 1]]],
  ])('%s, knowing %j', (walk, known, shares) => {
    const { explanations } = advise(walk, known)!;
    expect(explanations.map((e) => [e.where, e.probability])).toEqual(shares.map(([where, p]) => [where, expect.closeTo(p, 12)])); // prettier-ignore
  }); // prettier-ignore
  it.each(['C+S C+S', 'C+S S', 'C C+S', 'S S', 'C C', 'S C', '- C', 'S -'])('%s: something is joined', (walk) =>
    expect(advise(walk)!.next.question).toBe('Head: is there a whisker of braid or foil at the centre?'),
  ); // prettier-ignore
  it('says which end, and what to do there', () => {
    const asked = (known: Partial<CoaxKnown>) => advise('- S', known)!.next.question;
    expect(asked({ ends: { head: 'well' } })).toBe('Tail: does the centre stand 1 to 2 mm past the face?');
    expect(asked({ ends: { head: 'wrong' } })).toMatch(/^At the head, cut the connector off/);
    expect(asked({ ends: { head: 'well', tail: 'well' } })).toMatch(/^Both ends are fine: .* staple/);
    expect(advise('- -')!.next.question).toMatch(/right cable, and is the remote on its other end/);
  });
});
