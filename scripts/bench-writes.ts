/**
 * Entries a second through the HTTP route, against raw inserts with the same durability, in turns in one run:
 * `npm run bench:writes [writers] [seconds]`, after a build.
 */
import BetterSqlite from 'better-sqlite3';
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../src/lib/server/db/open';
import { importJob } from '../src/lib/server/jobs/import-job';
import { largeJob } from './large/job';

const WRITERS = Number(process.argv[2] ?? 20);
const SECONDS = Number(process.argv[3] ?? 10);
const PORT = 4978;
const BASE = `http://127.0.0.1:${PORT}`;
const dir = mkdtempSync(join(tmpdir(), 'gauntlet-writes-'));
const file = join(dir, 'writes.db');
const JOB = 'writes';
/** Links of each writer: people work at different ports. */
const EACH = 24;
const entry = (writer: number, n: number) => ({
  id: randomUUID(),
  job: JOB,
  link: `L${writer * EACH + (n % EACH)}`,
  kind: 'reading',
  at: new Date().toISOString(),
  by: 'a',
  data: { reading: { evidence: 'wiremap', walk: '12345678', splits: [] } },
});

type Entry = ReturnType<typeof entry>;

async function makeJob(path: string): Promise<void> {
  const db = await openDatabase(path);
  await importJob(db, largeJob(JOB, { links: WRITERS * EACH, entriesEach: 20, redos: 0 }));
  await db.destroy();
}
await makeJob(file);

const server = spawn('node', ['scripts/serve.js'], {
  env: {
    ...process.env,
    PORT: String(PORT),
    GAUNTLET_DB: file,
    GAUNTLET_BACKUP_HOURS: '0',
    GAUNTLET_WARM_UP: 'off',
  },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise<void>((up) =>
  server.stdout.on('data', (d: Buffer) => d.includes('Gauntlet is at') && up()),
);

/** Entries a second, and the 95th percentile of an answer in ms. */
interface Through {
  perSecond: number;
  p95: number;
}
/** What writers get through that send batches of such a size. */
async function through(batch: number, seconds: number): Promise<Through> {
  const took: number[] = [];
  let kept = 0;
  const end = Date.now() + seconds * 1000;
  const began = Date.now();
  await Promise.all(
    Array.from({ length: WRITERS }, async (_, writer) => {
      let n = 0;
      while (Date.now() < end) {
        const entries = Array.from({ length: batch }, () => entry(writer, n++));
        const at = performance.now();
        const answer = await fetch(`${BASE}/api/jobs/${JOB}/entries`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ entries }),
        });
        if (!answer.ok) throw new Error(await answer.text());
        kept += ((await answer.json()) as { kept: string[] }).kept.length;
        took.push(performance.now() - at);
      }
    }),
  );
  took.sort((a, b) => a - b);
  return { perSecond: (kept * 1000) / (Date.now() - began), p95: took[Math.floor(took.length * 0.95)]! };
}

/** Batches written one after another in a transaction each, same pragmas, no checks; how many entries a second. */
type Raw = (seconds: number) => number;
function raw(db: BetterSqlite.Database, batch: number, put: (entries: Entry[]) => void): Raw {
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  const write = db.transaction(put);
  let n = 0;
  return (seconds) => {
    const began = Date.now();
    const before = n;
    // As the writers do, each batch is of one writer's links.
    for (const end = began + seconds * 1000; Date.now() < end; n += batch)
      write(Array.from({ length: batch }, (_, i) => entry((n / batch) % WRITERS, n + i)));
    return ((n - before) * 1000) / (Date.now() - began);
  };
}

/** Into the least that could hold a log: an entry as text, by its id and its link, and its link's state with each. */
function rawIntoLeast(batch: number): Raw {
  const db = new BetterSqlite(join(dir, `raw-${batch}.db`));
  db.exec('create table entry (seq integer primary key, id text unique, link text, body text); create index entry_link on entry (link); create table state (link text primary key, body text)'); // prettier-ignore
  const put = db.prepare('insert into entry (id, link, body) values (?, ?, ?)');
  const state = db.prepare('insert into state values (?, ?) on conflict (link) do update set body = excluded.body'); // prettier-ignore
  return raw(db, batch, (entries) => {
    for (const e of entries) {
      put.run(e.id, e.link, JSON.stringify(e));
      state.run(e.link, JSON.stringify(e));
    }
  });
}

/** The same rows into the same tables as the route's, with their indexes, and a state for each link of a batch. */
async function rawIntoOwn(batch: number): Promise<Raw> {
  const path = join(dir, `own-${batch}.db`);
  await makeJob(path);
  const db = new BetterSqlite(path);
  const kept = db.prepare('select status, place from link_state limit 1').get() as Record<'status' | 'place', string>; // prettier-ignore
  const put = db.prepare('insert into entry (id, job, link, kind, at, by, received_at, data) values (?, ?, ?, ?, ?, ?, ?, ?)'); // prettier-ignore
  const state = db.prepare('insert into link_state (job, link, status, place) values (?, ?, ?, ?) on conflict (job, link) do update set status = excluded.status, place = excluded.place'); // prettier-ignore
  return raw(db, batch, (entries) => {
    for (const e of entries) put.run(e.id, e.job, e.link, e.kind, e.at, e.by, e.at, JSON.stringify(e.data));
    for (const link of new Set(entries.map((e) => e.link))) state.run(JOB, link, kept.status, kept.place);
  });
}

/** A machine's speed drifts: the ways take turns, and the middle of what each turn showed counts. */
const TURNS = 5;
const middle = (list: number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1]!;

// What the program learns of its own code in the first seconds is no matter of how much it is sent.
await through(20, 5);
for (const batch of [1, 20, 200]) {
  const same = await rawIntoOwn(batch);
  const least = rawIntoLeast(batch);
  const turns: { own: Through; same: number; least: number }[] = [];
  for (let i = 0; i < TURNS; i++)
    turns.push({
      own: await through(batch, SECONDS / TURNS),
      same: same(SECONDS / TURNS / 2),
      least: least(SECONDS / TURNS / 2),
    });
  const share = (of: 'same' | 'least') =>
    `${middle(turns.map((t) => t[of])).toFixed(0)}/s, ${middle(turns.map((t) => (100 * t.own.perSecond) / t[of])).toFixed(0)} %`;
  console.log(
    `batches of ${batch}, ${WRITERS} writers: ${middle(turns.map((t) => t.own.perSecond)).toFixed(0)} entries/s, p95 ${middle(turns.map((t) => t.own.p95)).toFixed(0)} ms; raw into the same tables ${share('same')}; into the least ${share('least')}`,
  );
}
server.kill('SIGTERM');
rmSync(dir, { recursive: true, force: true });
