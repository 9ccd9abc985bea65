import BetterSqlite from 'better-sqlite3';
import { spawnSync } from 'node:child_process';
import {
  copyFileSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  rmSync,
  statSync,
  unlinkSync,
  writeFileSync,
} from 'node:fs';
import { request as plainRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { expired } from '../../src/lib/server/db/backup';
import { databaseTrouble } from '../../src/lib/server/db/troubles';
import { verified } from '../../scripts/backup/verified';
import { served, type Served } from '../support/served';

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-keeping-'));
let running: Served[] = [];
afterEach(async () => {
  for (const s of running) await s.end();
  running = [];
});
afterAll(() => rmSync(dir, { recursive: true, force: true }));
/** The demo data, made once. */
const demo = join(dir, 'demo.db');
beforeAll(async () => {
  const server = await served({ GAUNTLET_DB: demo }, ['--demo']);
  await server.end();
});
/** A file of its own with the demo data in it. */
const withDemo = (name: string): string => {
  const file = join(dir, name);
  copyFileSync(demo, file);
  return file;
};
const start = async (env: Record<string, string>, args: string[] = []) => {
  const server = await served(env, args);
  running.push(server);
  return server;
};
const note = (n: number) => ({
  id: `00000000-0000-7000-8000-${String(n).padStart(12, '0')}`,
  job: 'skerry-point',
  link: 'K1-01',
  kind: 'note',
  at: '2026-11-25T09:00:00Z',
  by: 'bo',
  data: { text: `note ${n}` },
});
const log = (server: Served, ...entries: unknown[]) =>
  fetch(`${server.base}/api/jobs/skerry-point/entries`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(entries),
  });
const run = (script: string, env: Record<string, string>, ...args: string[]) => {
  const { status, stdout, stderr } = spawnSync(
    process.execPath,
    ['--import', 'tsx', `scripts/${script}.ts`, ...args],
    {
      env: { ...process.env, ...env },
      encoding: 'utf8',
    },
  );
  return { status, said: stdout + stderr };
};

describe('a backup and its way back', () => {
  it('is taken while the server writes, holds all that was acknowledged, and comes back', async () => {
    const file = withDemo('drill.db');
    const env = { GAUNTLET_DB: file };
    const server = await start(env);
    for (let n = 1; n <= 20; n++) expect((await log(server, note(n))).status).toBe(200);
    const taken = run('backup', env, join(dir, 'copies'));
    expect(taken.said).toContain('whole, and every state is as its log says');
    const [copy] = readdirSync(join(dir, 'copies'));
    expect((await log(server, note(21))).status).toBe(200);
    // Never under a server that holds the file.
    expect(run('restore', env, join(dir, 'copies', copy!), '--yes').said).toContain('A server holds');
    await server.end();
    // What the server leaves behind at its end is whole by itself.
    expect(existsSync(`${file}-wal`) && statSync(`${file}-wal`).size > 0).toBe(false);
    const back = run('restore', env, join(dir, 'copies', copy!), '--yes');
    expect(back.said).toContain('is in place: start the server');
    const again = await start(env);
    const { entries } = (await (await fetch(`${again.base}/api/jobs/skerry-point/links/K1-01/history`)).json()) as { entries: { data: { text?: string } }[] }; // prettier-ignore
    const texts = entries.flatMap((e) => (e.data.text?.startsWith('note ') ? [e.data.text] : []));
    expect(texts).toContain('note 20');
    expect(texts).not.toContain('note 21');
    // And what was in its place is kept.
    expect(readdirSync(dir).some((n) => n.startsWith('drill.db.before-'))).toBe(true);
  });
  it('never comes from a file that is damaged or none, and never over another without a yes', async () => {
    const text = join(dir, 'text.db');
    writeFileSync(text, 'no database '.repeat(500));
    expect((await verified(text)).ok).toBe(false);
    const env = { GAUNTLET_DB: join(dir, 'other.db') };
    expect(run('restore', env, text, '--yes').status).toBe(1);
    expect(existsSync(env.GAUNTLET_DB)).toBe(false);
  });
  it('keeps the newest copies and the last of each day', () => {
    const name = (day: string, time: string) => `gauntlet-2026-11-${day}T${time}Z.db`;
    const names = [
      ...['01', '02', '03'].flatMap((d) => [name(d, '060000'), name(d, '180000')]),
      ...['100000', '110000', '120000'].map((t) => name('04', t)),
    ];
    const gone = expired([...names, 'something-else.txt'], { hours: 6, newest: 2, days: 3 });
    expect(gone.sort()).toEqual([name('01', '060000'), name('01', '180000'), name('02', '060000'), name('03', '060000'), name('04', '100000')].sort()); // prettier-ignore
  });
});

