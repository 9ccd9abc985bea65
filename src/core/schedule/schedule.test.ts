import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JobFile, JobPlan } from '../model/job';
import { matchColumns, missingColumns, SCHEDULE_COLUMNS } from './columns';
import { findHeader, sheetBelow } from './header';
import { isUndecided } from './meant';
import { readRows, readSchedule, usualMatching } from './reading';
import { parseText, writeScheduleCsv, type ScheduleRow } from './sheet';
import { applyChanges } from '../plan/apply-changes';
import { planOfFile } from '../plan/invariants';
import { layPattern, readRooms } from './pattern';
import { scheduleChanges, scheduleOf } from './changes';
import { MOST_LINK_METRES } from './cells';
import { checkSchedule, keptCell } from './check';

const demo = JSON.parse(
  readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8'),
) as JobFile;
const demoPlan = (): JobPlan => planOfFile(structuredClone(demo));
const emptyPlan = (): JobPlan => ({
  ...demo.job,
  revision: 0,
  spaces: [],
  panels: [],
  outlets: [],
  floors: [],
  batches: [],
  runs: [],
  links: [],
  parts: [],
  legends: [],
  crew: demo.crew,
});
const NOTHING_USED = { links: new Set<string>(), parts: new Set<string>() };
const row = (port: number, more: Partial<ScheduleRow> = {}): ScheduleRow => ({
  link: `N1-${String(port).padStart(2, '0')}`,
  head_panel: 'N1',
  head_port: String(port),
  tail_room: '101',
  ...more,
});
const problemsOf = (rows: ScheduleRow[], plan = emptyPlan()) =>
  checkSchedule(rows, plan).problems.map((p) => ({ row: p.row, column: p.column, message: p.message, mend: p.mend?.value })); // prettier-ignore

/** The rows of a schedule that needs no hand. */
function rowsOf(text: string, plan: JobPlan): ScheduleRow[] {
  const parsed = parseText(text);
  if (!parsed.ok) throw new Error(parsed.message);
  const read = readSchedule([{ name: 'the file', rows: parsed.rows }], plan.parts);
  if (!read.ok) throw new Error(read.message);
  return read.rows;
}

describe('columns of a schedule', () => {
  it('are matched by their own names and by what crews call them, in any order', () => {
    expect(matchColumns(['tail_room', 'LINK', 'Head Port', 'head-panel'])).toEqual([
      'tail_room',
      'link',
      'head_port',
      'head_panel',
    ]);
    expect(matchColumns(['Cable ID', 'Patch Panel', 'Port', 'Room', 'Weather'])).toEqual([
      'link',
      'head_panel',
      'head_port',
      'tail_room',
      null,
    ]);
    expect(missingColumns(matchColumns(['port', 'room']))).toEqual(['link', 'head_panel']);
  });
  it('are found whatever parts the cells, with or without a byte-order mark', () => {
    for (const mark of [',', ';', '\t', '|']) {
      const parsed = parseText(`\uFEFF${['link', 'head_panel', 'note'].join(mark)}\r\n${['A-1', 'N1', '"x"'].join(mark)}\r\n`); // prettier-ignore
      expect(parsed.ok && parsed.rows[1]).toEqual({ cells: ['A-1', 'N1', 'x'], line: '2' });
    }
  });
  it.each([
    ['', 'empty'],
    ['link,head_panel\n', 'no row below it'],
    ['link,note\nA,"never closed\nB,x\n', 'quotation mark'],
  ])('say what is wrong with a text that is no schedule: %j', (text, says) => {
    const parsed = parseText(text);
    expect(parsed.ok ? '' : parsed.message).toContain(says);
  });
});

