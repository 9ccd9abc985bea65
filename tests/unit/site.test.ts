import '../support/no-browser';
import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Entry } from '../../src/core/model/entry';
import { foldLink } from '../../src/core/log/state';
import { Site } from '../../src/lib/site/site.svelte';
import { Device } from '../support/device';

let device: Device;
let site: Site;
let close: () => void;
async function opened(): Promise<void> {
  site = new Site(await device.data());
  close = site.resume();
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
const seat = (link = LINK) =>
  site.log(link, 'seated', { connector: 'patch-panel', scheme: 'T568B' }, 'head', `${link} seated.`);
const sent = () => vi.waitFor(() => expect(site.waiting).toHaveLength(0));

describe('an entry', () => {
  it('is shown at once, and leaves the device when the server has it', async () => {
    seat();
    expect(site.statusOf(LINK).head.state).toBe('seated');
    expect(site.waiting).toHaveLength(1);
    await sent();
    expect(await device.kinds(LINK)).toEqual(['seated']);
  });
  it('waits without a server, survives a reload, and is sent once the server is back', async () => {
    device.online = false;
    seat();
    await vi.waitFor(() => expect(site.reachable).toBe(false));
    close();
    device.online = true;
    await opened();
    expect(site.statusOf(LINK).head.state).toBe('seated');
    await sent();
    expect(await device.kinds(LINK)).toEqual(['seated']);
  });
  it('that the server refuses is put aside with its reason, and the state is as before it', async () => {
    const bad = site.log(LINK, 'seated', { connector: 'anvil' as 'patch-panel', scheme: 'T568B' }, 'head');
    await sent();
    expect(site.refused[0]!.entry.id).toBe(bad.id);
    expect(site.refused[0]!.message).toContain('cannot be kept');
    expect(site.statusOf(LINK).head.state).toBe('bare');
    site.dismissRefused();
    expect(site.refused).toEqual([]);
  });
  it('is taken back by an entry of its own, once', async () => {
    seat();
    expect(site.undoable?.says).toBe(`${LINK} seated.`);
    site.undo();
    site.undo();
    expect(site.statusOf(LINK).head.state).toBe('bare');
    await sent();
    expect(await device.kinds(LINK)).toEqual(['seated', 'void']);
  });
  it('of another device is taken from the feed; what this device wrote is not shown twice', async () => {
    const reading = {
      id: randomUUID(), job: 'station', link: LINK, kind: 'reading' as const, at: '2026-11-20T09:00:00Z', by: 'bo',
      data: { reading: { from: 'head' as const, evidence: 'wiremap' as const, walk: '1 2 3 4 5 6 7 8', splits: [] } },
    }; // prettier-ignore
    const before = site.recentReadings.length;
    const state = foldLink(site.links.get(LINK)!, site.plan.policy, [reading as unknown as Entry]);
    device.tell({ seq: 9999, entries: [reading], states: [state] });
    expect(site.statusOf(LINK).tail.state).toBe('proven');
    expect(site.recentReadings).toHaveLength(before + 1);
    const own = site.log(LINK, 'reading', reading.data);
    device.tell({ seq: 10_000, entries: [own], states: [] });
    expect(site.recentReadings).toHaveLength(before + 2);
  });
  it('waiting here outweighs the state another device tells of its link', async () => {
    device.online = false;
    seat();
    device.tell({ seq: 9999, entries: [], states: [foldLink(site.links.get(LINK)!, site.plan.policy, [])] });
    expect(site.statusOf(LINK).head.state).toBe('seated');
  });
});

describe('a plan', () => {
  it('leaves out what is retired, and still names it', async () => {
    const [gone] = (await device.file()).entries.flatMap((e) => ('link' in e ? [e.link] : []));
    expect(await site.changePlan({ remove: { links: [gone!], crew: ['ines'] } })).toBe('');
    close();
    await opened();
    expect(site.ordered.some((l) => l.id === gone)).toBe(false);
    expect(site.links.get(gone!)?.retired).toBe(true);
    expect(site.plan.crew.some((p) => p.id === 'ines')).toBe(false);
    expect(site.person('ines')).toBe('Ines Rask');
  });
  it('that is refused says why, and one without a server says to try again', async () => {
    expect(await site.changePlan({ remove: { panels: ['K1'] } })).toBe('K1 still holds 24 links: take those out first.'); // prettier-ignore
    device.online = false;
    expect(await site.changePlan({ name: 'X' })).toContain('out of reach');
  });
  it('changed by another device is told; by this one it is not', () => {
    device.tell({ seq: 1, entries: [], states: [], plan: 'another' });
    expect(site.planChanged).toBe(true);
  });
});

describe('who and where', () => {
  it('are kept on the device, and a person who is gone is nobody', async () => {
    site.setMe('una');
    site.stand('tail');
    site.standIn('library');
    close();
    await opened();
    expect([site.me, site.standingAt, site.standingSpace().id]).toEqual(['una', 'tail', 'library']);
    device.storage.setItem('gauntlet:me:station', 'ghost');
    close();
    await opened();
    expect(site.me).not.toBe('ghost');
  });
  it('what is next goes round from where one is', () => {
    const first = site.nextToProve(null)!;
    const second = site.nextToProve(first.id)!;
    expect(second.id).not.toBe(first.id);
    expect(site.toRedo().every((l) => ['failed', 'stale'].some((s) => [site.statusOf(l.id).head.state, site.statusOf(l.id).tail.state].includes(s as 'failed')))).toBe(true); // prettier-ignore
    expect(site.nextBare(null, 'head')?.id).toBe('K2-17');
  });
});

describe('parts and legends', () => {
  const legend = { id: 'mine', name: 'Mine', shape: 'line' as const, contacts: ['1', '2', '3', '4', '5', '6', '7', '8'] as never }; // prettier-ignore
  it('are shown at once, sent when they can be, and put away with a reason when they cannot', async () => {
    device.online = false;
    site.extras.keepLegend(legend);
    expect(site.extras.legend('mine').name).toBe('Mine');
    device.online = true;
    await site.extras.send();
    expect((await device.file()).legends?.[0]?.id).toBe('mine');
    site.extras.keepPart({ id: 'bad', name: '', kind: 'punch tool' });
    await vi.waitFor(() => expect(site.extras.refused).not.toBe(''));
  });
});
