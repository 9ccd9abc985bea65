/**
 * Measures a job of 10,000 links and 200,000 entries: the rack and the redo page as the server answers them, and a
 * rebuild of all states. `npm run bench:large`, after a build.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { openDatabase } from '../src/lib/server/db/open';
import { importJob } from '../src/lib/server/jobs/import-job';
import { largeJob } from './large/job';
import { measurePhone } from './large/phone';
import { disagreements, rebuildStates } from '../src/lib/server/jobs/states';

const LINKS = Number(process.argv[2] ?? 10_000);
const REDOS = 500;
const PORT = 4978;
const JOB = 'large';

const file = largeJob(JOB, { links: LINKS, entriesEach: 20, redos: REDOS });
const dir = mkdtempSync(join(tmpdir(), 'gauntlet-large-'));
const path = join(dir, 'large.db');
const seconds = (from: number) => ((performance.now() - from) / 1000).toFixed(1);
const db = await openDatabase(path);
let from = performance.now();
await importJob(db, file);
console.log(`${LINKS} links, ${file.entries.length} entries imported in ${seconds(from)} s`);
from = performance.now();
await db.transaction().execute((trx) => rebuildStates(trx, JOB));
console.log(`all states rebuilt in ${seconds(from)} s`);
console.log(`links whose state differs from a fold: ${(await disagreements(db, JOB)).length}`);
await db.destroy();

const server = spawn('node', ['scripts/serve.js'], {
  env: { ...process.env, PORT: String(PORT), HOST: '127.0.0.1', GAUNTLET_DB: path },
  stdio: 'ignore',
});
const base = `http://127.0.0.1:${PORT}`;
for (let i = 0; i < 400; i++) {
  if ((await fetch(`${base}/api/health`).catch(() => null))?.ok) break;
  await new Promise((done) => setTimeout(done, 50));
}
/** The server builds its diagnosis indexes in its first seconds; what follows is measured before and after. */
const WARM_UP_MS = 25_000;
for (const page of [
  'api/jobs/large/site',
  'after the warm-up',
  'large/rack',
  'large/redo',
  'api/jobs/large/site',
]) {
  if (page.startsWith('after')) {
    await new Promise((done) => setTimeout(done, WARM_UP_MS));
    continue;
  }
  const times: number[] = [];
  const answered: number[] = [];
  let bytes = 0;
  for (let i = 0; i < 9; i++) {
    from = performance.now();
    const answer = await fetch(`${base}/${page}`);
    answered.push(performance.now() - from);
    const text = await answer.text();
    if (!answer.ok) throw new Error(text.slice(0, 300));
    bytes = text.length;
    times.push(performance.now() - from);
  }
  const middle = (list: number[]) => [...list].sort((a, b) => a - b)[list.length >> 1]!.toFixed(0);
  console.log(
    `${page}: answered in ${middle(answered)} ms, taken in whole in ${middle(times)} ms (medians), ${(bytes / 1e6).toFixed(1)} MB unpacked`,
  );
}
await measurePhone(base, ['/large/rack', '/large/prove/L5000', '/large/redo']);
server.kill('SIGKILL');
rmSync(dir, { recursive: true, force: true });
