import { accessWords, type AccessEntry } from '../../src/core/access/access-events';
import { noteAccess } from '../../src/lib/server/access/access-log';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { may, rightFor, ROLES, ROUTE_RIGHTS, type Role } from '../../src/core/access/rights';
import { invite, takeInvite } from '../../src/lib/server/access/invites';
import { openDatabase } from '../../src/lib/server/db/open';
import { served, type Served } from '../support/served';

const dir = mkdtempSync(join(tmpdir(), 'gauntlet-access-'));
const FIRST = 'ABCD-2345';
let server: Served;
beforeAll(async () => {
  server = await served({
    GAUNTLET_DB: join(dir, 'access.db'),
    GAUNTLET_ACCESS: 'on',
    GAUNTLET_FIRST_CODE: FIRST,
  });
});
afterAll(async () => {
  await server.end();
  rmSync(dir, { recursive: true, force: true });
});

interface Asked {
  method?: string;
  cookie?: string;
  body?: unknown;
}
const ask = (path: string, { method, cookie, body }: Asked = {}) =>
  fetch(server.base + path, {
    method: method ?? (body === undefined ? 'GET' : 'POST'),
    headers: {
      ...(cookie ? { cookie } : {}),
      ...(body === undefined ? {} : { 'content-type': 'application/json' }),
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    redirect: 'manual',
  });
const cookieOf = (answer: Response) => answer.headers.getSetCookie()[0]!.split(';')[0]!;
const enter = async (code: string, name = '') => {
  const answer = await ask('/api/access/enter', { body: { code, name } });
  return { status: answer.status, cookie: answer.ok ? cookieOf(answer) : '', answer };
};

const cookies = {} as Record<Role, string>;
const letIn = async (role: Role, name: string, more = {}) => {
  const made = await ask('/api/access/people', { cookie: cookies.lead, body: { name, role, ...more } });
  const { code } = (await made.json()) as { code: string };
  return { code, ...(await enter(code)) };
};
const people = async () =>
  ((await (await ask('/api/access/people', { cookie: cookies.lead })).json()) as { people: { id: string; name: string; devices: { id: string }[] }[] }).people; // prettier-ignore

describe('being let in', () => {
  it('begins with the printed code, once, and wants a name', async () => {
    expect(server.said()).toContain(FIRST);
    expect((await ask('/api/jobs')).status).toBe(401);
    expect((await enter('WRONG-CODE')).status).toBe(403);
    expect((await enter(FIRST)).status).toBe(400);
    const lead = await enter(FIRST, 'Ines Rask');
    expect(lead.status).toBe(200);
    cookies.lead = lead.cookie;
    expect((await enter(FIRST, 'Somebody Else')).status).toBe(403);
    expect(lead.answer.headers.getSetCookie()[0]).toMatch(/HttpOnly; SameSite=Strict/i);
    const demo = readFileSync('demo/skerry-point.json', 'utf8');
    const brought = await ask('/api/jobs/import', { cookie: cookies.lead, body: JSON.parse(demo) });
    expect(brought.status).toBe(201);
  });
  it('goes on by codes that the lead shows, each good for one device', async () => {
    const bo = await letIn('technician', 'Bo Tarn');
    cookies.technician = bo.cookie;
    const again = await enter(bo.code);
    expect(again.status).toBe(403);
    expect(await again.answer.text()).toContain('has let somebody in already');
    cookies.trainee = (await letIn('trainee', 'Kit Wold')).cookie;
    cookies.client = (await letIn('client', 'A client', { job: 'skerry-point' })).cookie;
    expect((await ask('/api/access/people', { cookie: cookies.lead, body: { name: 'X', role: 'client' } })).status).toBe(400); // prettier-ignore
  });
  it('ends when the code is ten minutes old', async () => {
    const db = await openDatabase(':memory:');
    const now = Date.parse('2026-11-25T09:00:00Z');
    const { code } = await invite(db, { name: 'Late', role: 'technician' }, now);
    await expect(takeInvite(db, code, now + 10 * 60_000 + 1)).rejects.toThrow('good for ten minutes');
    expect(await takeInvite(db, code.toLowerCase().replace('-', ' '), now + 9 * 60_000)).toBeTruthy();
    await db.destroy();
  });
});

/** A request for each route, such that whoever may is answered by something else than a refusal of rights. */
const pathOf = (route: string) =>
  route
    .replace('[job]', 'skerry-point')
    .replace('[link]', 'K1-01')
    .replace('[id]', '00000000-0000-4000-8000-000000000000')
    .replace('[...all]', 'get-session');

describe('who may what, route by route', () => {
  const routes = Object.keys(ROUTE_RIGHTS).filter((r) => !/access\/(leave|switch|enter)$/.test(r));
  it('every route that is there stands in the table, and no other', () => {
    const there: string[] = [];
    const walk = (at: string) => {
      for (const name of readdirSync(join('src/routes', at))) {
        const path = join(at, name);
        if (statSync(join('src/routes', path)).isDirectory()) walk(path);
        else if (name === '+server.ts')
          for (const [, method] of readFileSync(join('src/routes', path), 'utf8').matchAll(
            /^export const (GET|POST|PUT|PATCH|DELETE)\b/gm,
          ))
            // prettier-ignore
            there.push(`${method} /${at}`);
      }
    };
    walk('api');
    expect(Object.keys(ROUTE_RIGHTS).sort()).toEqual(there.sort());
  });
  it('nobody is answered but where it is open', async () => {
    for (const key of routes) {
      const [method, route] = key.split(' ') as [string, string];
      if (route.endsWith('/events') || ROUTE_RIGHTS[key] === 'open') continue;
      const answer = await ask(pathOf(route), method === 'GET' ? {} : { method, body: {} });
      expect(answer.status, key).toBe(401);
    }
  });
  it.each(ROLES)('a %s is refused just what the table refuses', async (role) => {
    for (const key of routes) {
      const [method, route] = key.split(' ') as [string, string];
      if (route.endsWith('/events') || route.includes('/auth/')) continue;
      const answer = await ask(pathOf(route), { cookie: cookies[role], ...(method === 'GET' ? {} : { method, body: {} }) }); // prettier-ignore
      const refused = !may(role, rightFor(method, route)!);
      expect([answer.status === 403, answer.status >= 500], `${role} ${key} ${answer.status}`).toEqual([
        refused,
        false,
      ]);
    }
  });
  it('a client reads one job and is a stranger to the others', async () => {
    const other = await ask('/api/jobs', { cookie: cookies.lead, body: { name: 'Quay House', policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' }, crew: [{ id: 'ines', name: 'Ines Rask', role: 'lead' }] } }); // prettier-ignore
    expect(other.status).toBe(201);
    const guess = await ask('/api/jobs/quay-house/view', { cookie: cookies.client });
    const stranger = await ask('/api/jobs/no-such-job/view', { cookie: cookies.client });
    expect([guess.status, stranger.status]).toEqual([404, 404]);
    expect((await guess.text()).replace('quay-house', 'X')).toBe(
      (await stranger.text()).replace('no-such-job', 'X'),
    );
    const list = (await (await ask('/api/jobs', { cookie: cookies.client })).json()) as {
      jobs: { id: string }[];
    };
    expect(list.jobs.map((j) => j.id)).toEqual(['skerry-point']);
    expect((await ask('/api/jobs/skerry-point/view', { cookie: cookies.client })).status).toBe(200);
    // What the crew works with says who took how long.
    for (const of of ['', '/site', '/sheets', '/handover', '/links/K1-01/history'])
      expect((await ask(`/api/jobs/skerry-point${of}`, { cookie: cookies.client })).status, of).toBe(403);
  });
  it('the session package is reached for keys of devices alone', async () => {
    for (const path of ['get-session', 'sign-up/email', 'list-sessions', 'enter-as', 'update-user']) {
      expect((await ask(`/api/auth/${path}`, { body: {} })).status, path).toBe(404);
      expect((await ask(`/api/auth/${path}`)).status, path).toBe(404);
    }
  });
});

describe('what is logged carries who entered it', () => {
  const entry = (by: string) => ({
    id: crypto.randomUUID(),
    job: 'skerry-point',
    link: 'K1-01',
    kind: 'note',
    at: new Date().toISOString(),
    by,
    enteredBy: 'nobody',
    data: { text: 'seen' },
  });
  const log = async (role: Role, by: string) => {
    const e = entry(by);
    const answer = await ask('/api/jobs/skerry-point/entries', { cookie: cookies[role], body: [e] });
    const { kept, refused } = (await answer.json()) as { kept: string[]; refused: { message: string }[] };
    const history = (await (await ask('/api/jobs/skerry-point/links/K1-01/history', { cookie: cookies.lead })).json()) as { entries: { id: string; enteredBy?: string }[] }; // prettier-ignore
    return { kept: kept.length, refused, found: history.entries.find((x) => x.id === e.id) };
  };
  it('for oneself as before, for somebody else with both names', async () => {
    expect(await log('technician', 'bo')).toMatchObject({ kept: 1, found: { by: 'bo' } });
    expect((await log('technician', 'bo')).found).not.toHaveProperty('enteredBy');
    expect((await log('technician', 'ines')).found).toMatchObject({ by: 'ines', enteredBy: 'Bo Tarn' });
  });
  it('a trainee logs their own work alone', async () => {
    const { kept, refused } = await log('trainee', 'ines');
    expect(kept).toBe(0);
    expect(refused[0]!.message).toContain('a trainee: log your own work');
  });
  it('a trainee adds a lead on the way and changes nothing else of the plan', async () => {
    const lead = { id: 'lead-x', name: 'L9', kind: 'test lead' };
    const put = (body: unknown) => ask('/api/jobs/skerry-point/plan', { cookie: cookies.trainee, body });
    expect((await put({ put: { parts: [lead] } })).status).toBe(200);
    expect((await put({ name: 'Mine' })).status).toBe(403);
    expect((await put({ put: { parts: [lead] }, remove: { links: ['K1-01'] } })).status).toBe(403);
  });
});

describe('a shared device, and one that is put out', () => {
  it('is handed over by a PIN, and the session before ends', async () => {
    const setPin = (cookie: string, pin: string) => ask('/api/access/pin', { cookie, body: { pin } });
    expect((await setPin(cookies.technician, '12')).status).toBe(400);
    expect((await setPin(cookies.technician, '4711')).status).toBe(200);
    const bo = (await people()).find((p) => p.name === 'Bo Tarn')!;
    const shared = (await letIn('trainee', 'Shared tablet')).cookie;
    const take = (pin: string) => ask('/api/access/switch', { cookie: shared, body: { user: bo.id, pin } });
    expect((await take('0000')).status).toBe(403);
    const none = (await people()).find((p) => p.name === 'A client')!;
    expect((await ask('/api/access/switch', { cookie: shared, body: { user: none.id, pin: '0000' } })).status).toBe(403); // prettier-ignore
    const taken = await take('4711');
    expect(taken.status).toBe(200);
    const who = (await (await ask('/api/access', { cookie: cookieOf(taken) })).json()) as {
      who: { name: string };
    };
    expect(who.who.name).toBe('Bo Tarn');
    expect((await ask('/api/jobs', { cookie: shared })).status).toBe(401);
  });
  it('is refused at its next request, and the last lead stays', async () => {
    const gone = await letIn('technician', 'Gone');
    const listed = (await people()).find((p) => p.name === 'Gone')!;
    expect((await ask('/api/jobs', { cookie: gone.cookie })).status).toBe(200);
    const stream = (await ask('/api/jobs/skerry-point/events', { cookie: gone.cookie })).text();
    await ask('/api/access/put-out', { cookie: cookies.lead, body: { device: listed.devices[0]!.id } });
    // What it listened to ends with it.
    expect(await stream).toContain('retry:');
    expect((await ask('/api/jobs', { cookie: gone.cookie })).status).toBe(401);
    const ines = (await people()).find((p) => p.name === 'Ines Rask')!;
    const last = await ask('/api/access/put-out', { cookie: cookies.lead, body: { person: ines.id } });
    expect(last.status).toBe(409);
    expect(
      (await ask('/api/access/put-out', { cookie: cookies.lead, body: { person: listed.id } })).status,
    ).toBe(200);
  });
  it('codes that are tried and tried are held up', async () => {
    const statuses: number[] = [];
    for (let i = 0; i < 14; i++) statuses.push((await enter(`WRONG-${i}`)).status);
    expect(statuses).toContain(429);
  });
  it('is written down for the lead, without a code or a PIN', async () => {
    const log = await ask('/api/access/log', { cookie: cookies.lead });
    const text = await log.clone().text();
    const { events } = (await log.json()) as { events: AccessEntry[] };
    const said = events.map(accessWords).join('\n');
    expect(said).toMatch(
      /^A code was tried and refused; computer at (127\.0\.0\.1|::1|::ffff:127\.0\.0\.1)\.$/m,
    );
    for (const what of [/^Ines Rask entered by a code; /m, /^A code was shown for Bo Tarn, by Ines Rask; /m, /^Bo Tarn set a PIN; /m, /^A PIN was tried for Bo Tarn and refused; /m, /^A PIN was tried for A client and refused; /m, /^Bo Tarn took the device over by PIN; /m, /^A device of Gone was signed out, by Ines Rask; /m, /^Gone was removed, with all devices, by Ines Rask; /m]) expect(said).toMatch(what); // prettier-ignore
    expect(text).not.toContain('4711');
    expect(text).not.toContain(FIRST);
    expect(text).not.toContain('WRONG');
    for (const cookie of Object.values(cookies))
      expect(text).not.toContain(cookie.split('=')[1]!.slice(0, 20));
  });
  it('tries that failed push nothing else out of what is kept, and no list grows for ever', async () => {
    const db = await openDatabase(':memory:');
    await noteAccess(db, 'entered', { person: 'Bo Tarn' });
    for (let i = 0; i < 5010; i++) await noteAccess(db, 'refused-code', {});
    const { n } = await db.selectFrom('access_event').select((e) => e.fn.countAll<number>().as('n')).executeTakeFirstOrThrow(); // prettier-ignore
    expect(n).toBe(5001);
    await db.destroy();
  });
});
