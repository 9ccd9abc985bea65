/**
 * Kills the server with SIGKILL while clients log batches at full speed, each time once it has acknowledged some dozen
 * entries; cuts connections in the middle of batches; and lets every fourth life of the server run into a full disk, by a
 * limit on the size of its files. Then holds the database against what was acknowledged.
 * `npm run torture [kills] [clients]`, after a build; SIGINT ends it after the next kill, and what was done counts.
 */
import BetterSqlite from 'better-sqlite3';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomFrom } from '../src/core/practice/random';
import { openDatabase } from '../src/lib/server/db/open';
import { largeJob } from './large/job';
import { disagreements } from '../src/lib/server/jobs/states';

const KILLS = Number(process.argv[2] ?? 50);
const CLIENTS = Number(process.argv[3] ?? 20);
/** Entries that are acknowledged before the next kill; or so long, in ms, where a machine is slow. */
const BETWEEN_KILLS = { least: 20, spread: 60, most: 15_000 };
const PORT = 4977;
const BASE = `http://127.0.0.1:${PORT}`;
const JOB = 'torture';
const random = randomFrom(11);
const dir = mkdtempSync(join(tmpdir(), 'gauntlet-torture-'));
const file = join(dir, 'torture.db');

/** Every so many lives of the server one has no room on its disk beyond so many kB. */
const FULL = { every: 4, roomKb: 300, quietMs: 1500 };
/** Part of the batches whose connection is cut, within so many ms. */
const CUT = { share: 0.15, withinMs: 40 };
const MOST_IN_A_BATCH = 12;
/** How long a client waits that got no answer, in ms. */
const RETRY_MS = 80;

const kb = (path: string) => Math.ceil((statSync(path, { throwIfNoEntry: false })?.size ?? 0) / 1024);
/** Starts the server; with `roomKb` its files may not grow by more than that. */
function start(roomKb?: number): ChildProcess {
  const limit = roomKb === undefined ? '' : `ulimit -f ${Math.max(kb(file), kb(`${file}-wal`)) + roomKb} && `;
  return spawn('bash', ['-c', `${limit}exec node scripts/serve.js`], {
    env: {
      ...process.env,
      PORT: String(PORT),
      HOST: '127.0.0.1',
      GAUNTLET_DB: file,
      GAUNTLET_BACKUP_HOURS: '0',
      GAUNTLET_WARM_UP: 'off',
    },
    stdio: 'ignore',
  });
}
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
async function up(): Promise<void> {
  for (let i = 0; i < 400; i++) {
    const answer = await fetch(`${BASE}/api/health`).catch(() => null);
    if (answer) return;
    await pause(25);
  }
  throw new Error('The server does not come up: build first.');
}

/** Links enough that none has a log longer than a site's: an entry that comes late makes a state anew from all of it. */
const LINKS = 2000;
const job = largeJob(JOB, { links: LINKS, entriesEach: 0, redos: 0 });
job.entries = [];

const acknowledged = new Set<string>();
const seen = { requests: 0, cut: 0, full: 0, late: 0 };
let over = false;
let enough = false;
process.on('SIGINT', () => (enough = true));

function entry(by: string): { id: string } {
  const link = job.links[Math.floor(random() * LINKS)]!.id;
  const seated = random() < 0.4;
  return {
    id: randomUUID(),
    job: JOB,
    link,
    kind: seated ? 'seated' : 'reading',
    at: new Date().toISOString(),
    by,
    ...(seated ? { end: random() < 0.5 ? 'head' : 'tail' } : {}),
    data: seated
      ? { connector: 'punch-down-jack', scheme: 'T568B' }
      : { reading: { walk: '12345678', splits: [] } },
  } as { id: string };
}

