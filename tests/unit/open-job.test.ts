import '../support/no-browser';
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Entry } from '../../src/core/model/entry';
import { foldLink } from '../../src/core/log/state';
import { keptEntries } from '../../src/lib/device/store';
import { OpenJob } from '../../src/lib/job/open-job.svelte';
import { withTheirs } from '../../src/lib/job/plan.svelte';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { Device } from '../support/device';

let device: Device;
let job: OpenJob;
let close: () => void;
async function opened(): Promise<void> {
  job = new OpenJob(await device.data());
  close = job.resume();
}
beforeEach(async () => {
  device = await Device.on('station');
  await opened();
});
afterEach(() => {
  close();
  vi.unstubAllGlobals();
});
const LINK = 'K3-02';
const WAIT = { timeout: 20_000 };
const seat = (link = LINK, more: object = {}) =>
  job.log.write(link, 'seated', { connector: 'patch-panel', scheme: 'T568B', ...more }, 'head', `${link} seated.`); // prettier-ignore
const sent = () => vi.waitFor(() => expect(job.outbox.waiting).toHaveLength(0), WAIT);
const stored = () => vi.waitFor(() => expect(job.outbox.unstored).toHaveLength(0), WAIT);

describe('an entry', () => {
  it('is shown at once, and leaves the device when the server has it', async () => {
    seat();
    expect(job.statusOf(LINK).head.state).toBe('seated');
    expect(job.outbox.waiting).toHaveLength(1);
    await sent();
    expect(await device.kinds(LINK)).toEqual(['seated']);
    await vi.waitFor(async () => expect(await keptEntries()).toEqual([]), WAIT);
  });
  it('says on which device it was written, and in which order there', async () => {
    const [a, b] = [seat(), seat('K3-03')];
    expect(a.device).toBe(b.device);
    expect(b.written).toBe(a.written! + 1);
    await sent();
  });
  it('waits without a server, survives a reload, and is sent once the server is back', async () => {
    device.online = false;
    seat();
    await vi.waitFor(() => expect(job.outbox.reachable).toBe(false), WAIT);
    await stored();
    close();
    device.online = true;
    await opened();
    await vi.waitFor(() => expect(job.statusOf(LINK).head.state).toBe('seated'), WAIT);
    await sent();
    expect(await device.kinds(LINK)).toEqual(['seated']);
  });
  it('that an older version left in the small storage is taken up and sent', async () => {
    close();
    const entry = { id: randomUUID(), job: 'station', link: LINK, end: 'head', kind: 'seated', at: '2026-11-20T09:00:00Z', by: 'bo', data: { connector: 'patch-panel', scheme: 'T568B' } }; // prettier-ignore
    device.storage.setItem('gauntlet:waiting:station', JSON.stringify([entry]));
    await opened();
    await vi.waitFor(async () => expect(await device.kinds(LINK)).toEqual(['seated']), WAIT);
    expect(device.storage.getItem('gauntlet:waiting:station')).toBeNull();
  });
  it('that the server refuses stays on the device with its reason, over a reload too, and can be sent again', async () => {
    const bad = job.log.write(
      LINK,
      'seated',
      { connector: 'anvil' as 'patch-panel', scheme: 'T568B' },
      'head',
    );
    await sent();
    expect(job.outbox.refused[0]!.entry.id).toBe(bad.id);
    expect(job.outbox.refused[0]!.message).toContain('cannot be kept');
    expect(job.statusOf(LINK).head.state).toBe('bare');
    close();
    await opened();
    await vi.waitFor(() => expect(job.outbox.refused).toHaveLength(1), WAIT);
    const mended = { ...bad, data: { connector: 'patch-panel', scheme: 'T568B' } } as Entry;
    await job.outbox.sendAgain([mended]);
    await sent();
    expect([job.outbox.refused.length, job.statusOf(LINK).head.state]).toEqual([0, 'seated']);
    expect(await device.kinds(LINK)).toEqual(['seated']);
  });
  it('that the server will not even read holds up none that come with it', async () => {
    device.online = false;
    device.mostBytes = 4000;
    seat();
    const huge = job.log.write(LINK, 'note', { text: 'x'.repeat(5000) });
    seat('K3-03');
    await stored();
    device.online = true;
    await job.outbox.send();
    await sent();
    expect(job.outbox.refused.map((r) => r.entry.id)).toEqual([huge.id]);
    expect(job.outbox.refused[0]!.message).not.toBe('');
    expect([await device.kinds(LINK), await device.kinds('K3-03')]).toEqual([['seated'], ['seated']]);
  });
  it('of another device is taken from the feed; what this device wrote is not shown twice', async () => {
    const reading = {
      id: randomUUID(), job: 'station', link: LINK, kind: 'reading' as const, at: new Date().toISOString(), by: 'bo',
      data: { reading: { from: 'head' as const, evidence: 'wiremap' as const, walk: '1 2 3 4 5 6 7 8', splits: [] } },
    }; // prettier-ignore
    const before = job.log.recentReadings.length;
    const state = foldLink(job.plan.link(LINK)!, job.plan, [reading as unknown as Entry]);
    device.tell({ seq: 9999, entries: [reading], states: [state], revision: 0 });
    expect(job.statusOf(LINK).tail.state).toBe('proven');
    expect(job.log.recentReadings).toHaveLength(before + 1);
    const own = job.log.write(LINK, 'reading', reading.data);
    device.tell({ seq: 10_000, entries: [own], states: [], revision: 0 });
    expect(job.log.recentReadings).toHaveLength(before + 2);
    await sent();
  });
  it('waiting here outweighs the state another device tells of its link', () => {
    device.online = false;
    seat();
    device.tell({
      seq: 9999,
      entries: [],
      states: [foldLink(job.plan.link(LINK)!, job.plan, [])],
      revision: 0,
    });
    expect(job.statusOf(LINK).head.state).toBe('seated');
  });
});

