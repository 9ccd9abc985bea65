/**
 * Measures a job of 10,000 links and 200,000 entries: the rack and the redo page as the server answers them, and a
 * rebuild of all states. `npm run bench:large`, after a build.
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { LogEntry } from '../src/core/model/entry';
import type { JobFile } from '../src/core/model/job';
import { randomFrom } from '../src/core/practice/random';
import { openDatabase } from '../src/lib/server/db/open';
import { importJob } from '../src/lib/server/jobs/job-file';
import { disagreements, rebuildStates } from '../src/lib/server/jobs/states';

const LINKS = Number(process.argv[2] ?? 10_000);
const ENTRIES_EACH = 20;
const REDOS = 500;
const PORT = 4978;
const JOB = 'large';
const random = randomFrom(3);
const PORTS = 24;
const panels = Math.ceil(LINKS / PORTS);
const CLOSETS = 20;

const file: JobFile = {
  format: 'gauntlet/job@1',
  job: {
    id: JOB,
    name: 'Large',
    createdAt: '2026-01-01T08:00:00Z',
    policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' },
  },
  spaces: [
    ...Array.from({ length: CLOSETS }, (_, i) => ({ id: `c${i}`, name: `Closet ${i}`, kind: 'closet' as const, floor: i, x: 0, y: 0 })), // prettier-ignore
    ...Array.from({ length: 200 }, (_, i) => ({ id: `r${i}`, name: `Room ${i}`, kind: 'room' as const, floor: i % CLOSETS, x: 5 + (i % 17) * 4, y: 5 + (i % 11) * 5 })), // prettier-ignore
  ],
  panels: Array.from({ length: panels }, (_, i) => ({ id: `p${i}`, name: `P${i}`, space: `c${Math.floor((i * CLOSETS) / panels)}`, ports: PORTS, order: i })), // prettier-ignore
  outlets: Array.from({ length: Math.ceil(LINKS / 2) }, (_, i) => ({ id: `o${i}`, name: `plate ${i}`, space: `r${i % 200}`, positions: 2 })), // prettier-ignore
  links: Array.from({ length: LINKS }, (_, i) => ({
    id: `L${i}`,
    label: `P${Math.floor(i / PORTS)}-${String((i % PORTS) + 1).padStart(2, '0')}`,
    head: { panel: `p${Math.floor(i / PORTS)}`, port: (i % PORTS) + 1, connector: 'patch-panel' as const },
    tail: { outlet: `o${i >> 1}`, position: (i & 1) + 1, connector: 'punch-down-jack' as const },
    ordered: 'straight' as const,
    shielded: false,
    cable: 'Cat 6 U/UTP',
    lengthMetres: 20 + (i % 50),
  })),
  parts: [],
  crew: [{ id: 'a', name: 'Ada Holm', role: 'technician' }],
  entries: [],
};
const begin = Date.parse('2026-01-05T08:00:00Z');
file.links.forEach((l, i) => {
  const write = (k: number, kind: string, data: object, end?: string) =>
    file.entries.push({
      id: randomUUID(),
      job: JOB,
      link: l.id,
      ...(end ? { end } : {}),
      kind,
      at: new Date(begin + (i * ENTRIES_EACH + k) * 1000).toISOString(),
      by: 'a',
      data,
    } as unknown as LogEntry);
  write(0, 'seated', { connector: l.head.connector, scheme: 'T568B' }, 'head');
  write(1, 'seated', { connector: l.tail.connector, scheme: 'T568B' }, 'tail');
  for (let k = 2; k < ENTRIES_EACH; k++) {
    const fails = k === ENTRIES_EACH - 1 ? i < REDOS : random() < 0.3;
    write(k, 'reading', {
      reading: { walk: fails ? '1 2 3 - 5 6 7 8' : '1 2 3 4 5 6 7 8', evidence: 'wiremap', splits: [] },
      ...(fails ? { blame: ['tail'] } : {}),
    });
  }
});

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
server.kill('SIGKILL');
rmSync(dir, { recursive: true, force: true });
