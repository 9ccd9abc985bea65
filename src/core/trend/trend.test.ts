import { describe, expect, it } from 'vitest';
import { readFileSync } from 'node:fs';
import type { LogEntry } from '../model/entry';
import { jobFileSchema, type JobFile } from '../model/job';
import { planOfFile } from '../plan/invariants';
import { randomFrom } from '../practice/random';
import { causesOf } from './causes';
import { madeEnds, yields, type MadeEnd } from './ends';
import { forecast, minutesOfEnds, workingDay } from './forecast';

const file: JobFile = jobFileSchema.parse(JSON.parse(readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8'))); // prettier-ignore
const plan = planOfFile(file);
let n = 0;
const entry = (kind: string, minutes: number, data: object, more: object = {}): LogEntry =>
  ({ id: `e${String(++n).padStart(6, '0')}`, job: 'j', link: 'a', kind, at: new Date(Date.UTC(2026, 4, 4, 8, minutes)).toISOString(), by: 'bo', data, ...more }) as unknown as LogEntry; // prettier-ignore
const made = (count: number, wrong: number, more: Partial<MadeEnd> = {}): MadeEnd[] =>
  Array.from({ length: count }, (_, i) => ({ link: plan.links[i % 20]!, end: 'tail', right: i >= wrong, by: 'bo', at: '2026-05-04T08:00:00Z', parts: [], ...more })); // prettier-ignore

describe('yields', () => {
  it('say a group differs only where it does by more than chance, and nothing of too few', () => {
    const { groups, all } = yields(plan, [...made(60, 2), ...made(40, 20, { by: 'una' }), ...made(3, 3, { by: 'ines' })]); // prettier-ignore
    expect(all).toMatchObject({ hits: 78, of: 103 });
    const of = (name: string) => groups.find((g) => g.kind === 'person' && g.name === name)!;
    expect(of('Una Brae').differs).toBe('worse');
    expect(of('Bo Tarn').differs).toBe('better');
    expect(of('Ines Rask')).toMatchObject({ few: true, differs: null });
    expect(of('Una Brae').links.length).toBe(20);
  });
  it('find nothing where there is nothing: a crew that is alike is called alike', () => {
    const random = randomFrom(4);
    let told = 0;
    for (let run = 0; run < 40; run++) {
      const ends = Array.from({ length: 200 }, (_, i): MadeEnd => ({ ...made(1, 0)[0]!, right: random() > 0.1, by: ['bo', 'una', 'ines'][i % 3]! })); // prettier-ignore
      told += Number(yields(plan, ends).groups.some((g) => g.differs));
    }
    // A false alarm in ten at most, as the correction has it.
    expect(told).toBeLessThanOrEqual(8);
  });
  it('leave out ends of which it is not known how they went', () => {
    const bare = { state: 'seated', attempt: 1, by: 'bo', at: 'x' };
    const status = { head: bare, tail: { ...bare, state: 'proven' } } as never;
    expect(madeEnds(plan.links.slice(0, 1), () => status).map((e) => [e.end, e.right])).toEqual([['tail', true]]); // prettier-ignore
  });
});

describe('causes', () => {
  it('are counted with their bounds and their links, what was taken back left out', () => {
    const found = (kind: string) => entry('found', 1, { mistakes: [{ kind, where: 'tail', contacts: [] }], asExplained: true }); // prettier-ignore
    const gone = found('nicked');
    const log = [found('missed-punch'), found('missed-punch'), found('upside-down'), gone, entry('void', 2, { entry: gone.id, reason: 'no' })]; // prettier-ignore
    const causes = causesOf(log, () => 'A-1');
    expect(causes.map((c) => [c.kind, c.hits, c.of])).toEqual([
      ['missed-punch', 2, 3],
      ['upside-down', 1, 3],
    ]);
    expect(causes[0]).toMatchObject({ links: ['A-1'], advice: expect.stringContaining('blade') });
  });
});

describe('a forecast', () => {
  const input = { ends: 50, proofs: 25, minutes: Array.from({ length: 20 }, () => 6), right: 190, of: 200, minutesADay: 360, provingMinutes: 1 }; // prettier-ignore
  it('of a crew without chance is its sum: 50 ends of 6 min, one in twenty again, 25 proofs, by hand about 342 min', () => {
    const f = forecast(input, randomFrom(1))!;
    // 50 × 6 = 300, 2.5 redone × 6 = 15, 25 proofs and a twentieth of them again = 26: 341 of 360 minutes.
    expect(f.half).toBeGreaterThan(0.9);
    expect(f.half).toBeLessThan(1);
    expect(f.nine).toBeGreaterThan(f.half);
    expect(forecast({ ...input, minutesADay: 720 }, randomFrom(1))!.half).toBeCloseTo(f.half / 2, 6);
  });
  it('is none of fewer than ten ends, and says none for nobody at work', () => {
    expect(forecast({ ...input, minutes: [6, 6] }, randomFrom(1))).toBeNull();
    expect(forecast({ ...input, minutesADay: 0 }, randomFrom(1))).toBeNull();
  });
  it('covers what comes: the ninth day of ten holds in 80 to 97 of 100 jobs that were simulated', () => {
    const random = randomFrom(9);
    let held = 0;
    for (let job = 0; job < 100; job++) {
      const end = () => 3 + 6 * random();
      const past = Array.from({ length: 80 }, end);
      const right = past.filter(() => random() > 0.08).length;
      const f = forecast({ ends: 60, proofs: 30, minutes: past, right, of: 80, minutesADay: 300, provingMinutes: 1 }, random)!; // prettier-ignore
      let work = 30 + 30 * 0.08;
      for (let left = 60; left > 0;) {
        const tried = left;
        left = 0;
        for (let i = 0; i < tried; i++) {
          work += end();
          if (random() < 0.08) left++;
        }
      }
      held += Number(work / 300 <= f.nine);
    }
    expect(held).toBeGreaterThanOrEqual(80);
    expect(held).toBeLessThanOrEqual(97);
  });
  it('takes minutes from the log, breaks left out, and counts working days', () => {
    const log = [entry('seated', 0, {}), entry('seated', 5, {}), entry('seated', 50, {}), entry('seated', 53, {}), entry('seated', 54, {}, { by: 'una' })]; // prettier-ignore
    expect(minutesOfEnds(log)).toEqual([5, 3]);
    // 2026-05-08 is a Friday.
    expect(workingDay(new Date('2026-05-08T10:00:00Z'), 1).getUTCDate()).toBe(11);
  });
});
