import { expect, test } from '@playwright/test';
import { ownJob } from '../support/job';

const link = { head: { connector: 'jack', scheme: 'T568B' }, tail: { connector: 'plug', scheme: 'T568B' } };
const body = JSON.stringify({ link, reading: { walk: '1 2 3 - 5 6 7 8' } });

test('the open routes answer any sender, whatever it calls its content', async ({ request }) => {
  for (const type of ['application/json', 'text/plain', 'application/x-www-form-urlencoded']) {
    const answer = await request.post('/api/diagnose', {
      headers: { 'content-type': type, origin: 'http://elsewhere.invalid' },
      data: body,
    });
    expect(answer.status(), type).toBe(200);
    const bad = await request.post('/api/simulate', { headers: { 'content-type': type }, data: 'x' });
    expect(bad.status(), type).toBe(400);
  }
  expect((await request.post('/api/diagnose', { data: { note: 'x'.repeat(70_000) } })).status()).toBe(413);
});

test('what is kept is taken from no other site', async ({ request }) => {
  const job = await ownJob(request);
  const send = (origin: Record<string, string>) =>
    request.post(`/api/jobs/${job}/entries`, { headers: origin, data: { entries: [{}] } });
  expect((await send({ origin: 'http://elsewhere.invalid' })).status()).toBe(403);
  const own = await send({});
  expect(own.status()).toBe(200);
  expect(((await own.json()) as { refused: unknown[] }).refused).toHaveLength(1);
});

test('health, and a job out and in again', async ({ request }) => {
  expect(await (await request.get('/api/health')).json()).toMatchObject({ ok: true, database: 'ok' });
  const job = await ownJob(request);
  const file = await (await request.get(`/api/jobs/${job}/export`)).text();
  expect(JSON.parse(file)).toMatchObject({ format: 'gauntlet/job@1' });
  expect(
    (
      await request.post('/api/jobs/import', { headers: { 'content-type': 'application/json' }, data: file })
    ).status(),
  ).toBe(409);
  expect((await request.get('/api/jobs/nowhere/export')).status()).toBe(404);
});
