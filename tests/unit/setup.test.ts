import '../support/no-browser';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { JobPlan } from '../../src/core/model/job';
import { applyChanges } from '../../src/core/plan/apply-changes';
import { scheduleOf } from '../../src/core/schedule/changes';
import { LabelChoice } from '../../src/lib/labels/sheet.svelte';
import { PlacesDraft, sizeOf, snapped } from '../../src/lib/setup/places.svelte';
import { ScheduleTable } from '../../src/lib/setup/table.svelte';
import { Device } from '../support/device';

let device: Device;
let plan: JobPlan;
beforeEach(async () => {
  device = await Device.on('station');
  plan = (await device.data()).plan;
});
afterEach(() => vi.unstubAllGlobals());
const NOTHING_USED = { links: new Set<string>(), parts: new Set<string>() };
const row = (port: number, more = {}) => ({
  link: `N1-${port}`,
  head_closet: 'Low closet',
  head_panel: 'N1',
  head_port: String(port),
  tail_room: 'Galley',
  tail_outlet: 'shelf',
  ...more,
});

describe('the table of a schedule', () => {
  it('checks at every edit, mends what can be mended, and counts what would change', () => {
    const table = new ScheduleTable(plan);
    table.show([row(1), row(1, { link: 'N1-2' }), row(3, { scheme: 'Z', length_m: '95' })]);
    expect(table.badRows).toEqual(new Set([1, 2]));
    table.mendAll();
    // Which port a link hangs on is nobody's guess: it is offered, and never taken with all the others.
    expect(table.rows[1]!.head_port).toBe('1');
    table.mend(table.check.problems.filter((p) => p.column === 'head_port'));
    expect(table.rows[1]!.head_port).toBe('2');
    expect(table.rows[2]!.scheme).toBe('T568B');
    const [long] = table.check.problems;
    expect(long!.column).toBe('length_m');
    table.keep([long!]);
    expect(table.check.problems).toEqual([]);
    expect(table.outcome).toMatchObject({
      added: 3,
      changed: 0,
      newPanels: [{ name: 'N1', ports: 24, highest: 3 }],
    });
    table.set(0, 'head_port', '99');
    expect(table.problems.get('0 head_port')?.message).toContain('96 ports');
  });
  it('pastes cells to the right and downward, over the end of the rows and not past the last column', () => {
    const table = new ScheduleTable(plan);
    table.show([row(1)]);
    table.paste('Cat 6\tB\nCat 6A F/UTP\tA\n', 0, 'cable');
    expect(table.rows.map((r) => [r.cable, r.scheme])).toEqual([
      ['Cat 6', 'B'],
      ['Cat 6A F/UTP', 'A'],
    ]);
    table.paste('"two\nlines"\tx\ty', 1, 'note');
    expect(table.rows[1]!.note).toBe('two\nlines');
    table.undo();
    table.undo();
    expect(table.rows).toHaveLength(1);
    expect(table.canUndo).toBe(false);
  });
  it('keeps what is left out of a file, bad or set aside, when the good rows are taken in; with what is wrong, as CSV', () => {
    const table = new ScheduleTable(plan);
    table.show([row(1), row(2, { tail_room: 'TBD' }), row(3), row(4)], ['5', '6', '7', '8'], 'Rev C');
    table.leaveOut([3]);
    expect(table.leftOutCsv().split('\r\n')[1]).toContain('“TBD” is not a room yet');
    expect(table.outcome.added).toBe(2);
    expect(table.keepLeftOut(2)).toBe(2);
    const back = new ScheduleTable(plan);
    expect(back.leftOver()).toBe(2);
    back.resume();
    expect([back.taken, back.source, back.lines]).toEqual([2, 'Rev C', ['6', '8']]);
    // No whole schedule: nothing is gone that these rows do not name.
    expect(back.revision).toBeNull();
    back.remove(0);
    back.undo();
    expect(back.rows).toHaveLength(2);
    back.putAway();
  });
  it('keeps a bad edit of the plan’s own rows when the good ones are taken in', () => {
    const table = new ScheduleTable(plan);
    table.showPlan('K3');
    table.set(0, 'head_port', 'x');
    table.set(1, 'note', 'behind the shelf');
    expect(table.outcome.changed).toBe(1);
    expect(table.keepLeftOut(1)).toBe(1);
    const back = new ScheduleTable(plan);
    expect(back.leftOver()).toBe(1);
    back.resume();
    expect([back.rows[0]!.head_port, back.rows[1]!.note]).toEqual(['x', table.rows[2]!.note]);
    back.putAway();
  });
  it('goes on where it was left, and remembers what was taken out', () => {
    const table = new ScheduleTable(plan);
    const links = plan.links.filter((l) => l.head.panel === 'K3');
    table.showPlan('K3');
    table.remove(0);
    table.add(table.rows.at(-1));
    const back = new ScheduleTable(plan);
    expect(back.leftOver()).toBe(2);
    back.resume();
    expect([back.rows.length, back.removed]).toEqual([12, [links[0]!.id]]);
    expect(back.rows.at(-1)).toMatchObject({ head_panel: 'K3', head_port: '13' });
    expect(back.rows.at(-1)).not.toHaveProperty('id');
    back.putAway();
    expect(new ScheduleTable(plan).leftOver()).toBe(0);
  });
  it('changes a link by its id even where its label is changed, and clears what was emptied', () => {
    const table = new ScheduleTable(plan);
    const before = plan.links.find((l) => l.id === 'K2-12')!;
    table.show(scheduleOf(plan, [before]));
    table.set(0, 'link', 'Logger');
    table.set(0, 'note', '');
    table.set(0, 'length_m', '');
    const { plan: after, problems } = applyChanges(plan, table.outcome.changes, NOTHING_USED);
    expect(problems).toEqual([]);
    const link = after.links.find((l) => l.id === 'K2-12')!;
    expect([link.label, link.note, link.lengthMetres, link.ordered]).toEqual(['Logger', undefined, undefined, 'crossover']); // prettier-ignore
  });
});

