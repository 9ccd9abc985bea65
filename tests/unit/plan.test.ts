import { randomUUID } from 'node:crypto';
import { beforeEach, describe, expect, it } from 'vitest';
import type { Entry } from '../../src/core/model/entry';
import type { JobFile, Policy } from '../../src/core/model/job';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { bringReadings } from '../../src/lib/server/jobs/bring-readings';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { exportJob, readPlan } from '../../src/lib/server/jobs/job-file';
import { readHistory } from '../../src/lib/server/jobs/history';
import { changePlan, createJob, PlanRefused } from '../../src/lib/server/jobs/plan-changes';
import { itemSince, lastSeq } from '../../src/lib/server/jobs/since';
import { GENERIC_CABLES } from '../../src/core/wiring/parts';
import { disagreements, readStates } from '../../src/lib/server/jobs/states';
import { refusal } from '../support/refusal';

const policy: Policy = { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' };
const crew = [{ id: 'ada', name: 'Ada Fenn', role: 'lead' as const }];
const closet = { id: 'c', name: 'Closet', kind: 'closet' as const, floor: 0, x: 0, y: 0 };
const panel = { id: 'P', name: 'P', space: 'c', ports: 4, order: 0 };
const room = { id: 'r', name: 'Room', kind: 'room' as const, floor: 1, x: 9, y: 9 };
const outlet = { id: 'o', name: '1', space: 'r', positions: 4 };
const link = (port: number) => ({
  id: `P-${port}`,
  label: `P-${port}`,
  head: { panel: 'P', port, connector: 'patch-panel' as const },
  tail: { outlet: 'o', position: port, connector: 'punch-down-jack' as const },
  ordered: 'straight' as const,
  shielded: false,
  cable: '',
});
/** An instant so many seconds ago: what a test does one after the other lies apart, however fast it runs. */
const ago = (seconds: number) => new Date(Date.now() - seconds * 1000).toISOString();
const seated = (job: string, id: string): Entry => ({
  id: randomUUID(),
  job,
  link: id,
  end: 'head',
  kind: 'seated',
  at: ago(60),
  by: 'ada',
  data: { connector: 'patch-panel', scheme: 'T568B' },
});

let db: Db;
let job: string;
beforeEach(async () => {
  db = await openDatabase(':memory:');
  job = await createJob(db, { name: 'North wing', policy, crew });
  await changePlan(db, job, {
    put: { spaces: [closet, room], panels: [panel], outlets: [outlet], links: [1, 2, 3].map(link) },
  });
});

describe('a job from nothing', () => {
  it('has an id of its own from its name, even where the name is taken or a page is called so', async () => {
    expect(job).toBe('north-wing');
    expect(await createJob(db, { name: 'North Wing!', policy, crew })).toBe('north-wing-2');
    expect(await createJob(db, { name: 'New', policy, crew })).toBe('new-2');
  });
  it.each([
    ['no name', { name: ' ', policy, crew }, 'needs a name'],
    ['nobody', { name: 'X', policy, crew: [] }, 'at least one person'],
    ['one id for two', { name: 'X', policy, crew: [crew[0], crew[0]] }, 'same id'],
    ['no terms', { name: 'X', crew }, ''],
    ['nothing', null, ''],
  ])('is refused with a sentence: %s', async (_, body, says) => {
    const { message, issues } = await refusal(createJob(db, body));
    expect([message, ...issues.map((i) => i.message)].join(' ')).toContain(says);
  });
  it('takes links in with states that agree with their empty log', async () => {
    expect((await readStates(db, job)).map((s) => s.head.state)).toEqual(['bare', 'bare', 'bare']);
    expect(await disagreements(db, job)).toEqual([]);
  });
});

describe('a change of the plan', () => {
  it('is all or nothing: one bad link keeps out the good ones, and says why', async () => {
    const before = await exportJob(db, job);
    const bad = { ...link(4), head: { panel: 'P', port: 9, connector: 'patch-panel' } };
    const { message, status } = await refusal(changePlan(db, job, { name: 'Other', put: { links: [link(4), { ...bad, id: 'x', label: 'x' }] } })); // prettier-ignore
    expect([message, status]).toEqual(['x: panel P has 4 ports, not 9.', 409]);
    expect(await exportJob(db, job)).toBe(before);
  });
  it('retires what stands in the log and frees its port; the log goes on knowing it', async () => {
    await appendEntries(db, job, [seated(job, 'P-1')]);
    const changed = await changePlan(db, job, { remove: { links: ['P-1', 'P-2'] } });
    expect(changed.retired!.links).toEqual(['P-1']);
    expect(changed.removed!.links).toEqual(['P-2']);
    await changePlan(db, job, { put: { links: [{ ...link(1), id: 'again', label: 'P-1' }] } });
    const plan = (await readPlan(db, job))!;
    expect(plan.links.map((l) => [l.id, l.retired ?? false])).toEqual([
      ['P-1', true],
      ['P-3', false],
      ['again', false],
    ]);
    const file = JSON.parse((await exportJob(db, job))!) as {
      job: { id: string };
      entries: { job: string }[];
    };
    const copy = { ...file, job: { ...file.job, id: 'copy' }, entries: [] };
    expect(await importJob(db, copy)).toBe('copy');
  });
  it('lets two links exchange their ports, and judges what has a log anew', async () => {
    await appendEntries(db, job, [seated(job, 'P-1')]);
    const swap = {
      put: {
        links: [
          { ...link(1), head: link(2).head },
          { ...link(2), head: link(1).head },
        ],
      },
    };
    await changePlan(db, job, { ...swap, moved: { 'P-1': 'paper' } });
    expect((await readPlan(db, job))!.links.map((l) => l.head.port)).toEqual([2, 1, 3]);
    expect((await readStates(db, job))[0]!.head.state).toBe('seated');
    await changePlan(db, job, { policy: { ...policy, evidence: 'certification' } });
    expect(await disagreements(db, job)).toEqual([]);
  });
  it.each([
    ['no change at all', 'text'],
    ['a floor in the sky', { put: { spaces: [{ ...closet, floor: 900 }] } }],
    ['a thing that is not known', { put: { ladders: [] } }],
  ])('is refused where it is %s', async (_, body) => {
    expect((await refusal(changePlan(db, job, body))).status).toBe(400);
  });
  it('takes a link that is sent twice in one change once', async () => {
    await changePlan(db, job, { put: { links: [link(4), link(4)] } });
    expect((await readPlan(db, job))!.links.map((l) => l.id)).toEqual(['P-1', 'P-2', 'P-3', 'P-4']);
    expect(await disagreements(db, job)).toEqual([]);
  });
  it('is refused for a job that is not here', async () => {
    expect((await refusal(changePlan(db, 'nowhere', {}))).status).toBe(404);
  });
});

describe('a plan with a history', () => {
  const history = async () => (JSON.parse((await exportJob(db, job))!) as JobFile).entries;
  const planned = async () => (await history()).filter((e) => e.kind === 'planned');
  const revision = async () => (await readPlan(db, job))!.revision;

  it('writes every change into the log: old and new, who, and from where; nothing where nothing changed', async () => {
    const changed = await changePlan(db, job, { put: { links: [{ ...link(1), note: 'behind the desk' }] }, from: 'links.csv', by: 'ada' }); // prettier-ignore
    expect(changed.revision).toBe(2);
    const last = (await planned()).at(-1)!;
    expect(last).toMatchObject({ by: 'ada', data: { revision: 2, from: 'links.csv' } });
    expect(last.data.changes).toEqual([
      { list: 'links', id: 'P-1', name: 'P-1', was: link(1), is: { ...link(1), note: 'behind the desk' } },
    ]);
    await changePlan(db, job, { put: { links: [{ ...link(1), note: 'behind the desk' }] } });
    expect([await revision(), (await planned()).length]).toEqual([2, 2]);
  });
  it('takes a change that is sent twice once', async () => {
    const change = { id: randomUUID(), name: 'South wing' };
    expect((await changePlan(db, job, change)).revision).toBe(2);
    await changePlan(db, job, { name: 'East wing' });
    expect((await changePlan(db, job, change)).revision).toBe(3);
    expect((await readPlan(db, job))!.name).toBe('East wing');
  });
  it('keeps both fields that two leads changed on one link, whoever comes first', async () => {
    const made = { revision: await revision() };
    await changePlan(db, job, { ...made, put: { links: [{ ...link(1), note: 'mind the dog' }] } });
    await changePlan(db, job, { ...made, put: { links: [{ ...link(1), cable: 'Cat 6 U/UTP' }] } });
    expect((await readPlan(db, job))!.links[0]).toMatchObject({ note: 'mind the dog', cable: 'Cat 6 U/UTP' });
    await changePlan(db, job, { ...made, policy: { ...policy, units: 'inch' } });
    await changePlan(db, job, { ...made, policy: { ...policy, untwist: 'strict' } });
    expect((await readPlan(db, job))!.policy).toMatchObject({ units: 'inch', untwist: 'strict' });
  });
  it('refuses what both changed to different things, with both versions, and changes nothing', async () => {
    const made = { revision: await revision() };
    await changePlan(db, job, { ...made, put: { links: [{ ...link(1), note: 'theirs' }] } });
    const before = await exportJob(db, job);
    const refused = await refusal(changePlan(db, job, { ...made, put: { links: [{ ...link(1), note: 'mine' }] } })); // prettier-ignore
    expect(refused).toBeInstanceOf(PlanRefused);
    expect(refused.status).toBe(409);
    expect((refused as PlanRefused).ask).toMatchObject({
      revision: 2,
      conflicts: [{ list: 'links', id: 'P-1', field: 'note', theirs: 'theirs', mine: 'mine' }],
    });
    expect(await exportJob(db, job)).toBe(before);
  });
  it('takes what was decided, keeps what only the other changed, and asks again where a third came between', async () => {
    const made = { revision: await revision() };
    await changePlan(db, job, {
      ...made,
      put: { links: [{ ...link(1), note: 'theirs', lengthMetres: 12 }] },
    });
    const mine = { ...made, put: { links: [{ ...link(1), note: 'mine' }] }, decided: { revision: 2, fields: ['links.P-1.note'] } }; // prettier-ignore
    await changePlan(db, job, { put: { links: [{ ...link(1), note: 'a third', lengthMetres: 12 }] } });
    const refused = await refusal(changePlan(db, job, mine));
    expect((refused as PlanRefused).ask.conflicts).toMatchObject([{ theirs: 'a third', mine: 'mine' }]);
    await changePlan(db, job, { ...mine, decided: { revision: 3, fields: ['links.P-1.note'] } });
    expect((await readPlan(db, job))!.links[0]).toMatchObject({ note: 'mine', lengthMetres: 12 });
  });
  it('does not bring a link back that somebody else took out', async () => {
    const made = { revision: await revision() };
    await changePlan(db, job, { ...made, remove: { links: ['P-2'] } });
    const refused = await refusal(
      changePlan(db, job, { ...made, put: { links: [{ ...link(2), note: 'x' }] } }),
    );
    expect((refused as PlanRefused).ask.conflicts).toMatchObject([{ id: 'P-2', field: '', theirs: null }]);
    expect((await changePlan(db, job, { ...made, remove: { links: ['P-2'] } })).revision).toBe(2);
  });
  it('asks of a terminated link whether it was moved, and a moved one is proven no more', async () => {
    const at = ago(30);
    const reading: Entry = { id: randomUUID(), job, link: 'P-1', kind: 'reading', at, by: 'ada', data: { reading: { walk: '12345678', evidence: 'wiremap', splits: [] } } }; // prettier-ignore
    await appendEntries(db, job, [seated(job, 'P-1'), reading]);
    const away = { put: { links: [{ ...link(1), head: { ...link(1).head, port: 4 } }] } };
    const refused = await refusal(changePlan(db, job, away));
    expect((refused as PlanRefused).ask.moved).toEqual([{ link: 'P-1', label: 'P-1', changed: ['port P 1 → P 4'] }]); // prettier-ignore
    const state = async () => (await readStates(db, job, ['P-1']))[0]!;
    await changePlan(db, job, { ...away, moved: { 'P-1': 'paper' } });
    expect([(await state()).head.state, (await state()).tail.state]).toEqual(['proven', 'proven']);
    await changePlan(db, job, { put: { links: [{ ...link(1), head: { ...link(1).head, port: 4 }, cable: 'New' }] }, moved: { 'P-1': 'site' } }); // prettier-ignore
    expect([(await state()).head.state, (await state()).tail.state]).toEqual(['stale', 'stale']);
    expect((await state()).lastReading!.current).toBe(false);
    expect(await disagreements(db, job)).toEqual([]);
  });
  it('asks of links whose outlet went to another room, too, and of none that nobody touched yet', async () => {
    await appendEntries(db, job, [seated(job, 'P-3')]);
    const hall = { ...room, id: 'hall', name: 'Hall' };
    const refused = await refusal(changePlan(db, job, { put: { spaces: [hall], outlets: [{ ...outlet, space: 'hall' }] } })); // prettier-ignore
    expect((refused as PlanRefused).ask.moved).toEqual([{ link: 'P-3', label: 'P-3', changed: ['room Room → Hall'] }]); // prettier-ignore
  });
  it('stands in the history of each link it touched', async () => {
    await changePlan(db, job, { put: { links: [{ ...link(2), note: 'x' }] } });
    const kinds = async (id: string) => (await readHistory(db, job, { link: id })).map((r) => r.entry.kind);
    expect(await kinds('P-2')).toEqual(['planned', 'planned']);
    expect(await kinds('P-1')).toEqual(['planned']);
  });
  it('tells those who listen, and those who were away, of the newest revision', async () => {
    const known = await lastSeq(db, job);
    await changePlan(db, job, { name: 'West wing' });
    const missed = (await itemSince(db, job, known))!;
    expect([missed.revision, missed.entries.map((e) => e.kind)]).toEqual([2, ['planned']]);
    expect((await appendEntries(db, job, [seated(job, 'P-1')])).revision).toBe(2);
  });
  it('is not written by anybody but its own route, nor taken back by a void', async () => {
    const [first] = await planned();
    const sent = await appendEntries(db, job, [
      { ...first, id: randomUUID() },
      { id: randomUUID(), job, kind: 'void', at: new Date().toISOString(), by: 'ada', data: { entry: first!.id, reason: 'x' } },
    ]); // prettier-ignore
    expect(sent.refused.map((r) => r.issues[0]!.path)).toEqual(['kind', 'data.entry']);
  });
  it('that exchanges labels leaves a reading sent by name to the link that is called so, and asks of one taken before', async () => {
    await changePlan(db, job, { put: { links: [{ ...link(1), label: 'P-2' }, { ...link(2), label: 'P-1' }] } }); // prettier-ignore
    const send = (takenAt: string) =>
      bringReadings(db, job, `link,walk,evidence,splits,taken_at\nP-1,12345678,wiremap,,${takenAt}`, { by: 'ada', from: 'tester', clock: 'unchecked' }, null); // prettier-ignore
    const before = await refusal(send(ago(60)));
    expect([before.status, before.issues[0]!.message]).toEqual([409, expect.stringContaining('P-2 was called "P-1" until')]); // prettier-ignore
    expect(await send('')).toMatchObject({ logged: 1, problems: [] });
    const stands = async (id: string) => (await readStates(db, job, [id]))[0]?.lastReading?.verdict;
    expect([await stands('P-1'), await stands('P-2')]).toEqual([undefined, 'pass']);
  });
  it('of a job judges readings by the job’s own cables, on the server as on the screen', async () => {
    const thin = { ...GENERIC_CABLES[0]!.spec, gauge: 26 };
    await changePlan(db, job, {
      put: {
        parts: [{ id: 'thin', name: 'Thin one', kind: 'cable box', cable: thin }],
        links: [{ ...link(1), cable: 'Thin one', lengthMetres: 60 }],
      },
    });
    // 60 m of 26 AWG: about 15 ohms of loop, far over what 24 AWG would have. IEC 60228 copper, computed.
    const reading = { id: randomUUID(), job, link: 'P-1', kind: 'reading', at: new Date().toISOString(), by: 'ada', data: { reading: { walk: '12345678', evidence: 'wiremap', splits: [] }, electrical: { loopOhms: { '12': 15, '36': 15, '45': 15, '78': 15 } } } }; // prettier-ignore
    const { states } = await appendEntries(db, job, [reading]);
    expect(states[0]!.lastReading!.verdict).toBe('pass');
  });
});
