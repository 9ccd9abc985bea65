import { createEmptyCard, fsrs } from 'ts-fsrs';
import { describe, expect, it } from 'vitest';
import { depthOffered } from '../bench/depth';
import { belongsAt } from '../bench/seats';
import { createEngine } from '../diagnose/engine';
import { effective } from '../log/effective';
import { project } from '../log/projection';
import { DEFAULT_COSTS } from '../model/costs';
import type { LogEntry } from '../model/entry';
import { followAdvice } from '../practice/conversation';
import { randomFrom } from '../practice/random';
import { CONTACTS } from '../wiring/conductors';
import { SCHEMES } from '../wiring/schemes';
import { isDue, memories, recallOf, reviewed, type Memories } from './memory';
import { nextSkill, questionOf, ratingOf } from './next-question';
import { markOrder, orderQuestion } from './order';
import { ownFaults } from './own-faults';
import { markChoice, markNumber, type ChoiceQuestion } from './question';
import { classCsv, knowsOrder, passedFamily, standing, standsOf } from './report';
import { rulesOf } from './rules';
import { FAULTS, HOLDS, orderSkill, terminationSkill, SKILLS, SLIPS, SUMS } from './skills';
import { beginSearch, doNext, ratingOfSearch } from './which-end';

const MANY = 10_000;
const words = (c: string) => c;
let n = 0;
const entry = (kind: string, data: object, more: object = {}): LogEntry =>
  ({ id: `e${String(++n).padStart(6, '0')}`, job: 'j', kind, at: new Date(Date.UTC(2026, 4, 4, 8, n)).toISOString(), by: 'bo', data, ...more }) as unknown as LogEntry; // prettier-ignore

describe('every question', () => {
  it.each([
    ['reading', FAULTS],
    ['hands', SLIPS],
    ['sums', SUMS],
  ] as const)('of %s has its right answers among its options, each once, and no other is right', (exercise, what) => {
    const random = randomFrom(7);
    for (let i = 0; i < MANY; i++) {
      const q = questionOf(`${exercise}/${what[i % what.length]}`, random)!;
      if (q.kind === 'number') {
        expect(markNumber(q, String(q.right)).right).toBe(true);
        expect(markNumber(q, String(q.right + q.within + 1)).right).toBe(false);
        expect(markNumber(q, '').right).toBe(false);
        continue;
      }
      if (q.kind !== 'choice') throw new Error(q.kind);
      const ids = q.options.map((o) => o.id);
      if (new Set(ids).size !== ids.length || ids.length < 2) throw new Error(JSON.stringify(q));
      if (!q.right.length || !q.right.every((r) => ids.includes(r))) throw new Error(JSON.stringify(q));
      if (new Set(q.options.map((o) => o.says)).size !== ids.length) throw new Error(JSON.stringify(q));
      if (!markChoice(q, q.right).right || markChoice(q, ids).right === (q.right.length < ids.length)) throw new Error(JSON.stringify(q)); // prettier-ignore
    }
  }); // prettier-ignore
  it('of a reading by continuity alone cannot tell split pairs from none', () => {
    const random = randomFrom(3);
    let met = 0;
    for (let i = 0; i < 400; i++) {
      const q = questionOf('reading/split', random) as ChoiceQuestion;
      if (q.reading!.splits !== null) {
        expect(q.reading!.splits.length).toBeGreaterThan(0);
        expect(q.right.some((r) => r === 'none')).toBe(false);
        continue;
      }
      met++;
      expect(q.right).toContain('none');
      expect(q.right.some((r) => r.startsWith('split'))).toBe(true);
    }
    expect(met).toBeGreaterThan(100);
  });
  it('of one end to the other scheme is crossed pairs 1-2 and 3-6 as well: the two read the same', () => {
    const random = randomFrom(5);
    const both = Array.from({ length: 300 }, () => questionOf('reading/other-scheme', random) as ChoiceQuestion)
      .filter((q) => q.options.some((o) => o.id === 'crossed 1-2,3-6')); // prettier-ignore
    expect(both.length).toBeGreaterThan(10);
    for (const q of both) expect([...q.right].sort()).toEqual(['crossed 1-2,3-6', 'other-scheme']);
  });
});

