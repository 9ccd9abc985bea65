/**
 * Measures what is made while others work, and what a phone waits for in drill and limits: a record of a large job and
 * the passes that are logged meanwhile, a sweep drawn, the drill's next question. `npm run bench:figures [links]`, after
 * a build.
 */
import { chromium } from '@playwright/test';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { limitAt, PARAMETERS } from '../src/core/certify/limits';
import type { JobFile } from '../src/core/model/job';
import { openDatabase } from '../src/lib/server/db/open';
import { importJob } from '../src/lib/server/jobs/import-job';
import { largeJob } from './large/job';

const LINKS = Number(process.argv[2] ?? 500);
const PORT = 4979;
const BASE = `http://127.0.0.1:${PORT}`;
/** A phone is this machine slowed so many times. */
const SLOWED = 4;
/** The server builds its diagnosis indexes in its first seconds. */
const WARM_UP_MS = 20_000;
const JOB = 'figures';
const quantile = (list: readonly number[], q: number) => [...list].sort((a, b) => a - b)[Math.floor(q * (list.length - 1))]!; // prettier-ignore
const ms = (list: readonly number[]) =>
  `${quantile(list, 0.5).toFixed(0)} ms median, ${quantile(list, 0.95).toFixed(0)} ms at the 95th percentile, ${Math.max(...list).toFixed(0)} ms at most (${list.length})`;

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-figures-'));
const path = join(dir, 'figures.db');
const db = await openDatabase(path);
// A fifth of the links fails first, so that there is something to tell and to draw of each.
await importJob(db, largeJob(JOB, { links: LINKS, entriesEach: 20, redos: Math.floor(LINKS / 5) }));
await importJob(db, JSON.parse(readFileSync(new URL('../demo/skerry-point.json', import.meta.url), 'utf8')) as JobFile); // prettier-ignore
await db.destroy();
const server = spawn('node', ['scripts/serve.js'], {
  env: { ...process.env, PORT: String(PORT), GAUNTLET_DB: path, GAUNTLET_BACKUP_HOURS: '0' },
  stdio: 'ignore',
});
process.on('exit', () => server.kill('SIGKILL'));
for (let i = 0; i < 400; i++) {
  if ((await fetch(`${BASE}/api/health`).catch(() => null))?.ok) break;
  await new Promise((done) => setTimeout(done, 50));
}
await new Promise((done) => setTimeout(done, WARM_UP_MS));

