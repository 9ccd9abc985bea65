import { describe, expect, it } from 'vitest';
import { EVIDENCE, evidenceCovers, type Evidence } from '../model/evidence';
import type { TesterResult } from '../model/tester-result';
import type { Reading } from './reading';
import { earnedEvidence, failReason, judge, notRuledOut } from './verdict';
import { parseWalk } from './walk';

const STRAIGHT = '1 2 3 4 5 6 7 8';
const walkOf = (text: string) => {
  const parsed = parseWalk(text, text.split(' ').length === 9);
  if (!parsed.ok) throw new Error(parsed.message);
  return parsed.walk;
};
const said = (says: TesterResult['says']): TesterResult => ({ says, limit: 'category 6, permanent link' });
/** Every kind of evidence with and without what makes it up: 5 kinds, splits, length and result there or not. */
const EVERY = EVIDENCE.flatMap((evidence) =>
  [false, true].flatMap((splits) =>
    [false, true].flatMap((length) =>
      [undefined, 'pass', 'pass*', 'fail*', 'fail'].map((says) => ({ evidence, splits, length, says })),
    ),
  ),
) as { evidence: Evidence; splits: boolean; length: boolean; says?: TesterResult['says'] }[];
const readingOf = ({ evidence, splits, length, says }: (typeof EVERY)[number], walk = STRAIGHT): Reading => ({
  walk: walkOf(walk),
  evidence,
  ...(splits ? { splits: [] } : {}),
  ...(length ? { lengthMetres: 31 } : {}),
  ...(says ? { result: said(says) } : {}),
});
/** What is earned, said again in other words: each kind wants what it adds and all that those below it want. */
const WANTS: Record<Evidence, (r: (typeof EVERY)[number]) => boolean> = {
  continuity: () => true,
  wiremap: (r) => r.splits,
  'wiremap-length': (r) => r.splits && r.length,
  qualification: (r) => r.splits && r.length && r.says !== undefined,
  certification: (r) => r.splits && r.length && r.says !== undefined,
};

describe('what a reading has earned', () => {
  it('is the most of which nothing is missing, and never more than it is said to be', () => {
    expect(EVERY).toHaveLength(100);
    for (const r of EVERY) {
      const earned = [...EVIDENCE].reverse().find((e) => evidenceCovers(r.evidence, e) && WANTS[e](r));
      expect(earnedEvidence(readingOf(r)), JSON.stringify(r)).toBe(earned);
    }
  });
});

