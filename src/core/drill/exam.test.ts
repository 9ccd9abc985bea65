import { describe, expect, it } from 'vitest';
import { markChoice, markNumber } from './question';
import { asksWords, EXAM, examOf, laidOn, newSeed, readSeed, resultOf, rightWords } from './exam';
import { SKILLS } from './skills';
import { leastPoe } from '../electrical/poe';

describe('an exam', () => {
  it('asks the same of everybody by its seed, and other things by another', () => {
    const once = examOf('K3F7Q');
    expect(examOf('K3F7Q')).toEqual(once);
    expect(examOf('K3F7R')).not.toEqual(once);
    expect(once.questions).toHaveLength(EXAM.questions);
    const skills = once.questions.map((q) => q.skill);
    expect(new Set(skills).size).toBe(EXAM.questions);
    for (const e of ['order', 'reading', 'hands', 'sums'])
      expect(skills.filter((s) => s.startsWith(`${e}/`))).toHaveLength(5);
  });
  it('of a job of jacks asks for no plug', () => {
    for (const seed of ['AAAAA', 'BBBBB', 'CCCCC']) {
      const skills = examOf(seed, new Set(['patch-panel', 'punch-down-jack'])).questions.map((q) => q.skill);
      expect(skills.filter((s) => s.startsWith('order/')).every((s) => s.endsWith('/slots'))).toBe(true);
    }
  });
  it('says what is right of every question, and what it says is marked right', () => {
    for (let i = 0; i < 200; i++)
      for (const q of examOf(`S${i}`).questions) {
        expect(asksWords(q).length).toBeGreaterThan(10);
        expect(rightWords(q)).not.toBe('');
        if (q.kind === 'number') expect(markNumber(q, rightWords(q).split(' ')[0]!).right).toBe(true);
        if (q.kind === 'choice') expect(markChoice(q, q.right).right).toBe(true);
      }
  });
  it('is passed with four of five right, by hand: 16 of 20', () => {
    const of = (right: number) => Array.from({ length: 20 }, (_, i) => ({ right: i < right }));
    expect(resultOf(of(16), 12)).toEqual({ right: 16, of: 20, passed: true, minutes: 12 });
    expect(resultOf(of(15), 99)).toEqual({ right: 15, of: 20, passed: false, minutes: 30 });
    expect(resultOf(of(20).slice(0, 10), 30)).toMatchObject({ right: 10, of: 20, passed: false });
  });
  it('is found again by its seed as it is typed', () => {
    expect(readSeed(' k3f7q ')).toBe('K3F7Q');
    expect(readSeed('no seed!')).toBeNull();
    expect(newSeed(() => 0.5)).toMatch(/^[A-Z2-9]{5}$/);
  });
});

it('the least power that feeds a device goes by what its type promises there', () => {
  expect([12.95, 13, 51, 71.3].map((w) => leastPoe(w)!.type)).toEqual([1, 2, 3, 4]);
  expect(leastPoe(72)).toBeUndefined();
});

describe('an exam laid on what went wrong', () => {
  const seed = laidOn('K3F7Q', ['termination/closed-plug', 'hands/exchanged', 'reading/split']);
  it('asks those in its first half, by the numbers behind its name', () => {
    expect(readSeed(seed.toLowerCase())).toBe(seed);
    const skills = examOf(seed).questions.map((q) => q.skill);
    expect(skills).toHaveLength(EXAM.questions);
    expect(new Set(skills.slice(0, 10))).toEqual(new Set(['hands/exchanged', 'reading/split']));
    expect(new Set(skills.slice(10)).size).toBe(10);
  });
  it('is refused where a number is of no skill that it can ask, and laid anew instead of twice', () => {
    expect(readSeed('K3F7Q-99')).toBeNull();
    expect(readSeed(`K3F7Q-${SKILLS.findIndex((s) => s.exercise === 'which-end') + 1}`)).toBeNull();
    expect(laidOn(seed, ['hands/foil']).split('-')).toHaveLength(2);
    expect(laidOn('K3F7Q', [])).toBe('K3F7Q');
  });
});