describe('taking back, without a server', () => {
  beforeEach(() => (device.online = false));
  it('goes once for each entry, and for any of the last ones', () => {
    seat();
    seat('K3-03');
    expect(job.log.undoable.map((u) => u.says)).toEqual(['K3-03 seated.', `${LINK} seated.`]);
    job.log.undo(job.log.undoable[1]!.entry.id);
    expect(job.statusOf(LINK).head.state).toBe('bare');
    expect(job.statusOf('K3-03').head.state).toBe('seated');
    job.log.undo();
    expect(job.log.undo()).toBeNull();
    expect(job.statusOf('K3-03').head.state).toBe('bare');
  });
  it('of an older entry leaves what was done since', () => {
    const first = job.log.write(LINK, 'flagged', { tape: 'red', bands: 2 } as never, 'head');
    seat();
    job.log.takeBack(first);
    expect(job.statusOf(LINK).head).toMatchObject({ state: 'seated' });
    expect(job.statusOf(LINK).head.flag).toBeUndefined();
  });
  it('reaches an entry from before this device opened the job, and an undo of an undo brings it back', () => {
    const old = job.plan.ordered.find((l) => job.statusOf(l.id).head.state === 'proven')!;
    const was = job.statusOf(old.id);
    const reading = job.log.history({ link: old.id, kind: 'reading' })!.find((r) => r.entry.id === was.lastReading!.entry)!; // prettier-ignore
    const back = job.log.takeBack(reading.entry);
    expect(job.statusOf(old.id).head.state).not.toBe('proven');
    job.log.takeBack(back);
    expect(job.statusOf(old.id).head.state).toBe('proven');
    expect(job.statusOf(old.id).lastReading).toEqual(was.lastReading);
  });
  it('of a finding takes its weight back', () => {
    const before = job.log.weights.jack['missed-punch'];
    const found = job.log.write(LINK, 'found', { mistakes: [{ where: 'head', kind: 'missed-punch', contacts: ['4'], conductors: ['BL'] }], asExplained: true }); // prettier-ignore
    expect(job.log.weights.jack['missed-punch']).toBeGreaterThan(before!);
    job.log.takeBack(found);
    expect(job.log.weights.jack['missed-punch']).toBe(before);
  });
  it('of work done with a tool is gone from the tool too', () => {
    const used = () => job.log.tools(job.plan.parts).find((t) => t.part === 'punch-1')!.used;
    const before = used();
    const e = seat(LINK, { parts: ['punch-1'] });
    expect(used()).toBe(before + 1);
    job.log.takeBack(e);
    expect(used()).toBe(before);
  });
});