/** Logs passes one after the other until told to stop; how long each took. */
async function passes(going: () => boolean): Promise<number[]> {
  const took: number[] = [];
  for (let i = 0; going(); i++) {
    const entry = { id: randomUUID(), job: JOB, link: `L${i % LINKS}`, kind: 'reading', at: new Date().toISOString(), by: 'a', data: { reading: { evidence: 'wiremap', walk: '12345678', splits: [] } } }; // prettier-ignore
    const from = performance.now();
    const answer = await fetch(`${BASE}/api/jobs/${JOB}/entries`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ entries: [entry] }) }); // prettier-ignore
    if (!answer.ok) throw new Error((await answer.text()).slice(0, 300));
    await answer.arrayBuffer();
    took.push(performance.now() - from);
    await new Promise((done) => setTimeout(done, 20));
  }
  return took;
}
let n = 0;
await passes(() => n++ < 50);
n = 0;
console.log(`a pass logged while nothing else is asked: ${ms(await passes(() => n++ < 150))}`);
for (const as of ['pdf', 'json', 'xlsx']) {
  let going = true;
  const meanwhile = passes(() => going);
  const from = performance.now();
  const answer = await fetch(`${BASE}/api/jobs/${JOB}/record?as=${as}`);
  const bytes = (await answer.arrayBuffer()).byteLength;
  const seconds = (performance.now() - from) / 1000;
  going = false;
  console.log(`a record of ${LINKS} links as ${as}: ${seconds.toFixed(1)} s, ${(bytes / 1e6).toFixed(1)} MB`);
  console.log(`  a pass logged meanwhile: ${ms(await meanwhile)}`);
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'] }); // prettier-ignore
const context = await browser.newContext({ viewport: { width: 390, height: 664 } });
await context.addInitScript(() => localStorage.setItem('gauntlet:me', JSON.stringify({ id: 'bo', name: 'Bo Tarn' }))); // prettier-ignore
const page = await context.newPage();
const cdp = await context.newCDPSession(page);

/** A whole sweep of 1,000 frequencies, three decibels within every limit. */
function sweep(): string {
  const pairs = ['12', '36', '45', '78'];
  const both = pairs.flatMap((a, i) => pairs.slice(i + 1).map((b) => `${a}-${b}`));
  const rows = ['pair_or_pairs,parameter,mhz,db'];
  for (const parameter of PARAMETERS.filter((p) => p === 'NEXT' || p === 'RL'))
    for (const of of parameter === 'NEXT' ? both : pairs)
      for (let i = 1; i <= 1000; i++) {
        const limit = limitAt('6', 'permanent-link', parameter, i / 4);
        if (limit !== null) rows.push(`${of},${parameter},${i / 4},${(limit + 3).toFixed(2)}`);
      }
  return rows.join('\n');
}
const file = { name: 'sweep.csv', mimeType: 'text/csv', buffer: Buffer.from(sweep()) };
await page.goto(`${BASE}/skerry-point/certify`);
await page.locator('[data-ready=true]').waitFor();
await page.locator('input[type=file]').setInputFiles({ ...file, buffer: Buffer.from('pair_or_pairs,parameter,mhz,db\n36,RL,10,30\n') }); // prettier-ignore
await page.locator('[role=img] svg').first().waitFor();
await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
/** A text: what is compiled on the way would name functions that the page does not have. */
const watch = (selector: string) => `{
  const SELECTOR = ${JSON.stringify(selector)};
  delete globalThis.took;
  const drawing = () => document.querySelector('[role=img] svg')?.innerHTML;
  const watched = document.querySelector(SELECTOR);
  watched.addEventListener(SELECTOR.startsWith('input') ? 'change' : 'click', () => {
    const from = performance.now();
    const before = drawing();
    const look = () => requestAnimationFrame(drawing() === before ? look : () => (globalThis.took = performance.now() - from));
    look();
  }, { once: true });
}`;
const drawn: number[] = [];
for (let i = 0; i < 5; i++) {
  // From the file's choice to the frame after its verdict and its lines stand on the page.
  await page.evaluate(watch('input[type=file]'));
  // Another value each time: the same drawing again would not be told from the old one.
  const text = file.buffer.toString().replace(/^36-45,NEXT,50,.*$/m, `36-45,NEXT,50,${30 + i}`);
  await page.locator('input[type=file]').setInputFiles({ ...file, buffer: Buffer.from(text) });
  await page.waitForFunction(() => (globalThis as { took?: number }).took !== undefined);
  drawn.push(await page.evaluate(() => (globalThis as { took?: number }).took!));
}
console.log(
  `a sweep of ten lines of 1,000 points read, judged and drawn, slowed ${SLOWED} times: ${ms(drawn)}`,
);

const judged: number[] = [];
for (let i = 0; i < 6; i++) {
  await page.evaluate(watch('[aria-label="Category"]'));
  await page.getByRole('group', { name: 'Category' }).getByRole('button', { name: i % 2 ? 'category 6A' : 'category 5e' }).click(); // prettier-ignore
  await page.waitForFunction(() => (globalThis as { took?: number }).took !== undefined);
  judged.push(await page.evaluate(() => (globalThis as { took?: number }).took!));
}
console.log(
  `the same judged against another category and drawn again, slowed ${SLOWED} times: ${ms(judged)}`,
);

const asked: number[] = [];
for (const what of [
  'Only the order',
  'Only reading a tester',
  'Only seeing a slip',
  'Only sums and judgement',
  'Only a whole termination',
]) {
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  await page.goto(`${BASE}/skerry-point/drill`);
  await page.locator('[data-ready=true]').waitFor();
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: SLOWED });
  await page.getByRole('button', { name: what }).waitFor();
  // A press is not taken in the moment after what it answers came on screen.
  for (const press of [what, 'Ask me'])
    asked.push(
      await page.evaluate(async (name) => {
        await new Promise((done) => setTimeout(done, 600));
        const button = [...document.querySelectorAll('button')].find((b) => b.textContent.trim().startsWith(name))!; // prettier-ignore
        const from = performance.now();
        button.click();
        await new Promise((done) => requestAnimationFrame(() => setTimeout(done)));
        return performance.now() - from;
      }, press),
    );
}
console.log(`the drill's next screen, slowed ${SLOWED} times: ${ms(asked)}`);
await browser.close();
server.kill('SIGKILL');
rmSync(dir, { recursive: true, force: true });