describe('a schedule as CSV', () => {
  it('comes back as it went out, whatever stands in its cells (RFC 4180, from memory)', () => {
    const cell = fc
      .oneof(
        fc.string({ unit: 'grapheme', maxLength: 12 }),
        fc.constantFrom('a "quoted" one', 'a, b', 'two\nlines', ';', '=1+1'),
      )
      .filter((text) => !isUndecided(text));
    // A length is read, and a number with a foot's sign comes back in metres.
    const length = fc.constantFrom('', '12', '31.4', 'long; or so', 'a "quoted" one');
    const rows = fc.array(fc.record(Object.fromEntries(SCHEDULE_COLUMNS.map((c) => [c, c === 'length_m' ? length : cell]))), { minLength: 1, maxLength: 8 }); // prettier-ignore
    fc.assert(
      fc.property(rows, (list) => {
        const sent = list.map((r) => ({ ...r, link: `L ${r['link']}` })) as ScheduleRow[];
        const text = writeScheduleCsv(sent);
        expect(text.split('\r\n')[0]).toBe(SCHEDULE_COLUMNS.join(','));
        const parsed = parseText(text);
        if (!parsed.ok) throw new Error(parsed.message);
        const sheet = sheetBelow(parsed.rows, findHeader(parsed.rows)!);
        const all = new Set(sheet.rows.map((r) => r.line));
        const trimmed = sent.map((r) => Object.fromEntries(Object.entries(r as Record<string, string>).flatMap(([k, v]) => (v.trim() ? [[k, v.trim()]] : [])))); // prettier-ignore
        expect(readRows(sheet, usualMatching(sheet, matchColumns(sheet.parts)), all).rows).toEqual(trimmed);
      }),
      { numRuns: 100 },
    );
  });
  it('of the demo, brought in again, changes nothing; brought into an empty job, makes the same links', () => {
    const plan = demoPlan();
    const rows = rowsOf(writeScheduleCsv(scheduleOf(plan, plan.links)), plan);
    const again = checkSchedule(rows, plan);
    expect(again.problems).toEqual([]);
    const { added, changed, same, changes } = scheduleChanges(again.good, plan);
    expect({ added, changed, same }).toEqual({ added: 0, changed: 0, same: plan.links.length });
    expect(changes.put?.spaces).toEqual([]);
    const fresh = scheduleChanges(checkSchedule(rows, emptyPlan()).good, emptyPlan());
    const made = applyChanges(emptyPlan(), fresh.changes, NOTHING_USED);
    expect(made.problems).toEqual([]);
    expect(scheduleOf(made.plan, made.plan.links).map(({ id: _, ...r }) => r)).toEqual(
      scheduleOf(plan, plan.links).map(({ id: _, ...r }) => r),
    );
    expect(made.plan.links.filter((l) => l.shielded).map((l) => l.label)).toEqual(
      plan.links.filter((l) => l.shielded).map((l) => l.label),
    );
  });
});

describe('bad cells of a schedule', () => {
  it('two links on one port: the second is told, with a free port', () => {
    expect(problemsOf([row(1), row(2), row(2, { link: 'N1-03' })])).toEqual([
      { row: 2, column: 'head_port', message: 'Port 2 of N1 is taken by N1-02.', mend: '3' },
    ]);
  });
  it('a port that the panel does not have, or that another link of the job holds', () => {
    const plan = demoPlan();
    const [past] = problemsOf([row(1, { head_panel: 'K2', head_port: '25', tail_room: 'Library' })], plan);
    expect(past).toMatchObject({
      column: 'head_port',
      message: 'Panel K2 has 24 ports, not 25.',
      mend: '21',
    });
    const larger = checkSchedule([row(1, { head_panel: 'K2', head_port: '25', tail_room: 'Library' })], plan).problems[0]!; // prettier-ignore
    expect(larger.enlarge).toMatchObject({ ports: 48, says: 'make K2 a panel of 48' });
    const [held] = problemsOf([row(1, { head_panel: 'K2', head_port: '3', tail_room: 'Library' })], plan);
    expect(held).toMatchObject({ message: 'Port 3 of K2 is taken by K2-03.', mend: '21' });
    const [full] = problemsOf([row(1, { head_panel: 'K1', head_port: '24', tail_room: 'Library' })], plan);
    expect(full!.message).toContain('No port of it is free');
  });
  it('an unknown scheme, order or connector: the obvious one is offered', () => {
    expect(
      problemsOf([row(1, { scheme: 'T568C', ordered: 'sideways', tail_connector: 'patchpanl' })]),
    ).toEqual([
      // prettier-ignore
      expect.objectContaining({ column: 'tail_connector', mend: 'patch-panel' }),
      expect.objectContaining({ column: 'scheme', mend: 'T568B' }),
      expect.objectContaining({ column: 'ordered', mend: 'straight' }),
    ]);
    const { good } = checkSchedule([row(1, { scheme: '568-a', ordered: 'Crossover', tail_connector: 'Closed plug' })], emptyPlan()); // prettier-ignore
    expect(good[0]).toMatchObject({ scheme: 'T568A', ordered: 'crossover', tail: 'closed-plug' });
  });
  it('a length past 90 m is asked about, and may be kept; feet are turned into metres', () => {
    // TIA-568, from memory: a permanent link is at most 90 m.
    expect(MOST_LINK_METRES).toBe(90);
    const rows = [row(1, { length_m: '93.5' })];
    expect(problemsOf(rows)[0]).toMatchObject({
      column: 'length_m',
      mend: '',
    });
    expect(checkSchedule(rows, emptyPlan(), { kept: new Set([keptCell(0, 'length_m', '93.5')]) }).good[0]).toMatchObject({ lengthMetres: 93.5 }); // prettier-ignore
    // 75 international feet of 0.3048 m, exact: 22.86 m.
    expect(checkSchedule([row(1, { length_m: '75 ft' })], emptyPlan()).good[0]).toMatchObject({ lengthMetres: 22.86 }); // prettier-ignore
    expect(checkSchedule([row(1, { length_m: '31,4' })], emptyPlan()).good[0]).toMatchObject({ lengthMetres: 31.4 }); // prettier-ignore
    for (const bad of ['-3', '0', '3000', 'long'])
      expect(problemsOf([row(1, { length_m: bad })])).toHaveLength(1);
  });
  it('what is missing, and a label twice', () => {
    expect(problemsOf([{}]).map((p) => p.column)).toEqual(['head_panel', 'tail_room', 'link']);
    const [twice] = problemsOf([row(1), row(2, { link: 'n1-01' })]);
    expect(twice).toMatchObject({ row: 1, column: 'link', mend: 'N1-02' });
    expect(problemsOf([row(1, { link: '' })])[0]).toMatchObject({ column: 'link', mend: 'N1-01' });
  });
  it('a closet that could be either is asked for once, and all rows of its panel wait', () => {
    const check = checkSchedule([row(1), row(2)], demoPlan());
    expect(check.problems).toHaveLength(1);
    expect(check.bad).toEqual(new Set([0, 1]));
    expect(checkSchedule([row(1, { head_closet: 'Low closet' }), row(2)], demoPlan()).good).toHaveLength(2);
  });
  it('every mend that is offered, taken again and again, leaves nothing that has one', () => {
    const messy = fc.record({
      link: fc.constantFrom('A', 'B', 'C', ''),
      head_panel: fc.constantFrom('N1', 'K1', 'K2'),
      head_port: fc.constantFrom('1', '2', '99', 'P7', ''),
      tail_room: fc.constantFrom('101', 'Library'),
      tail_position: fc.constantFrom('1', '2', 'x', ''),
      scheme: fc.constantFrom('B', 'Z', ''),
      length_m: fc.constantFrom('12', '120', 'far', '10 ft', ''),
      tail_connector: fc.constantFrom('', 'plug', 'coax compression'),
    });
    fc.assert(
      fc.property(fc.array(messy, { minLength: 1, maxLength: 10 }), (list) => {
        let rows: ScheduleRow[] = list;
        for (let round = 0; round < 12; round++) {
          const { problems } = checkSchedule(rows, demoPlan());
          const mends = problems.filter((p) => p.mend);
          if (!mends.length) return;
          rows = rows.map((r, i) =>
            mends.filter((p) => p.row === i).reduce((x, p) => ({ ...x, [p.column]: p.mend!.value }), r),
          );
        }
        throw new Error('The mends never end.');
      }),
      { numRuns: 60 },
    );
  });
});