describe('a plan', () => {
  it('leaves out what is retired, and still names it', async () => {
    const [gone] = (await device.file()).entries.flatMap((e) => ('link' in e ? [e.link] : []));
    expect(await job.plan.change({ remove: { links: [gone!], crew: ['ines'] } }, 'test')).toBe('');
    close();
    await opened();
    expect(job.plan.ordered.some((l) => l.id === gone)).toBe(false);
    expect(job.plan.link(gone)?.retired).toBe(true);
    expect(job.plan.crew.some((p) => p.id === 'ines')).toBe(false);
    expect(job.plan.person('ines')).toBe('Ines Rask');
    expect(job.log.history({ link: gone!, kind: 'planned' })).toHaveLength(1);
  });
  it('that is refused says why, and one without a server says to try again', async () => {
    expect(await job.plan.change({ remove: { panels: ['K1'] } }, 'test')).toBe('K1 still holds 24 links: take those out first.'); // prettier-ignore
    device.online = false;
    expect(await job.plan.change({ name: 'X' }, 'test')).toContain('out of reach');
  });
  it('changed by another device is told; by this one it is not', async () => {
    const planned = (id: string, revision: number) => ({ seq: revision, states: [], revision, entries: [{ id, job: 'station', kind: 'planned', at: '2026-11-20T09:00:00Z', by: 'una', data: { revision, from: '', changes: [] } }] }); // prettier-ignore
    expect(await job.plan.change({ name: 'Y' }, 'test')).toBe('');
    const [own] = (await device.file()).entries.filter((e) => e.kind === 'planned');
    device.tell(planned(own!.id, 1));
    expect(job.plan.outdated).toBe(false);
    device.tell(planned(randomUUID(), 2));
    expect(job.plan.outdated).toBe(true);
  });
  it('that two people changed in the same place asks whose version stands, and goes on with the answer', async () => {
    const link = job.plan.link(LINK)!;
    await changePlan(device.db, 'station', { put: { links: [{ ...link, note: 'theirs', shielded: true }] } });
    const change = job.plan.change({ put: { links: [{ ...link, note: 'mine', lengthMetres: 7 }] } }, 'test');
    await vi.waitFor(() => expect(job.plan.question?.conflicts).toHaveLength(1), WAIT);
    job.plan.question!.answer({ theirs: [true], moved: {} });
    expect(await change).toBe('');
    const kept = (await device.file()).links.find((l) => l.id === LINK)!;
    expect([kept.note, kept.lengthMetres, kept.shielded]).toEqual(['theirs', 7, true]);
  });
  it('that moves a terminated link asks whether the cable was moved, and giving up changes nothing', async () => {
    const proven = job.plan.ordered.find((l) => job.statusOf(l.id).head.state === 'proven')!;
    const moved = { ...proven, cable: 'Another cable' };
    const change = () => job.plan.change({ put: { links: [moved] } }, 'test');
    const first = change();
    await vi.waitFor(() => expect(job.plan.question?.moved).toHaveLength(1), WAIT);
    job.plan.question!.answer(null);
    expect(await first).toBe('Nothing was changed.');
    const second = change();
    await vi.waitFor(() => expect(job.plan.question).not.toBeNull(), WAIT);
    job.plan.question!.answer({ theirs: [], moved: { [proven.id]: 'site' } });
    expect(await second).toBe('');
    close();
    await opened();
    expect(job.statusOf(proven.id)).toMatchObject({ head: { state: 'stale' }, tail: { state: 'stale' } });
  });
  it('takes the other person’s field, thing or removal where that was chosen', () => {
    const link = job.plan.link(LINK)!;
    const changes = { put: { links: [{ ...link, note: 'mine' }] }, remove: { outlets: ['o'] }, name: 'Mine' };
    const conflict = (more: object) => ({ list: 'links' as const, id: LINK, name: 'x', field: 'note', was: '', theirs: 'theirs', mine: 'mine', ...more }); // prettier-ignore
    expect(withTheirs(changes, [conflict({})], [true]).put!.links![0]!.note).toBe('theirs');
    expect(withTheirs(changes, [conflict({ field: 'head.port', theirs: 9 })], [true]).put!.links![0]!.head.port).toBe(9); // prettier-ignore
    expect(withTheirs(changes, [conflict({ field: '' })], [true]).put!.links).toEqual([]);
    expect(withTheirs(changes, [conflict({ list: 'outlets', id: 'o', field: '' })], [true]).remove!.outlets).toEqual([]); // prettier-ignore
    expect(withTheirs(changes, [conflict({ list: 'job', id: 'name', field: 'name' })], [true]).name).toBeUndefined(); // prettier-ignore
    expect(withTheirs(changes, [conflict({})], [false])).toEqual(changes);
  });
});