/** One client: sends batch after batch, and what of one is not answered again, until it is told that all of it is kept or refused. */
async function client(who: string): Promise<void> {
  while (!over) {
    let batch = Array.from({ length: 1 + Math.floor(random() * MOST_IN_A_BATCH) }, () => entry(who));
    while (batch.length && !over) {
      seen.requests++;
      const cut = new AbortController();
      if (random() < CUT.share) setTimeout(() => cut.abort(), random() * CUT.withinMs);
      try {
        const answer = await fetch(`${BASE}/api/jobs/${JOB}/entries`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ entries: batch }),
          signal: cut.signal,
        });
        if (!answer.ok) {
          if (answer.status === 507 || answer.status === 503) seen.full++;
          // A server that stood still took the request for one that is sent too slowly: it is sent again, as a device does.
          else if (answer.status === 408) seen.late++;
          else throw new Error(`answered ${answer.status}: ${await answer.text()}`);
          await pause(50);
          continue;
        }
        const { kept, refused } = (await answer.json()) as { kept: string[]; refused: { id: string }[] };
        for (const id of kept) acknowledged.add(id);
        const told = new Set([...kept, ...refused.map((r) => r.id)]);
        batch = batch.filter((e) => !told.has(e.id));
      } catch (error) {
        if (error instanceof Error && error.message.startsWith('answered')) throw error;
        if (cut.signal.aborted) seen.cut++;
        await pause(RETRY_MS);
      }
    }
  }
}

let server = start();
await up();
const imported = await fetch(`${BASE}/api/jobs/import`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(job),
});
if (imported.status !== 201) throw new Error(await imported.text());
const clients = Array.from({ length: CLIENTS }, (_, i) => client(job.crew[i % job.crew.length]!.id));
const began = Date.now();
let kills = 0;
async function kill(): Promise<void> {
  server.kill('SIGKILL');
  await new Promise((done) => server.once('exit', done));
  kills++;
}
for (let life = 0; kills < KILLS && !enough; life++) {
  const full = life % FULL.every === FULL.every - 1;
  const fullBefore = seen.full;
  if (full) {
    await kill();
    server = start(Math.ceil(random() * FULL.roomKb));
    await up();
  }
  const target = full ? Infinity : acknowledged.size + BETWEEN_KILLS.least + random() * BETWEEN_KILLS.spread;
  const until = Date.now() + BETWEEN_KILLS.most;
  let [last, since] = [acknowledged.size, Date.now()];
  while (acknowledged.size < target && Date.now() < until) {
    await pause(5);
    if (acknowledged.size !== last) [last, since] = [acknowledged.size, Date.now()];
    // No room: nothing more will be acknowledged in this life.
    else if (full && seen.full > fullBefore && Date.now() - since > FULL.quietMs) break;
  }
  await kill();
  server = start();
  await up();
  if (kills % 100 < 2)
    console.error(
      `${kills} kills, ${acknowledged.size} acknowledged, ${Math.round((Date.now() - began) / 1000)} s`,
    );
}
over = true;
await Promise.all(clients);
await kill();

const sqlite = new BetterSqlite(file, { readonly: true });
const ids = (sqlite.prepare('select id from entry').all() as { id: string }[]).map((r) => r.id);
const integrity = sqlite.pragma('integrity_check', { simple: true }) as string;
sqlite.close();
const there = new Set(ids);
const missing = [...acknowledged].filter((id) => !there.has(id));
const db = await openDatabase(file);
const differing = await disagreements(db, JOB);
await db.destroy();
rmSync(dir, { recursive: true, force: true });

const seconds = (Date.now() - began) / 1000;
console.log(
  `${kills} kills in ${seconds.toFixed(0)} s, ${CLIENTS} clients, ${seen.requests} requests, ${seen.cut} of them cut, ${seen.full} into a full disk, ${seen.late} answered as too slow; ${acknowledged.size} entries acknowledged`,
);
console.log(`missing ${missing.length}, doubled ${ids.length - there.size}, integrity_check ${integrity}, links whose kept state differs from a rebuild ${differing.length}`); // prettier-ignore
if (missing.length || ids.length !== there.size || integrity !== 'ok' || differing.length) process.exit(1);
