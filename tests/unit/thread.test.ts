import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { largeJob } from '../../scripts/large/job';
import type { JobFile } from '../../src/core/model/job';
import type { Trend } from '../../src/core/trend/trend';
import { served, type Served } from '../support/served';

/** The built program: its thread is built with it. */
describe('what takes long is done beside the server', () => {
  const dir = mkdtempSync(join(tmpdir(), 'gauntlet-thread-'));
  let server: Served;
  beforeAll(async () => {
    expect(existsSync('build/thread/worker.js')).toBe(true);
    server = await served({ GAUNTLET_DB: join(dir, 'thread.db') }, ['--demo']);
  });
  afterAll(async () => {
    await server.end();
    rmSync(dir, { recursive: true, force: true });
  });
  const post = (path: string, body: unknown) =>
    fetch(`${server.base}${path}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }); // prettier-ignore

  it('answers others while a record is made, and makes it whole', async () => {
    const record = fetch(`${server.base}/api/jobs/skerry-point/record`);
    let others = 0;
    let made = false;
    void record.then(() => (made = true));
    while (!made) {
      expect((await fetch(`${server.base}/api/health`)).ok).toBe(true);
      others++;
    }
    const answer = await record;
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    expect(
      Buffer.from(await answer.arrayBuffer())
        .subarray(0, 5)
        .toString(),
    ).toBe('%PDF-');
    expect(others).toBeGreaterThan(5);
  });
  it('sees what was written the moment before, as data and as a workbook', async () => {
    const id = '00000000-0000-4000-8000-0000000000aa';
    const note = { id, job: 'skerry-point', link: 'K1-01', kind: 'note', at: '2026-11-20T10:00:00Z', by: 'bo', data: { text: 'behind the cupboard' } }; // prettier-ignore
    expect((await post('/api/jobs/skerry-point/entries', { entries: [note] })).ok).toBe(true);
    const record = (await (await fetch(`${server.base}/api/jobs/skerry-point/record?as=json`)).json()) as { file: { entries: { id: string }[] } }; // prettier-ignore
    expect(record.file.entries.map((e) => e.id)).toContain(id);
    const book = await fetch(`${server.base}/api/jobs/skerry-point/record?as=xlsx`);
    expect((await book.arrayBuffer()).byteLength).toBeGreaterThan(5000);
  });
  it('works out a trend for who asks, with their own what-if', async () => {
    const trend = async (more = '') =>
      (await (await fetch(`${server.base}/api/jobs/gannet-house/trend?me=nell&today=2026-10-30${more}`)).json()) as Trend; // prettier-ignore
    const asked = await trend();
    expect(asked.left).toEqual({ ends: 96, proofs: 48 });
    expect(asked.groups.filter((g) => g.kind === 'person').map((g) => g.name)).toEqual(['Nell Harrow']);
    const alone = await trend(`&working=${encodeURIComponent('{"days":[1],"hours":1,"people":1}')}`);
    expect(alone.done!.nine! > asked.done!.nine!).toBe(true);
    const bad = await fetch(
      `${server.base}/api/jobs/gannet-house/trend?me=nell&today=2026-10-30&working=never`,
    );
    expect([bad.status, ((await bad.json()) as { error: { issues: { message: string }[] } }).error.issues[0]!.message]).toEqual([400, expect.stringContaining('write working days as')]); // prettier-ignore
  });
  it('passes on what is refused there, in its own words and with its own status', async () => {
    const none = await fetch(`${server.base}/api/jobs/no-such-job/record`);
    expect(none.status).toBe(404);
    expect(((await none.json()) as { error: { message: string } }).error.message).toContain(
      'no job "no-such-job"',
    );
    const link = { ordered: 'straight', shielded: false, head: { connector: 'plug', scheme: 'T568B' }, tail: { connector: 'plug', scheme: 'T568B' } }; // prettier-ignore
    const cannot = await post('/api/diagnose', {
      link,
      reading: { walk: '12345678', splits: ['12'], evidence: 'wiremap' },
    });
    expect(cannot.status).toBe(400);
    expect(((await cannot.json()) as { error: { message: string } }).error.message).toContain('split');
  });
  it('answers others while a large job is brought in, and while it is saved again whole', async () => {
    const large = largeJob('large', { links: 1000, entriesEach: 30, redos: 10 });
    let others = 0;
    const meanwhile = async <T>(work: Promise<T>): Promise<T> => {
      let over = false;
      void work.finally(() => (over = true));
      while (!over) {
        const id = randomUUID();
        const note = { id, job: 'skerry-point', link: 'K1-01', kind: 'note', at: '2026-11-20T10:00:00Z', by: 'bo', data: { text: 'meanwhile' } }; // prettier-ignore
        expect((await post('/api/jobs/skerry-point/entries', { entries: [note] })).ok).toBe(true);
        others++;
      }
      return work;
    };
    const brought = await meanwhile(fetch(`${server.base}/api/jobs/import`, { method: 'POST', body: JSON.stringify(large), headers: { 'content-type': 'application/json' } })); // prettier-ignore
    expect([brought.status, await brought.json()]).toEqual([201, { job: 'large' }]);
    expect(others).toBeGreaterThan(20);
    const saved = await meanwhile(fetch(`${server.base}/api/jobs/large/export`).then((r) => r.text()));
    expect((JSON.parse(saved) as JobFile).entries).toEqual(large.entries);
  });
  it('refuses what would wait too long instead of piling it up', async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, () => fetch(`${server.base}/api/jobs/skerry-point/record`))); // prettier-ignore
    const statuses = answers.map((a) => a.status);
    expect(statuses.filter((s) => s === 200).length).toBeGreaterThanOrEqual(4);
    expect(new Set(statuses)).toEqual(new Set([200, 503]));
    const busy = answers.find((a) => a.status === 503)!;
    expect(((await busy.json()) as { error: { message: string } }).error.message).toContain('hands full');
  });
});
