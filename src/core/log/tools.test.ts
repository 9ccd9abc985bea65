import { describe, expect, it } from 'vitest';
import type { LogEntry } from '../model/entry';
import type { Part } from '../model/job';
import { project } from './projection';
import { ASK_CUT_EVERY, leftOfLot, toolStatuses, toolUse, usedFor, wantsAsking } from './tools';

let n = 0;
const entry = (kind: string, data: object) =>
  ({ id: `00000000-0000-4000-8000-${String(++n).padStart(12, '0')}`, job: 'j', link: 'L', end: 'head', kind, by: 'bo', at: new Date(Date.UTC(2026, 4, 4, 9, n)).toISOString(), data }) as unknown as LogEntry; // prettier-ignore
const made = (...parts: string[]) => entry('seated', { parts });
const redo = (...parts: string[]) => entry('redone', { action: 'redo', parts });
const punched = (...parts: string[]) => entry('redone', { action: 'repunch', parts });
const did = (what: string, part = 'punch') => entry('tool', { part, did: what });
const after = (...log: LogEntry[]) => project(toolUse, log);

describe('what a part was used for', () => {
  it('is counted at every end that names it, and what it took of a lot where a new one was needed', () => {
    const use = after(made('punch', 'lot'), redo('lot'), punched('lot'), entry('seated', {}));
    expect(Object.keys(use)).toEqual(['punch', 'lot']);
    expect(use.lot).toEqual({ part: 'lot', used: 3, spent: 2, sinceBlade: 3, sinceAsked: 3, putBy: false });
    expect(use.punch).toMatchObject({ used: 1, spent: 1 });
  });
  it('is counted anew from the day its blade was changed, with no answer to how it cuts', () => {
    const before = [made('punch'), did('rough-cut')];
    const changed = did('blade-changed');
    const use = after(...before, changed, made('punch'));
    expect(use.punch).toEqual({ part: 'punch', used: 2, spent: 2, sinceBlade: 1, sinceAsked: 1, putBy: false, bladeChangedAt: changed.at }); // prettier-ignore
  });
  it('has how it cuts from the last answer, and how long ago that was', () => {
    expect(after(did('clean-cut'), made('punch')).punch).toMatchObject({ cut: 'clean', sinceAsked: 1 });
    expect(after(made('punch'), did('clean-cut'), did('rough-cut')).punch).toMatchObject({ cut: 'rough', sinceAsked: 0, sinceBlade: 1 }); // prettier-ignore
  });
  it('says whether it was put by, until it is taken up again', () => {
    expect(after(did('put-by')).punch).toMatchObject({ putBy: true });
    expect(after(did('put-by')).punch!.cut).toBeUndefined();
    expect(after(did('put-by'), did('taken-up')).punch).toMatchObject({ putBy: false });
    expect(after(did('taken-up')).punch!.cut).toBeUndefined();
  });
  it('is told of parts that were never used too, and of none by a name every object has', () => {
    const part = (id: string) => ({ id }) as Part;
    const [new_, odd] = toolStatuses([part('new'), part('constructor')], after(made('punch')));
    expect(new_).toEqual({ part: 'new', used: 0, spent: 0, sinceBlade: 0, sinceAsked: 0, putBy: false });
    expect(odd!.part).toBe('constructor');
    expect(after(made('constructor')).constructor).toMatchObject({ part: 'constructor', used: 1 });
  });
  it('is not what was said of something else', () => {
    expect(after(entry('note', { text: 'x', part: 'punch', parts: ['punch'] }))).toEqual({});
  });
});

describe('what can be in the hand at a connector', () => {
  const part = (id: string, kind: string, more: Partial<Part> = {}): Part => ({
    id,
    name: id,
    kind,
    ...more,
  });
  const parts = [
    part('crimper', 'crimper'),
    part('punch', 'punch tool'),
    part('lead', 'test lead'),
    part('tester', 'tester'),
    part('stripper', 'stripper'),
    part('jacks', 'connector lot', { connector: { family: 'punch-down-jack' } } as Partial<Part>),
    part('plugs', 'connector lot', { connector: { family: 'closed-plug' } } as Partial<Part>),
    part('box', 'cable box', { cable: {} } as Partial<Part>),
  ];
  const at = (family: Parameters<typeof usedFor>[0]) => usedFor(family, parts).map((p) => p.id);
  it('is what works there, a kind of one’s own with it; no lead, no tester, no box of cable', () => {
    expect(at('closed-plug')).toEqual(['crimper', 'stripper', 'plugs']);
    expect(at('punch-down-jack')).toEqual(['punch', 'stripper', 'jacks']);
    expect(at('patch-panel')).toEqual(['punch', 'stripper']);
    expect(at('toolless-jack')).toEqual(['stripper']);
  });
});

describe('what wants saying of a part', () => {
  it('is its cut, where nobody ever said or long ago', () => {
    const t = after(made('punch')).punch!;
    expect(wantsAsking(t)).toBe(true);
    expect(wantsAsking({ ...t, cut: 'clean', sinceAsked: ASK_CUT_EVERY - 1 })).toBe(false);
    expect(wantsAsking({ ...t, cut: 'clean', sinceAsked: ASK_CUT_EVERY })).toBe(true);
  });
  it('is how many are left, never below none, and nothing where nobody said how many there were', () => {
    expect(leftOfLot({ count: 50 }, { spent: 12 })).toBe(38);
    expect(leftOfLot({ count: 5 }, { spent: 12 })).toBe(0);
    expect(leftOfLot({ count: 5 }, undefined)).toBe(5);
    expect(leftOfLot({}, { spent: 12 })).toBeNull();
  });
});
