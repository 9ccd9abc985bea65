/**
 * Sends mutated bodies to every route that takes one and looks that none is answered with a failure of the server, or late:
 * `npm run mutate [bodies] [seed]`, after a build.
 */
import fc from 'fast-check';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobFile } from '../src/core/model/job';
import { randomFrom } from '../src/core/practice/random';

const BODIES = Number(process.argv[2] ?? 20_000);
const SEED = Number(process.argv[3] ?? 7);
/** Latest that an answer may come, in ms, where nothing else runs beside this. */
const LATEST = 1000;
const AT_ONCE = 4;
const PORT = 4976;
const BASE = `http://127.0.0.1:${PORT}`;
const dir = mkdtempSync(join(tmpdir(), 'gauntlet-mutate-'));
const demo = JSON.parse(readFileSync(new URL('../demo/skerry-point.json', import.meta.url), 'utf8')) as JobFile; // prettier-ignore
const JOB = demo.job.id;
const random = randomFrom(SEED);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;

const server = spawn('node', ['scripts/serve.js', '--demo'], {
  env: {
    ...process.env,
    PORT: String(PORT),
    GAUNTLET_DB: join(dir, 'mutate.db'),
    GAUNTLET_BACKUP_HOURS: '0',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise<void>((up) =>
  server.stdout.on('data', (d: Buffer) => d.includes('Gauntlet is at') && up()),
);

const empty = { ...demo, entries: [] };
const entry = () => ({ ...pick(demo.entries), id: randomUUID() });
const end = { connector: 'jack', scheme: 'T568B' };
const link = { head: end, tail: end, ordered: 'straight', shielded: false };
const copper = { seats: { 1: 'WO', 2: 'O', 3: 'WG', 4: 'BL', 5: 'WBL', 6: 'G', 7: 'WBR', 8: 'BR' }, open: [], bridges: [] }; // prettier-ignore
/** Routes that take a body, each with what a good one is like. */
const ROUTES: readonly (readonly [method: string, path: () => string, body: () => unknown])[] = [
  ['POST', () => `/api/jobs/${JOB}/entries`, () => ({ sentAt: new Date().toISOString(), entries: [entry(), entry()] })],
  ['POST', () => `/api/jobs/${JOB}/plan`, () => ({ revision: 0, by: demo.crew[0]!.id, from: 'table', put: { links: [pick(demo.links)], parts: [pick(demo.parts)], spaces: [pick(demo.spaces)] }, remove: { outlets: [pick(demo.outlets).id] } })],
  ['POST', () => '/api/jobs', () => ({ name: `J ${randomUUID()}`, policy: demo.job.policy, crew: demo.crew })],
  ['POST', () => '/api/jobs/import', () => ({ ...empty, job: { ...empty.job, id: `m-${randomUUID().slice(0, 8)}` } })],
  ['POST', () => `/api/jobs/${JOB}/labels`, () => ({ sheet: { pageWidth: 210, pageHeight: 297, columns: 3, rows: 8, labelWidth: 70, labelHeight: 36, marginLeft: 0, marginTop: 4, gapX: 0, gapY: 0 }, spots: ['cable-head'], links: [pick(demo.links).id] })],
  ['POST', () => `/api/jobs/${JOB}/links/${pick(demo.links).id}/tester`, () => ({ evidence: 'wiremap', by: demo.crew[0]!.id })],
  ['POST', () => '/api/diagnose', () => ({ link, reading: { walk: '1 2 3 - 5 6 7 8', evidence: 'wiremap', splits: [] }, standingAt: 'head' })],
  ['POST', () => '/api/simulate', () => ({ link, head: copper, tail: copper, evidence: 'wiremap' })],
  ['PUT', () => `/api/jobs/${JOB}/photos/${randomUUID()}`, () => ({ no: 'picture' })],
]; // prettier-ignore

const values = fc.sample(
  fc.oneof(
    fc.anything({ maxDepth: 2 }),
    fc.string(),
    fc.constantFrom('__proto__', 'constructor', '', ' ', '1'.repeat(5000), -1, 1e308, 0.1, null, [], {}, true, '2026-01-01', 'head', 'x\u0000y', '\ud800'), // prettier-ignore
  ),
  { numRuns: 4000, seed: SEED },
);

/** A copy with some of its places changed, taken out or given a neighbour. */
function mutated(body: unknown): unknown {
  const copy = structuredClone(body);
  const places: [Record<string, unknown>, string][] = [];
  const walk = (at: unknown) => {
    if (typeof at !== 'object' || at === null) return;
    for (const key of Object.keys(at)) {
      places.push([at as Record<string, unknown>, key]);
      walk((at as Record<string, unknown>)[key]);
    }
  };
  walk(copy);
  for (let i = 0, n = 1 + Math.floor(random() * 3); i < n && places.length; i++) {
    const [at, key] = pick(places);
    const what = random();
    if (what < 0.2) delete at[key];
    else if (what < 0.3) at[`${key}x`] = pick(values);
    else at[key] = pick(values);
  }
  return copy;
}

// The indexes of the diagnosis are built after a start, and a core is then busy for some seconds.
await new Promise((done) => setTimeout(done, 25_000));
const statuses = new Map<string, number>();
let [sent, slowest] = [0, 0];
const failures: string[] = [];
async function sender(): Promise<void> {
  while (sent++ < BODIES) {
    const [method, path, body] = pick(ROUTES);
    let text: string;
    try {
      text = JSON.stringify(random() < 0.02 ? pick(values) : mutated(body())) ?? 'null';
    } catch {
      text = '{';
    }
    if (random() < 0.02) text = text.slice(0, Math.floor(random() * text.length));
    const at = performance.now();
    const answer = await fetch(BASE + path(), {
      method,
      headers: { 'content-type': 'application/json' },
      body: text,
    });
    await answer.arrayBuffer();
    const took = performance.now() - at;
    slowest = Math.max(slowest, took);
    const key = `${method} ${path().replace(/[0-9a-f-]{36}|K\d-\d\d|[A-Z]\d-\d\d/, ':')} ${answer.status}`;
    statuses.set(key, (statuses.get(key) ?? 0) + 1);
    if (answer.status >= 500 || took > LATEST)
      failures.push(
        `${answer.status} after ${took.toFixed(0)} ms: ${method} ${path()} ${text.slice(0, 400)}`,
      );
  }
}
await Promise.all(Array.from({ length: AT_ONCE }, sender));
server.kill('SIGTERM');
rmSync(dir, { recursive: true, force: true });
for (const [key, n] of [...statuses].sort()) console.log(key, n);
console.log(`${BODIES} bodies, slowest answer ${slowest.toFixed(0)} ms, ${failures.length} failures`);
for (const f of failures.slice(0, 20)) console.error(f);
if (failures.length) process.exit(1);
