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

test('a listener who knows an entry that is not in the log is told to load anew', async ({
  request,
  baseURL,
}) => {
  const job = await ownJob(request);
  const first = async (since: string): Promise<string> => {
    const stop = new AbortController();
    const feed = await fetch(`${baseURL}/api/jobs/${job}/events?since=${since}`, { signal: stop.signal });
    const reader = feed.body!.getReader();
    let heard = '';
    while (!heard.includes('event: beat')) heard += new TextDecoder().decode((await reader.read()).value);
    stop.abort();
    return heard;
  };
  expect(await first('0&last=')).toContain('Read the wrong port.');
  expect(await first('0')).toContain('Read the wrong port.');
  expect(await first(`900000&last=${crypto.randomUUID()}`)).toContain('event: anew');
  expect(await first('0')).toMatch(
    /event: beat\ndata: \{"database":"[0-9a-f-]{36}","start":"[0-9a-f-]{36}"\}/,
  );
});

test('pictures and parts are refused with a sentence, never with a 500', async ({ request }) => {
  const job = await ownJob(request);
  const id = crypto.randomUUID();
  const photo = (data: Buffer) => request.put(`/api/jobs/${job}/photos/${id}`, { data });
  expect((await photo(Buffer.from('not a picture'))).status()).toBe(400);
  expect((await photo(Buffer.alloc(4_100_000))).status()).toBe(413);
  expect((await request.get(`/api/jobs/${job}/photos/${id}`)).status()).toBe(404);
  for (const put of [{ parts: [{ id: 'x' }] }, { legends: [[]] }]) {
    const answer = await request.post(`/api/jobs/${job}/plan`, { data: { put } });
    expect(answer.status()).toBe(400);
    expect(((await answer.json()) as { error: { message: string } }).error.message).toContain(
      'cannot be read',
    );
  }
  const tester = await request.post(`/api/jobs/${job}/links/K1-05/tester`, { data: { evidence: 'hunch' } });
  expect(tester.status()).toBe(400);
  const policy = await request.post(`/api/jobs/${job}/plan`, { data: { policy: { scheme: 'T568C' } } });
  expect(policy.status()).toBe(400);
});