describe('a draft over a plan that somebody else changed', () => {
  it('of a table keeps both changes, and tells of the cell that both changed', () => {
    const table = new ScheduleTable(plan);
    table.showPlan('K3');
    table.set(0, 'note', 'mine');
    table.set(1, 'length_m', '31');
    const links = plan.links.map((l) =>
      l.id === table.rows[0]!.id ? { ...l, note: 'theirs', lengthMetres: 12 } : l,
    );
    const back = new ScheduleTable({ ...plan, links });
    back.resume();
    expect(back.rows[0]).toMatchObject({ note: 'mine', length_m: '12' });
    expect(back.rows[1]).toMatchObject({ length_m: '31' });
    expect(back.clashes).toHaveLength(1);
    expect(back.clashes[0]).toContain('somebody else made it theirs');
    back.putAway();
  });
  it('of spaces keeps both changes, can be undone, and can be thrown away', () => {
    const draft = new PlacesDraft(plan);
    draft.change('kelp-lab', { name: 'Kelp room' });
    const spaces = plan.spaces.map((s) => (s.id === 'kelp-lab' ? { ...s, floor: 9 } : s));
    const back = new PlacesDraft({ ...plan, spaces });
    back.resume();
    expect(back.spaces.find((s) => s.id === 'kelp-lab')).toMatchObject({ name: 'Kelp room', floor: 9 });
    expect(back.clashes).toEqual([]);
    back.change('kelp-lab', { floor: 2 });
    back.undo();
    expect(back.spaces.find((s) => s.id === 'kelp-lab')?.floor).toBe(9);
    back.putAway();
    expect([back.changed, new ScheduleTable(plan).leftOver()]).toEqual([0, 0]);
  });
  it('does not take out what links hang on, and says so at the press', () => {
    const draft = new PlacesDraft(plan);
    expect(draft.remove('kelp-lab')).toMatch(/still holds \d+ links/);
    const outlet = plan.outlets.find((o) => plan.links.some((l) => l.tail.outlet === o.id))!;
    expect(draft.removeOutlet(outlet.id)).toContain('give them another outlet first');
    expect(draft.changed).toBe(0);
  });
});

describe('spaces while they are placed', () => {
  it('snap to half metres, and only what differs is sent', () => {
    const draft = new PlacesDraft(plan);
    expect(draft.changed).toBe(0);
    draft.place('kelp-lab', 12.3, 4.1);
    expect([snapped(12.3), snapped(4.1)]).toEqual([12.5, 4]);
    expect(draft.changes.put?.spaces?.map((s) => s.id)).toEqual(['kelp-lab']);
    draft.place('kelp-lab', 12, 4);
    expect(draft.changed).toBe(0);
  });
  it('are added with a name of their own and taken out with their outlets', () => {
    const draft = new PlacesDraft(plan);
    draft.add('room');
    draft.add('room');
    expect(draft.spaces.slice(-2).map((s) => s.name)).toEqual(['Room 1', 'Room 2']);
    const id = draft.chosen;
    draft.addOutlet(id);
    draft.addOutlet(id);
    draft.changeOutlet(draft.outlets.at(-1)!.id, { positions: 4 });
    const applied = applyChanges(plan, draft.changes, NOTHING_USED);
    expect(applied.problems).toEqual([]);
    expect(applied.plan.outlets.filter((o) => o.space === id).map((o) => o.positions)).toEqual([2, 4]);
    draft.remove(id);
    expect(draft.outlets.some((o) => o.space === id)).toBe(false);
    expect(draft.changes.remove?.spaces).toEqual([]);
  });
  it('are drawn with white around them, at their own size or the usual one, and kept until done', () => {
    const draft = new PlacesDraft(plan);
    expect(sizeOf({ ...plan.spaces[0]!, kind: 'closet', width: undefined, depth: 7 })).toEqual({ width: 3, depth: 7 }); // prettier-ignore
    for (const s of draft.here) {
      const { width, depth } = sizeOf(s);
      expect(s.x - width / 2).toBeGreaterThanOrEqual(draft.extent.left);
      expect(s.y + depth / 2).toBeLessThanOrEqual(draft.extent.top + draft.extent.depth);
    }
    draft.change('kelp-lab', { floor: 3 });
    expect(draft.floors[0]).toBe(4);
    const back = new PlacesDraft(plan);
    back.resume();
    expect(back.spaces.find((s) => s.id === 'kelp-lab')?.floor).toBe(3);
    back.done();
    const fresh = new PlacesDraft(plan);
    fresh.resume();
    expect(fresh.changed).toBe(0);
  });
});

describe('the sheet labels are printed on', () => {
  it('is remembered on the device, and says what is wrong with its figures', () => {
    const choice = new LabelChoice('station');
    choice.resume('http://192.0.2.7');
    choice.take('letter-4x20');
    choice.figures.gapX = '7,5';
    expect(choice.sheet?.gapX).toBe(7.5);
    choice.figures.columns = '3.5';
    expect(choice.problem).toContain('Every figure of the sheet is a number');
    choice.figures.columns = '9';
    expect(choice.problem).toContain('side by side');
    choice.spots = [];
    choice.figures.columns = '4';
    expect(choice.problem).toContain('at least one place');
    choice.save();
    const back = new LabelChoice('station');
    back.resume('http://198.51.100.1');
    expect([back.sheetId, back.base]).toEqual(['letter-4x20', 'http://192.0.2.7']);
  });
});
