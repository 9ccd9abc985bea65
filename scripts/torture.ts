/**
 * Kills the server with SIGKILL while clients log at full speed, each time once it has acknowledged some dozen entries, and
 * then holds the database against what was acknowledged. `npm run torture [kills] [clients]`, after a build.
 */
import BetterSqlite from 'better-sqlite3';
import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { JobFile } from '../src/core/model/job';
import { randomFrom } from '../src/core/practice/random';
import { openDatabase } from '../src/lib/server/db/open';
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

const start = (): ChildProcess =>
  spawn('node', ['scripts/serve.js'], {
    env: {
      ...process.env,
      PORT: String(PORT),
      HOST: '127.0.0.1',
      GAUNTLET_DB: file,
      GAUNTLET_BACKUP_HOURS: '0',
    },
    stdio: 'ignore',
  });
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));
async function up(): Promise<void> {
  for (let i = 0; i < 400; i++) {
    const answer = await fetch(`${BASE}/api/health`).catch(() => null);
    if (answer?.ok) return;
    await pause(25);
  }
  throw new Error('The server does not come up: build first.');
}

const demo = JSON.parse(
  readFileSync(new URL('../demo/skerry-point.json', import.meta.url), 'utf8'),
) as JobFile;
demo.job.id = JOB;
demo.entries = [];
const links = demo.links.filter((l) => l.head.connector !== 'coax-compression').map((l) => l.id);

const acknowledged = new Set<string>();
let sent = 0;
let over = false;

/** One client: sends entry after entry, and the same one again until it is told that it is kept. */
async function client(who: string): Promise<void> {
  while (!over) {
    const link = links[Math.floor(random() * links.length)]!;
    const seated = random() < 0.4;
    const entry = {
      id: randomUUID(),
      job: JOB,
      link,
      kind: seated ? 'seated' : 'reading',
      at: new Date().toISOString(),
      by: who,
      ...(seated ? { end: random() < 0.5 ? 'head' : 'tail' } : {}),
      data: seated
        ? { connector: 'punch-down-jack', scheme: 'T568B' }
        : { reading: { walk: link.startsWith('T1') ? '12345678S' : '12345678', splits: [] } },
    };
    for (let kept = false; !kept && !over;) {
      sent++;
      try {
        const answer = await fetch(`${BASE}/api/jobs/${JOB}/entries`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ entries: [entry] }),
        });
        const body = (await answer.json()) as { kept: string[]; refused: { message: string }[] };
        if (body.refused.length && !body.refused[0]!.message.includes('S answered'))
          if (!body.refused[0]!.message.includes('contacts')) throw new Error(body.refused[0]!.message);
        kept = body.kept.includes(entry.id) || body.refused.length > 0;
        if (body.kept.includes(entry.id)) acknowledged.add(entry.id);
      } catch (error) {
        if (error instanceof Error && error.message.startsWith('This entry')) throw error;
        await pause(10);
      }
    }
  }
}

let server = start();
await up();
const imported = await fetch(`${BASE}/api/jobs/import`, {
  method: 'POST',
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(demo),
});
if (imported.status !== 201) throw new Error(await imported.text());
const clients = Array.from({ length: CLIENTS }, (_, i) => client(demo.crew[i % demo.crew.length]!.id));
const began = Date.now();
for (let kill = 0; kill < KILLS; kill++) {
  const target = acknowledged.size + BETWEEN_KILLS.least + random() * BETWEEN_KILLS.spread;
  const until = Date.now() + BETWEEN_KILLS.most;
  while (acknowledged.size < target && Date.now() < until) await pause(5);
  server.kill('SIGKILL');
  await new Promise((done) => server.once('exit', done));
  server = start();
  await up();
}
over = true;
await Promise.all(clients);
server.kill('SIGKILL');
await new Promise((done) => server.once('exit', done));

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
  `${KILLS} kills in ${seconds.toFixed(0)} s, ${CLIENTS} clients, ${sent} requests, ${acknowledged.size} entries acknowledged`,
);
console.log(`missing ${missing.length}, doubled ${ids.length - there.size}, integrity_check ${integrity}, links whose kept state differs from a rebuild ${differing.length}`); // prettier-ignore
if (missing.length || ids.length !== there.size || integrity !== 'ok' || differing.length) process.exit(1);