describe('a verdict', () => {
  it('passes only where what is asked was earned, every contact is right and no result says fail', () => {
    const counted = { pass: 0, provisional: 0, fail: 0 };
    for (const r of EVERY)
      for (const asked of EVIDENCE)
        for (const walk of [STRAIGHT, '1 2 3 - 5 6 7 8']) {
          const { verdict, star, faults, evidence } = judge(readingOf(r, walk), 'straight', asked);
          const bad = walk !== STRAIGHT || r.says === 'fail' || r.says === 'fail*';
          const enough = evidenceCovers(r.evidence, asked) && WANTS[asked](r);
          expect(verdict, JSON.stringify({ ...r, asked, walk })).toBe(bad ? 'fail' : enough ? 'pass' : 'provisional'); // prettier-ignore
          expect(faults.length > 0).toBe(walk !== STRAIGHT);
          expect(star).toBe(verdict === 'pass' && r.says === 'pass*' ? true : undefined);
          expect(evidence).toBe(earnedEvidence(readingOf(r)));
          counted[verdict]++;
        }
    // 100 readings, 5 things asked, 2 walks: all three come about, and often.
    expect(counted.pass + counted.provisional + counted.fail).toBe(1000);
    expect(Math.min(counted.pass, counted.provisional)).toBeGreaterThan(40);
  });
  it('says what is missing of what was asked', () => {
    const why = (r: Partial<(typeof EVERY)[number]>, asked: Evidence) =>
      judge(readingOf({ evidence: 'continuity', splits: false, length: false, ...r }), 'straight', asked).reason; // prettier-ignore
    expect(why({ evidence: 'wiremap' }, 'wiremap')).toBe('Good so far: split pairs were not looked at; the job asks for a wiremap.'); // prettier-ignore
    expect(why({ evidence: 'wiremap-length', splits: true }, 'wiremap-length')).toBe('Good so far: no length was measured; the job asks for a wiremap with length.'); // prettier-ignore
    expect(why({ evidence: 'certification', splits: true, length: true }, 'certification')).toBe("Good so far: the tester's own result is not there; the job asks for a certification."); // prettier-ignore
    expect(why({ evidence: 'wiremap', splits: true }, 'qualification')).toBe('Good so far: only a wiremap; the job asks for a speed qualification.'); // prettier-ignore
    // A continuity tester that looked at split pairs earns continuity and no more.
    expect(why({ splits: true }, 'wiremap')).toBe(
      'Good so far: only continuity; the job asks for a wiremap.',
    );
  });
  it('by a tester that says fail is a fail with its words, a star is told', () => {
    const by = (says: TesterResult['says']) =>
      judge(readingOf({ evidence: 'certification', splits: true, length: true, says }), 'straight', 'certification'); // prettier-ignore
    expect(by('fail')).toMatchObject({ verdict: 'fail', faults: [], reason: expect.stringMatching(/^the tester says fail/) }); // prettier-ignore
    expect(by('pass*').reason).toBe('Every contact answers as ordered, by a certification. The tester gave it a star: within its accuracy of the limit.'); // prettier-ignore
    expect(by('pass').reason).toBe('Every contact answers as ordered, by a certification.');
  });
  it('leaves open what its evidence does not show, and the shield where that answers', () => {
    expect(notRuledOut('continuity', false)).toEqual(['split pairs', 'length', 'whether the speed runs', 'limits of the category']); // prettier-ignore
    expect(notRuledOut('wiremap', true)).toEqual(['length', 'whether the speed runs', 'limits of the category']); // prettier-ignore
    expect(notRuledOut('wiremap-length', true)).toEqual(['whether the speed runs', 'limits of the category']); // prettier-ignore
    expect(notRuledOut('qualification', true)).toEqual(['limits of the category']);
    expect(notRuledOut('certification', true)).toEqual([]);
    expect(notRuledOut('certification', true, true)).toEqual(["a shield that answers only through the building's earth"]); // prettier-ignore
    const shielded: Reading = { walk: walkOf(`${STRAIGHT} S`), evidence: 'wiremap', splits: [] };
    expect(judge(shielded, 'straight').notRuledOut[0]).toContain('through the building');
    expect(judge({ ...shielded, walk: walkOf(STRAIGHT) }, 'straight').notRuledOut[0]).toBe('length');
  });
});

describe('the reason of a fail', () => {
  const reason = (
    walk: string,
    more: Partial<Reading> = {},
    ordered: 'straight' | 'crossover' = 'straight',
  ) => judge({ walk: walkOf(walk), evidence: 'wiremap', ...more }, ordered).reason;
  it.each([
    ['- - - - - - - -', 'nothing answers at all'],
    ['8 7 6 5 4 3 2 1', 'all eight in reverse order'],
    ['3 6 1 4 5 2 7 8', 'A at one end, B at the other'],
    ['1 2 3 8 7 6 5 4', 'two pairs transposed'],
    ['1 2 3 7 8 6 4 5', 'two pairs transposed; two pairs reversed'],
    ['2 1 3 4 5 6 7 8', 'one pair reversed'],
    ['2 1 6 4 5 3 7 8', 'two pairs reversed'],
    ['1 3 2 4 5 6 7 8', 'contacts 2 and 3 out of order'],
    ['1 2 3 - 5 6 7 8', 'contact 4 open'],
    ['1 2 3 - - 6 7 8', 'contacts 4 and 5 open'],
    ['1 2 3 4+5 4+5 6 7 8', 'contacts 4 and 5 joined'],
    ['1 2 3 4 5 6 7 8 -', 'shield open'],
  ])('of %s is said in a few words', (walk, says) => expect(reason(walk)).toBe(says));
  it('names split pairs by their contacts, and a straight link where a crossover was ordered', () => {
    expect(reason(STRAIGHT, { splits: ['36'] })).toBe('split pair 3-6');
    expect(reason(STRAIGHT, { splits: ['36', '45'] })).toBe('split pairs 3-6 and 4-5');
    expect(reason(STRAIGHT, {}, 'crossover')).toContain('a crossover was ordered');
  });
  it('says several faults, the weightiest first', () => {
    expect(reason('2 1 3 - 5 6 7 8')).toBe('one pair reversed; contact 4 open');
    expect(failReason([])).toBe('');
  });
});