describe('the order', () => {
  it('is right as the standard has it in every hold, and a slip is named as the trade names it', () => {
    for (const scheme of SCHEMES)
      for (const hold of HOLDS) {
        const q = orderQuestion(orderSkill(scheme, hold));
        expect([...q.asked].sort()).toEqual([...CONTACTS]);
        const right = q.asked.map((c) => belongsAt(q.family, { scheme }, c));
        expect(markOrder(q, right, words)).toEqual({ right: true });
        const other = q.asked.map((c) => belongsAt(q.family, { scheme: scheme === 'T568A' ? 'T568B' : 'T568A' }, c)); // prettier-ignore
        expect(markOrder(q, other, words)).toMatchObject({ right: false, slip: expect.stringContaining(`laid to ${scheme === 'T568A' ? 'B' : 'A'}`) }); // prettier-ignore
        expect(markOrder(q, right.slice(0, 7), words).right).toBe(false);
      }
    // TIA-568, from memory: T568B begins with white-orange, and blue keeps contact 4.
    const b = orderQuestion(orderSkill('T568B', 'contacts'));
    expect(b.asked[0]).toBe('1');
    expect(belongsAt(b.family, { scheme: 'T568B' }, '1')).toBe('WO');
    expect(belongsAt(b.family, { scheme: 'T568B' }, '4')).toBe('BL');
    expect(orderQuestion(orderSkill('T568B', 'latch')).asked[0]).toBe('8');
    expect(orderQuestion(orderSkill('T568B', 'nose')).asked[0]).toBe('8');
  });
});

