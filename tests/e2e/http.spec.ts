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

test('a listener is told what it missed, and what is kept from then on', async ({ request, baseURL }) => {
  const job = await ownJob(request);
  const stop = new AbortController();
  const feed = await fetch(`${baseURL}/api/jobs/${job}/events?since=0`, { signal: stop.signal });
  expect(feed.headers.get('content-type')).toBe('text/event-stream');
  const reader = feed.body!.getReader();
  let heard = '';
  const until = async (says: string) => {
    while (!heard.includes(says)) {
      const piece = await reader.read();
      if (piece.done) throw new Error(`The feed ended before "${says}".`);
      heard += new TextDecoder().decode(piece.value);
    }
  };
  await until('Read the wrong port.');
  await request.post(`/api/jobs/${job}/entries`, {
    data: {
      entries: [
        {
          id: crypto.randomUUID(),
          job,
          link: 'K1-01',
          kind: 'note',
          at: new Date().toISOString(),
          by: 'bo',
          data: { text: 'Plate is cracked.' },
        },
      ],
    },
  });
  await until('Plate is cracked.');
  stop.abort();
});

test('pictures and parts are refused with a sentence, never with a 500', async ({ request }) => {
  const job = await ownJob(request);
  const id = crypto.randomUUID();
  const photo = (data: Buffer) => request.put(`/api/jobs/${job}/photos/${id}`, { data });
  expect((await photo(Buffer.from('not a picture'))).status()).toBe(400);
  expect((await photo(Buffer.alloc(4_100_000))).status()).toBe(413);
  expect((await request.get(`/api/jobs/${job}/photos/${id}`)).status()).toBe(404);
  for (const [kind, data] of [
    ['part', { id: 'x' }],
    ['legend', []],
    ['link', {}],
  ] as const) {
    const answer = await request.put(`/api/jobs/${job}/items/${kind}/x`, { data });
    expect(answer.status(), kind).toBe(400);
    expect(((await answer.json()) as { error: { message: string } }).error.message).toContain(
      'cannot be kept',
    );
  }
  const tester = await request.post(`/api/jobs/${job}/links/K1-05/tester`, { data: { evidence: 'hunch' } });
  expect(tester.status()).toBe(400);
  const policy = await request.put(`/api/jobs/${job}/policy`, { data: { scheme: 'T568C' } });
  expect(policy.status()).toBe(400);
});