describe('who and where', () => {
  it('are kept on the device for every job; who is not on the crew is asked', async () => {
    expect(job.here.asking).toBe(false);
    job.here.setMe('una');
    job.here.stand('tail');
    job.here.standIn('library');
    close();
    await opened();
    expect([job.here.me, job.here.standingAt, job.here.standingSpace()?.id]).toEqual([
      'una',
      'tail',
      'library',
    ]);
    device.storage.setItem('gauntlet:me', JSON.stringify({ id: 'ghost', name: 'Nobody' }));
    close();
    await opened();
    expect([job.here.me, job.here.asking]).toEqual(['', true]);
  });
  it('what is next goes round from where one is', () => {
    const first = job.nextToProve(null)!;
    const second = job.nextToProve(first.id)!;
    expect(second.id).not.toBe(first.id);
    expect(job.toRedo().every((l) => ['failed', 'stale'].some((s) => [job.statusOf(l.id).head.state, job.statusOf(l.id).tail.state].includes(s as 'failed')))).toBe(true); // prettier-ignore
    expect(job.nextBare(null, 'head')?.id).toBe('K2-17');
  });
});

describe('parts and legends', () => {
  const legend = { id: 'mine', name: 'Mine', shape: 'line' as const, contacts: ['1', '2', '3', '4', '5', '6', '7', '8'] as never }; // prettier-ignore
  it('are shown at once, sent when they can be, and put away with a reason when they cannot', async () => {
    device.online = false;
    job.plan.keepLegend(legend);
    expect(job.plan.legend('mine').name).toBe('Mine');
    device.online = true;
    await job.plan.sendWaiting();
    expect((await device.file()).legends?.[0]?.id).toBe('mine');
    job.plan.keepPart({ id: 'bad', name: '', kind: 'punch tool' });
    await vi.waitFor(() => expect(job.plan.refused).not.toBe(''), WAIT);
  });
  it('wait where this device is not let in, or the job is not there for a while', async () => {
    for (const status of [401, 403, 404, 503]) {
      device.trouble = status;
      job.plan.keepLegend(legend);
      await job.plan.sendWaiting();
    }
    expect(job.plan.refused).toBe('');
    device.trouble = null;
    close();
    await opened();
    expect(job.plan.legend('mine').name).toBe('Mine');
    await vi.waitFor(async () => expect((await device.file()).legends?.[0]?.id).toBe('mine'), WAIT);
  });
});