test('a job is begun, planned, exported as a schedule and labelled over HTTP; what is wrong is refused whole', async ({
  request,
}) => {
  const policy = { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' };
  const begun = await request.post('/api/jobs', {
    data: { name: `Pier ${Date.now()}`, policy, crew: [{ id: 'a', name: 'Ada', role: 'lead' }] },
  });
  expect(begun.status()).toBe(201);
  const { job } = (await begun.json()) as { job: string };
  const put = {
    spaces: [
      { id: 'c', name: 'Closet', kind: 'closet', floor: 0, x: 0, y: 0 },
      { id: 'r', name: 'Pump room', kind: 'room', floor: 0, x: 9, y: 0 },
    ],
    panels: [{ id: 'P', name: 'P', space: 'c', ports: 12, order: 0 }],
    outlets: [{ id: 'o', name: '1', space: 'r', positions: 2 }],
    links: [1, 2].map((n) => ({
      id: `P-${n}`,
      label: `P-${n}`,
      head: { panel: 'P', port: n, connector: 'patch-panel' },
      tail: { outlet: 'o', position: n, connector: 'punch-down-jack' },
      ordered: 'straight',
      shielded: false,
      cable: 'Cat 6 U/UTP',
    })),
  };
  const bad = await request.post(`/api/jobs/${job}/plan`, { data: { put: { ...put, panels: [] } } });
  expect(bad.status()).toBe(409);
  expect(await (await request.get(`/api/jobs/${job}/schedule`)).text()).not.toContain('P-1');
  expect((await request.post(`/api/jobs/${job}/plan`, { data: { put } })).ok()).toBe(true);
  const schedule = await request.get(`/api/jobs/${job}/schedule`);
  expect(schedule.headers()['content-type']).toContain('text/csv');
  expect((await schedule.text()).split('\r\n').slice(0, 2)).toEqual([
    'link,head_closet,head_panel,head_port,tail_room,tail_outlet,tail_position,cable,scheme,ordered,length_m,head_connector,tail_connector,note,tail_floor',
    'P-1,Closet,P,1,Pump room,1,1,Cat 6 U/UTP,,straight,,patch-panel,punch-down-jack,,0',
  ]);
  const sheet = { pageWidth: 210, pageHeight: 297, columns: 2, rows: 2, labelWidth: 60, labelHeight: 30, marginLeft: 5, marginTop: 5, gapX: 0, gapY: 0 }; // prettier-ignore
  const labels = await request.post(`/api/jobs/${job}/labels`, { data: { sheet, spots: ['plate'] } });
  expect(labels.headers()['content-type']).toBe('application/pdf');
  expect((await labels.body()).subarray(0, 5).toString()).toBe('%PDF-');
  for (const [path, data] of [
    ['/api/jobs', 'text'],
    [`/api/jobs/${job}/plan`, []],
    [`/api/jobs/${job}/labels`, { sheet: {}, spots: 'all' }],
    ['/api/jobs/nowhere/plan', {}],
    ['/api/jobs/nowhere/labels', { sheet, spots: ['plate'] }],
  ] as const) {
    const answer = await request.post(path, { data });
    expect([400, 404], path).toContain(answer.status());
    expect(((await answer.json()) as { error: { message: string } }).error.message).not.toBe('');
  }
});

test('another program sends a schedule and readings, and reads how far the job is', async ({ request }) => {
  const job = await ownJob(request);
  const at = `/api/jobs/${job}`;
  const headers = { 'content-type': 'text/csv' };
  const schedule = 'Cabling schedule;;;\nDrop ID;Patch Panel;Port;Room\nN-1;N9;1;Galley\nN-2;N9;x;Galley\n';
  const closet = schedule.replace('Room', 'Room;TR').replaceAll('Galley', 'Galley;Low closet');
  const send = (query: string, data = closet) => request.post(`${at}/schedule${query}`, { headers, data });

  const said = await (await send('')).json();
  expect(said).toMatchObject({
    taken: false,
    rows: 2,
    new: 1,
    problems: [{ line: '4', column: 'head_port' }],
  });
  const refused = await send('?take=all');
  expect(refused.status()).toBe(409);
  expect((await refused.json()).error.message).toContain('1 of 2 rows are bad');
  expect((await (await request.get(at)).json()).plan.links.some((l: { label: string }) => l.label === 'N-1')).toBe(false); // prettier-ignore
  expect(await (await send('?take=good&from=drawing+office&by=una')).json()).toMatchObject({ taken: true, new: 1 }); // prettier-ignore
  expect((await send('?take=some')).status()).toBe(400);
  expect((await send('', 'a,b\nc,d\n')).status()).toBe(400);

  const before = await (await request.get(at)).json();
  const readings = 'link,walk,evidence,splits,taken_at\nN-1,1 2 3 4 5 6 7 8,wiremap,,2026-11-20T10:00:00Z\n';
  const log = (data: string, by = '?by=una') => request.post(`${at}/readings${by}`, { headers, data });
  expect((await log(readings, '')).status()).toBe(400);
  expect((await log(readings.replace('N-1,1', 'N-77,1'))).status()).toBe(409);
  expect(await (await log(readings)).json()).toEqual({ logged: 1, again: 0, problems: [] });
  expect(await (await log(readings)).json()).toEqual({ logged: 0, again: 1, problems: [] });
  // Without a time, or by a clock that nobody vouches for, it may be older than what the log has.
  const verdict = async () =>
    (await (await request.get(at)).json()).states.find((s: { link: string }) => s.link === 'N-1').head.state;
  expect(await verdict()).toBe('proven');
  const redone = { id: crypto.randomUUID(), job, link: 'N-1', end: 'head', kind: 'redone', at: '2026-11-20T10:30:00Z', by: 'una', data: { action: 'redo', connector: 'patch-panel', scheme: 'T568B' } }; // prettier-ignore
  expect((await (await request.post(`${at}/entries`, { data: [redone] })).json()).kept).toHaveLength(1);
  const later = readings.replace('10:00:00Z', '11:00:00Z');
  expect((await log(later, '?by=una&clock=wrong')).status()).toBe(400);
  expect(await (await log(later)).json()).toMatchObject({ logged: 1 });
  expect(await verdict()).toBe('provisional');
  expect(await (await log('link,walk,evidence,splits\nN-1,12345678,wiremap,\n')).json()).toMatchObject({ logged: 1 }); // prettier-ignore
  expect(await verdict()).toBe('provisional');
  expect(await (await log(later, '?by=una&clock=right')).json()).toMatchObject({ logged: 1, again: 0 });
  const after = await (await request.get(at)).json();
  expect(after.progress.links).toBe(before.progress.links);
  expect(after.states.find((s: { link: string }) => s.link === 'N-1').lastReading.verdict).toBe('pass');

  const described = await (await request.get('/api/openapi.json')).json();
  expect(described.openapi).toBe('3.1.0');
  expect((await (await request.get('/api/schemas/job@1')).json()).type).toBe('object');
  expect((await request.get('/api/schemas/nothing')).status()).toBe(404);
});
