/**
 * Measures the chart that watches for change: false alarms of crews that go on as before, and how soon a planted change
 * is found and its cause named. `npm run bench:trend [crews]`.
 */
import { effective } from '../src/core/log/effective';
import { planOfFile } from '../src/core/plan/invariants';
import { madeUpJob, type MadeUpCrew } from '../src/core/practice/crew';
import type { LogEntry } from '../src/core/model/entry';
import { attemptsOf, firstMade } from '../src/core/trend/attempts';
import { BETWEEN_ALARMS, watch } from '../src/core/trend/change';

const CREWS = Number(process.argv[2] ?? 200);
const CHANGE = 144;
const person = (id: string) => ({ id, name: id, role: 'technician' as const, minutes: 5, wrong: () => 0.05 });
const charted = (seed: number, more: Partial<MadeUpCrew>) => {
  const file = madeUpJob({ job: 'bench', name: 'Bench', seed, links: 144, begins: '2026-09-07', people: [person('a'), person('b')], blade: { missed: 0.0005, growth: 0 }, ...more }); // prettier-ignore
  const made = firstMade(attemptsOf(planOfFile(file), effective(file.entries as LogEntry[])));
  return { made, watched: watch(made, (id) => id, [])[0]! };
};
let ends = 0;
let alarms = 0;
for (let seed = 0; seed < CREWS; seed++) {
  const { made, watched } = charted(seed, {});
  ends += watched.alarm ? watched.alarm.at + 1 : made.length;
  alarms += Number(watched.alarm !== undefined);
}
console.log(`${CREWS} crews that go on as before: ${alarms} alarms, one in ${Math.round(ends / Math.max(1, alarms))} ends; ${BETWEEN_ALARMS} are stated for a share that is known`); // prettier-ignore
for (const bent of [0.15, 0.25, 0.4]) {
  const delays: number[] = [];
  let early = 0;
  let named = 0;
  for (let seed = 0; seed < CREWS; seed++) {
    const { alarm } = charted(seed, { lot: { from: CHANGE, bent } }).watched;
    if (!alarm) continue;
    if (alarm.at < CHANGE) early++;
    else {
      delays.push(alarm.at - CHANGE);
      named += Number(alarm.newThen[0]?.what === 'jacks-b');
    }
  }
  delays.sort((a, b) => a - b);
  console.log(`a lot with ${100 * bent} % bent, in half of the ends from ${CHANGE} on: found in ${delays.length} of ${CREWS - early}, after ${delays[delays.length >> 1]} ends in the middle, ${delays[Math.floor(delays.length * 0.9)]} in nine of ten; named in ${named}`); // prettier-ignore
}