describe('what comes back when', () => {
  it('is what the scheduler’s own package says (checked against it)', () => {
    const reference = fsrs({ enable_fuzz: false });
    let card = createEmptyCard(new Date('2026-05-04T08:00:00Z'));
    let kept;
    for (const [at, rating] of [['2026-05-04T08:00:00Z', 3], ['2026-05-04T08:20:00Z', 3], ['2026-05-07T08:00:00Z', 1], ['2026-05-07T09:00:00Z', 3], ['2026-05-20T08:00:00Z', 4]] as const) {
      card = reference.next(card, new Date(at), rating).card;
      kept = reviewed(kept, at, rating);
      expect(kept.card).toMatchObject({ due: card.due.toISOString(), stability: card.stability, difficulty: card.difficulty, reps: card.reps, lapses: card.lapses });
    }
    expect(kept).toMatchObject({ asked: 5, right: 4, last: true });
  }); // prettier-ignore
  it('takes a clock that was set back for no time gone by, and never asks for what was never asked', () => {
    const first = reviewed(undefined, '2026-05-04T08:00:00Z', 3);
    const back = reviewed(first, '2026-05-01T08:00:00Z', 3);
    expect(Date.parse(back.card.last_review!)).toBe(Date.parse('2026-05-04T08:00:00Z'));
    expect(recallOf(first, new Date('2026-05-01T00:00:00Z'))).toBe(1);
    expect(isDue(undefined, new Date())).toBe(false);
  });
  it('comes together from two devices of one evening, whichever is heard first', () => {
    const a = [1, 2, 3].map(() => entry('drilled', { skill: 'sums/cut', rating: 3, ms: 9000 }));
    const b = [1, 2].map(() => entry('drilled', { skill: 'sums/cut', rating: 1, ms: 9000 }, { by: 'bo' }));
    const other = entry('drilled', { skill: 'sums/cut', rating: 3, ms: 1 }, { by: 'una' });
    const all = project(memories, [...a, ...b, other]);
    expect(project(memories, [other, ...b, ...a])).toEqual(all);
    expect(all['bo']!['sums/cut']).toMatchObject({ asked: 5, right: 3 });
    expect(Object.keys(all)).toEqual(['bo', 'una']);
  });
  it('asks what is due first, then what went wrong on the job, then what is new; not the same twice running', () => {
    const now = new Date('2026-05-20T08:00:00Z');
    const due = { 'sums/nvp': reviewed(undefined, '2026-05-01T08:00:00Z', 3) };
    expect(nextSkill(due, now).id).toBe('sums/nvp');
    expect(nextSkill(due, now, { last: 'sums/nvp' }).id).not.toBe('sums/nvp');
    expect(nextSkill({}, now, { found: ['hands/exchanged'] }).id).toBe('hands/exchanged');
    expect(nextSkill({}, now).id).toBe(SKILLS[0]!.id);
    expect(nextSkill({}, now, { only: 'which-end' }).exercise).toBe('which-end');
  });
  it('brings a weakness more often: a learner who cannot do one thing meets it most', () => {
    const weak = 'reading/split';
    let memory: Record<string, ReturnType<typeof reviewed>> = {};
    const met: Record<string, number> = {};
    let at = Date.parse('2026-05-04T08:00:00Z');
    let last: string | undefined;
    for (let i = 0; i < 600; i++) {
      // Twenty questions an evening.
      at += i % 20 ? 30_000 : 86_400_000;
      const { id, exercise } = nextSkill(memory, new Date(at), { last });
      met[id] = (met[id] ?? 0) + 1;
      memory = { ...memory, [id]: reviewed(memory[id], new Date(at).toISOString(), ratingOf(exercise, id !== weak, 20_000)) }; // prettier-ignore
      last = id;
    }
    const others = SKILLS.filter((s) => s.id !== weak).map((s) => met[s.id] ?? 0);
    expect(met[weak]).toBeGreaterThan(2 * Math.max(...others));
  });
  it('takes up what was found in one’s own ends, and nobody else’s', () => {
    const log = [
      entry('seated', {}, { link: 'a', end: 'tail', by: 'bo' }),
      entry('seated', {}, { link: 'a', end: 'head', by: 'una' }),
      entry('found', { mistakes: [{ kind: 'upside-down', where: 'tail', contacts: [] }], asExplained: true }, { link: 'a', by: 'una' }), // prettier-ignore
    ];
    expect(effective(log)).toHaveLength(3);
    expect(ownFaults(log, 'bo')).toContain('reading/upside-down');
    expect(ownFaults(log, 'una')).toEqual([]);
  });
});

describe('which end', () => {
  it('costs the minutes of the bench: a walk, a plate and a look, by hand', () => {
    const begun = beginSearch('which-end/jack-jack', randomFrom(11));
    expect(begun.found).toBe(false);
    // At the panel: a look, 0.5 min. At the outlet: the walk 4, the plate 1.5, the look 0.5.
    const here = doNext(begun, { action: 'look', end: 'head', contact: 0 });
    expect(here.minutes).toBe(0.5);
    const there = doNext(here, { action: 'look', end: 'tail', contact: 0 });
    expect(there.minutes).toBe(6.5);
    expect(doNext(there, { action: 'look', end: 'tail', contact: 1 }).minutes).toBe(7);
    expect(there.steps.at(-1)!.look).toMatchObject({ end: 'tail', contact: '1' });
  });
  it('is found by the planner’s own steps in the planner’s own minutes', () => {
    const engine = createEngine();
    for (const skill of ['which-end/jack-jack', 'which-end/jack-plug'])
      for (let seed = 0; seed < 3; seed++) {
        const begun = beginSearch(skill, randomFrom(seed));
        const way = followAdvice(engine, begun.world, DEFAULT_COSTS, { at: 'head' });
        let s = begun;
        for (const { diagnosis } of way.steps) {
          const { action, end, contact, contacts } = diagnosis.next;
          if (action === 'none' || action === 'prove') continue;
          s = doNext(s, { action, end, contact: CONTACTS.indexOf(contact as '1'), contacts: contacts?.map((c) => CONTACTS.indexOf(c as '1')) } as never); // prettier-ignore
        }
        expect([s.found, s.minutes], `${skill} ${seed}`).toEqual([
          way.proven,
          expect.closeTo(way.minutes, 6),
        ]);
      }
  }, 60_000);
  it('is rated by its minutes against the best way', () => {
    expect([8, 12, 20, 21].map((m) => ratingOfSearch(m, 8))).toEqual([4, 3, 2, 1]);
  });
});

