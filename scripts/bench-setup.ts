/** Measures the setting up of a job: a schedule checked and taken in, rounds planned, labels drawn. `npm run bench:setup`. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import ExcelJS from 'exceljs';
import { compareSchedule } from '../src/core/schedule/compare';
import { readSchedule } from '../src/core/schedule/reading';
import { type ScheduleRow } from '../src/core/schedule/sheet';
import { readSheetBytes } from '../src/lib/sheets/bytes';
import { limitAt } from '../src/core/certify/limits';
import { judgeSweep, type SweepPoint } from '../src/core/certify/sweep';
import { LABEL_SHEETS } from '../src/core/labels/label-sheet';
import { checkSchedule } from '../src/core/schedule/check';
import { scheduleChanges } from '../src/core/schedule/changes';
import { randomFrom } from '../src/core/practice/random';
import { leastMetres, planRounds } from '../src/core/survey/rounds';
import { ToneBundle } from '../src/core/survey/tone';
import { openDatabase } from '../src/lib/server/db/open';
import { readPlan } from '../src/lib/server/jobs/job-file';
import { changePlan, createJob } from '../src/lib/server/jobs/plan-changes';
import { labelSheetPdf } from '../src/lib/server/labels/label-pdf';

const LINKS = 2000;
const dir = mkdtempSync(join(tmpdir(), 'gauntlet-bench-'));
async function timed<T>(name: string, work: () => T | Promise<T>): Promise<T> {
  const start = performance.now();
  const out = await work();
  console.log(`${name}: ${Math.round(performance.now() - start)} ms`);
  return out;
}

const rows: ScheduleRow[] = Array.from({ length: LINKS }, (_, i) => ({
  link: `P${Math.floor(i / 48) + 1}-${(i % 48) + 1}`,
  head_closet: `Closet ${(Math.floor(i / 480) % 5) + 1}`,
  head_panel: `P${Math.floor(i / 48) + 1}`,
  head_port: String((i % 48) + 1),
  tail_room: `${Math.floor(i / 400) + 1}${String((Math.floor(i / 4) % 100) + 1).padStart(2, '0')}`,
  tail_outlet: String((i % 2) + 1),
  cable: 'Cat 6 U/UTP',
  length_m: String(10 + (i % 80)),
}));
const db = await openDatabase(join(dir, 'bench.db'));
const job = await createJob(db, {
  name: 'Bench',
  policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' },
  crew: [{ id: 'a', name: 'A', role: 'lead' }],
});
const plan = (await readPlan(db, job))!;
/** The same as a drawing office sends it: a cover, titles, two header rows, sections, hidden rows, totals. */
async function messy(): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Cover').addRows([['Bench'], ['Cabling schedule']]);
  const page = book.addWorksheet('Drops');
  page.addRows([['CABLING SCHEDULE'], ['Rev C'], [], ['Drop', 'From', '', '', 'To', '', 'Cable', 'Length'], ['ID', 'Closet', 'Panel', 'Port', 'Room', 'Outlet', 'Type', '(m)']]); // prettier-ignore
  page.mergeCells('B4:D4');
  rows.forEach((r, i) => {
    if (i % 100 === 0) page.mergeCells(page.addRow([`LEVEL ${i / 400}`]).number, 1, page.rowCount, 8);
    page.addRow([r.link, r.head_closet, r.head_panel, Number(r.head_port), r.tail_room, r.tail_outlet, r.cable, Number(r.length_m)]); // prettier-ignore
  });
  page.addRow(['TOTAL', '', '', '', '', '', '', 90_000]);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
const bytes = await messy();
const check = await timed(`a messy .xlsx of ${LINKS} links read, matched and checked`, async () => {
  const file = await readSheetBytes(bytes);
  const read = file.ok ? readSchedule(file.sheets, []) : file;
  if (!read.ok) throw new Error(read.message);
  return checkSchedule(read.rows, plan);
});
if (check.good.length !== LINKS) throw new Error(`${check.good.length} links`);
if (check.problems.length) throw new Error(JSON.stringify(check.problems[0]));
const { changes } = scheduleChanges(check.good, plan);
await timed('the same taken in, database file synced', () => changePlan(db, job, changes));
const full = (await readPlan(db, job))!;
await timed('the same checked again against the full job', () => checkSchedule(rows, full));
const revision = rows.map((r, i) => ({ ...r, ...(i % 9 ? {} : { link: `${r.link}R` }), ...(i % 7 ? {} : { length_m: '12' }) })).slice(40); // prettier-ignore
await timed('a revision of it checked and compared with the job', () => {
  const { rows: compared, gone } = compareSchedule(checkSchedule(revision, full), full);
  if (gone.length !== 40 || !compared.some((r) => r.kind === 'renamed')) throw new Error('compared wrong');
});
await timed(`${LINKS} labels with codes drawn, to the last byte`, async () => {
  const opens = { base: 'http://192.0.2.7', screen: 'prove' };
  const { stream } = await labelSheetPdf(db, job, {
    sheet: LABEL_SHEETS[0]!.sheet,
    spots: ['cable-head'],
    opens,
  });
  await new Response(stream).arrayBuffer();
});

const random = randomFrom(1);
for (const [rooms, each] of [
  [500, 1],
  [250, 2],
  [125, 4],
] as const) {
  const closet = { floor: 0, x: 0, y: 0 };
  const list = Array.from({ length: rooms }, (_, i) => ({
    id: `r${i}`,
    floor: Math.floor(random() * 4),
    x: random() * 60,
    y: random() * 40,
    links: Array.from({ length: each }, (_, k) => `${i}-${k}`),
  }));
  const rounds = await timed(`500 outlets in ${rooms} rooms, 8 remotes`, () => planRounds(closet, list, 8));
  console.log(`  ${rounds.rounds.length} rounds, the walk ${(rounds.metres / leastMetres(closet, list, 8)).toFixed(2)} times its lower bound`); // prettier-ignore
}
const bundle = new ToneBundle('round', 100);
await timed('the next of 100 cables chosen', () => bundle.next(bundle.belief([]), 1));
await db.destroy();
rmSync(dir, { recursive: true });

/** Frequencies of a sweep as an instrument gives it of four pairs and of six pairs of them, 3 dB within category 6. */
const SWEPT = 1000;
const PAIRS = ['12', '36', '45', '78'];
const BOTH = PAIRS.flatMap((a, i) => PAIRS.slice(i + 1).map((b) => `${a}-${b}`));
const points = (['IL', 'NEXT'] as const).flatMap((parameter) =>
  (parameter === 'IL' ? PAIRS : BOTH).flatMap((pairs) =>
    Array.from({ length: SWEPT }, (_, i): SweepPoint => {
      const mhz = ((i + 1) * 250) / SWEPT;
      const limit = limitAt('6', 'permanent-link', parameter, mhz)!;
      return { pairs, parameter, far: false, mhz, db: parameter === 'IL' ? limit - 3 : limit + 3 };
    }),
  ),
);
judgeSweep(points, '6', 'permanent-link');
await timed(`a sweep of ${points.length} points judged`, () => judgeSweep(points, '6', 'permanent-link'));