describe('a database that cannot keep what it is given', () => {
  it('has one server at a time', async () => {
    const env = { GAUNTLET_DB: withDemo('one.db') };
    await start(env);
    await expect(served(env)).rejects.toThrow('is held by another program, perhaps another Gauntlet');
  });
  it('refuses what is sent once its file is gone, and says so', async () => {
    const file = withDemo('gone.db');
    const server = await start({ GAUNTLET_DB: file });
    expect((await log(server, note(1))).status).toBe(200);
    unlinkSync(file);
    const answer = await log(server, note(2));
    expect(answer.status).toBe(503);
    expect(await answer.text()).toContain('moved or deleted');
    const health = await fetch(`${server.base}/api/health`);
    expect([health.status, ((await health.json()) as { ok: boolean }).ok]).toEqual([503, false]);
  });
  it('is not served where a page of it is garbage', async () => {
    const bad = withDemo('garbage.db');
    const size = statSync(bad).size;
    const { openSync, writeSync, closeSync } = await import('node:fs');
    const handle = openSync(bad, 'r+');
    writeSync(handle, Buffer.alloc(4096, 0x5a), 0, 4096, Math.floor(size / 2 / 4096) * 4096);
    closeSync(handle);
    await expect(served({ GAUNTLET_DB: bad })).rejects.toThrow('bin/restore');
  });
  it('names a full disk, missing rights, damage and a lock, each with what to do', () => {
    const trouble = (code: string) => databaseTrouble(Object.assign(new Error('x'), { code }));
    expect(trouble('SQLITE_FULL')).toMatchObject({ status: 507 });
    for (const code of [
      'SQLITE_READONLY_DBMOVED',
      'SQLITE_CORRUPT',
      'SQLITE_BUSY',
      'SQLITE_IOERR_WRITE',
      'SQLITE_CANTOPEN',
    ])
      expect(trouble(code)?.status, code).toBe(503);
    expect(trouble('SQLITE_CONSTRAINT')).toBeNull();
    expect(databaseTrouble(new Error('other'))).toBeNull();
  });
  it('waits for a writer of another process instead of failing at once', async () => {
    const file = withDemo('wait.db');
    const server = await start({ GAUNTLET_DB: file });
    const other = new BetterSqlite(file);
    other.exec('begin immediate');
    const answer = log(server, note(1));
    await new Promise((resolve) => setImmediate(resolve));
    other.exec('commit');
    other.close();
    expect((await answer).status).toBe(200);
  });
});

describe('strangers at the door', () => {
  /** A request as it goes over the wire, so that any header can be said. */
  const raw = (base: string, path: string, headers: Record<string, string>, body = '', method = 'POST') =>
    new Promise<{ status: number; text: string }>((resolve, reject) => {
      const { hostname, port } = new URL(base);
      const req = plainRequest({ hostname, port, path, method, headers }, (res) => {
        let text = '';
        res.on('data', (d: Buffer) => (text += d.toString()));
        res.on('end', () => resolve({ status: res.statusCode!, text }));
      });
      req.on('error', reject);
      req.end(body);
    });
  it('a name that was made to point here, another scheme, another site: none of them is believed', async () => {
    const server = await start({ GAUNTLET_DB: withDemo('door.db') });
    const { host } = new URL(server.base);
    const job = JSON.stringify([note(1)]);
    const path = '/api/jobs/skerry-point/entries';
    const type = { 'content-type': 'application/json' };
    expect((await raw(server.base, path, { ...type, host: 'evil.example:4921', origin: 'http://evil.example:4921' }, job)).status).toBe(421); // prettier-ignore
    expect((await raw(server.base, '/api/jobs', { host: 'evil.example' }, '', 'GET')).status).toBe(421);
    expect((await raw(server.base, path, { ...type, host, origin: `https://${host}` }, job)).status).toBe(
      403,
    );
    expect(
      (await raw(server.base, path, { ...type, host, 'sec-fetch-site': 'cross-site' }, job)).status,
    ).toBe(403);
    expect((await raw(server.base, path, { ...type, host, 'x-gauntlet-scheme': 'https', origin: `https://${host}` }, job)).status).toBe(403); // prettier-ignore
    expect((await raw(server.base, path, { ...type, host, origin: `http://${host}` }, job)).status).toBe(200);
  });
  it('bodies too deep, of too many parts and too large are refused, and the next request is answered', async () => {
    const server = await start({ GAUNTLET_DB: withDemo('bodies.db') });
    const path = '/api/jobs/skerry-point/entries';
    const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
    const { host } = new URL(server.base);
    const type = { 'content-type': 'application/json', host };
    expect((await raw(server.base, path, type, deep)).text).toContain('nested deeper');
    const parts = await raw(server.base, '/api/jobs/import', type, `[${'{},'.repeat(4_100_000)}{}]`);
    expect(parts.status).toBe(413);
    // An answer before the body was read: the connection goes on.
    const agent = new (await import('node:http')).Agent({ keepAlive: true, maxSockets: 1 });
    const { hostname, port } = new URL(server.base);
    const over = (headers: Record<string, string>, body: string) =>
      new Promise<number>((resolve, reject) => {
        const req = plainRequest(
          { hostname, port, path, method: 'POST', agent, headers: { ...type, ...headers } },
          (res) => {
            res.resume();
            res.on('end', () => resolve(res.statusCode!));
          },
        );
        req.on('error', reject);
        req.end(body);
      });
    expect(await over({ origin: 'http://evil.example' }, 'x'.repeat(600_000))).toBe(403);
    expect(await over({}, JSON.stringify([note(1)]))).toBe(200);
    agent.destroy();
  });
  it('every answer carries its headers, and a page the policy that no other site frames it', async () => {
    const server = await start({ GAUNTLET_DB: join(dir, 'headers.db') });
    const page = await fetch(`${server.base}/`);
    const policy = page.headers.get('content-security-policy')!;
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).toMatch(/script-src 'self' 'nonce-/);
    for (const path of ['/', '/favicon.svg', '/api/health', '/nothing/here']) {
      const { headers } = await fetch(server.base + path);
      expect([headers.get('x-content-type-options'), headers.get('x-frame-options'), headers.get('referrer-policy')], path).toEqual(['nosniff', 'DENY', 'same-origin']); // prettier-ignore
    }
  });
  it('a job that is not there has no stream of events', async () => {
    const server = await start({ GAUNTLET_DB: join(dir, 'streams.db') });
    expect((await fetch(`${server.base}/api/jobs/nowhere/events`)).status).toBe(404);
  });
});