describe('a class', () => {
  it('says what each can and cannot yet, and nothing of fewer than three answers', () => {
    const at = (i: number) => ({ at: new Date(Date.UTC(2026, 4, 4, 8, 0, i)).toISOString() });
    const log = [1, 2, 3].flatMap((i) => [
      entry('drilled', { skill: 'sums/cut', rating: 3, ms: 1 }, at(i)),
      entry('drilled', { skill: 'reading/split', rating: 1, ms: 1, slip: 'took it for right' }, at(i)),
    ]);
    const kept: Memories = project(memories, [...log, entry('drilled', { skill: 'sums/nvp', rating: 3, ms: 1 }, at(4))]); // prettier-ignore
    const stands = standsOf(kept, 'bo', new Date('2026-05-04T08:05:00Z'));
    const of = (id: string) => standing(stands.find((s) => s.skill.id === id)!);
    expect([of('sums/cut'), of('reading/split'), of('sums/nvp')]).toEqual(['has it', 'not yet', 'too few']);
    const csv = classCsv([{ id: 'bo', name: '=Bo' }], kept, new Date('2026-05-04T08:05:00Z'));
    expect(csv.split('\r\n')).toHaveLength(SKILLS.length + 2);
    expect(csv).toContain("'=Bo");
    expect(csv).toContain('took it for right');
  });
  it('knows an order by heart once every hold of it is had, and is then offered less at the bench sooner', () => {
    const at = (i: number) => ({ at: new Date(Date.UTC(2026, 4, 4, 8, 0, i)).toISOString() });
    const of = (hold: 'contacts' | 'latch') => [1, 2, 3].map((i) => entry('drilled', { skill: orderSkill('T568B', hold), rating: 3, ms: 1 }, at(i))); // prettier-ignore
    const now = new Date('2026-05-04T08:05:00Z');
    const knows = (log: LogEntry[]) => knowsOrder(project(memories, log), 'bo', 'T568B', 'closed-plug', now);
    expect([knows(of('contacts')), knows([...of('contacts'), ...of('latch')])]).toEqual([false, true]);
    const watched = [1, 2, 3].map((i) => entry('drilled', { skill: terminationSkill('closed-plug'), rating: 3, ms: 1 }, at(i))); // prettier-ignore
    const passed = (log: LogEntry[], family: 'closed-plug' | 'pass-through-plug') =>
      passedFamily(project(memories, log), 'bo', 'T568B', family, now);
    const order = [...of('contacts'), ...of('latch')];
    expect([passed(order, 'closed-plug'), passed([...order, ...watched], 'closed-plug'), passed([...order, ...watched], 'pass-through-plug')]).toEqual([false, true, false]); // prettier-ignore
    const six = { made: 6, right: 6 };
    expect([depthOffered(six, 'technician'), depthOffered(six, 'technician', true)]).toEqual([
      'full',
      'known',
    ]);
    // The terms may ask for the drill first: many good ends alone are then not enough.
    expect(depthOffered({ made: 40, right: 40 }, 'technician', false, true)).toBe('full');
    expect(depthOffered({ made: 40, right: 40 }, 'technician', true, true)).toBe('sweep');
    expect(depthOffered({ made: 20, right: 20 }, 'technician', true)).toBe('known');
    expect(depthOffered({ made: 40, right: 40 }, 'trainee', true)).toBe('known');
  });
  it('is taught the rule of every skill before it is asked', () => {
    for (const s of SKILLS) expect(rulesOf(s.id).length, s.id).toBeGreaterThan(0);
  });
});