describe('a pattern', () => {
  const pattern = { closet: 'C', panel: 'N1', firstPort: 1, rooms: '101-112', each: 2, outlet: '1', cable: 'Cat 6 U/UTP', link: '{panel}-{port:2}' }; // prettier-ignore
  it('lays 24 ports to rooms 101 to 112, two each', () => {
    const laid = layPattern(pattern);
    if (!laid.ok) throw new Error(laid.message);
    expect(laid.rows).toHaveLength(24);
    expect(laid.rows[23]).toMatchObject({
      link: 'N1-24',
      head_port: '24',
      tail_room: '112',
      tail_position: '2',
    });
    const { good, problems } = checkSchedule(laid.rows, emptyPlan());
    expect(problems).toEqual([]);
    const { changes, newSpaces } = scheduleChanges(good, emptyPlan());
    expect(newSpaces).toHaveLength(13);
    // Rooms by their hundreds, the closet with the rooms it serves (common practice, no source).
    expect(changes.put?.spaces?.map((s) => s.floor)).toEqual(Array.from({ length: 13 }, () => 1));
    expect(changes.put?.panels?.[0]).toMatchObject({ name: 'N1', ports: 24 });
  });
  it('reads rooms as they are written, and says what it cannot read', () => {
    expect(readRooms('A08-A10, Store')).toEqual({ ok: true, rooms: ['A08', 'A09', 'A10', 'Store'] });
    for (const [text, says] of [
      ['112-101', 'backwards'],
      ['1-9999', 'at most'],
      ['5, 5', 'twice'],
      ['', 'such as'],
    ])
      expect((readRooms(text!) as { message: string }).message).toContain(says);
    expect(layPattern({ ...pattern, firstPort: 90 }).ok).toBe(false);
    expect(layPattern({ ...pattern, link: 'same' }).ok).toBe(false);
    expect(layPattern({ ...pattern, each: 0 }).ok).toBe(false);
  });
});
