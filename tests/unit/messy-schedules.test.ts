import ExcelJS from 'exceljs';
import { describe, expect, it } from 'vitest';
import type { JobPlan } from '../../src/core/model/job';
import { applyChanges } from '../../src/core/plan/apply-changes';
import { checkSchedule } from '../../src/core/schedule/check';
import { scheduleChanges, scheduleOf } from '../../src/core/schedule/changes';
import { readSchedule } from '../../src/core/schedule/reading';
import { readSheetBytes } from '../../src/lib/sheets/bytes';

const LINKS = 150;
/** The links every schedule below is about, each written with its own disorder. */
const links = Array.from({ length: LINKS }, (_, i) => ({
  label: `HC-${String(i + 1).padStart(3, '0')}`,
  panel: 'ABCD'[Math.floor(i / 48)]!,
  port: (i % 48) + 1,
  floor: Math.floor(i / 60),
  room: `Ward ${'KLMNOPQRS'[Math.floor(i / 4) % 9]}${Math.floor(i / 36)}`,
  outlet: String(Math.floor((i % 4) / 2) + 1),
  position: (i % 2) + 1,
  metres: 18.3 + (i % 50),
}));
type L = (typeof links)[number];

const plan: JobPlan = {
  id: 'x', name: 'X', revision: 0, createdAt: '2026-05-04T08:00:00Z',
  policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard' },
  spaces: [], panels: [], outlets: [], floors: [], batches: [], runs: [], links: [], parts: [], legends: [],
  crew: [{ id: 'a', name: 'A', role: 'lead' }],
}; // prettier-ignore

const utf8 = (rows: readonly (readonly unknown[])[], mark = ',') =>
  new TextEncoder().encode(rows.map((r) => r.map(String).join(mark)).join('\r\n'));
async function book(fill: (book: ExcelJS.Workbook) => void): Promise<Uint8Array> {
  const made = new ExcelJS.Workbook();
  fill(made);
  return new Uint8Array(await made.xlsx.writeBuffer());
}
const HEADER = ['Drop ID', 'Patch Panel', 'Port No.', 'Lvl', 'Rm', 'Faceplate', 'Jack', 'Len (m)'];
const cells = (l: L): (string | number)[] => [l.label, l.panel, l.port, l.floor, l.room, l.outlet, l.position, l.metres.toFixed(1)]; // prettier-ignore
const body = links.map(cells);

/** What comes of a file with no hand outside the program: the links of the plan, and what was left out. */
async function taken(bytes: Uint8Array) {
  const file = await readSheetBytes(bytes);
  if (!file.ok) throw new Error(file.message);
  const read = readSchedule(file.sheets, []);
  if (!read.ok) throw new Error(read.message);
  const { good, problems } = checkSchedule(read.rows, plan);
  const made = applyChanges(plan, scheduleChanges(good, plan).changes, { links: new Set(), parts: new Set() }); // prettier-ignore
  expect(made.problems).toEqual([]);
  return { rows: scheduleOf(made.plan, made.plan.links), problems, read, plan: made.plan };
}
const wanted = (list: readonly L[] = links) =>
  list.map((l) => ({
    link: l.label, head_panel: l.panel, head_port: String(l.port), tail_floor: String(l.floor), tail_room: l.room,
    tail_outlet: l.outlet, tail_position: String(l.position), length_m: Number(l.metres.toFixed(1)),
  })); // prettier-ignore
type Taken = Awaited<ReturnType<typeof taken>>;
const got = (t: Taken) =>
  t.rows.map((r) => ({
    link: r.link, head_panel: r.head_panel, head_port: r.head_port, tail_floor: r.tail_floor, tail_room: r.tail_room,
    tail_outlet: r.tail_outlet, tail_position: r.tail_position, length_m: Number(Number(r.length_m).toFixed(1)),
  })); // prettier-ignore
const asides = (t: Taken, why: string) => t.read.aside.filter((a) => a.why === why).length;

describe('a schedule as a drawing office sends it comes in whole', () => {
  it('1: with a title, a revision line and a blank row above its header, as CSV', async () => {
    const rows = [['HARBOUR CLINIC: STRUCTURED CABLING SCHEDULE'], ['Project 2291, Rev C, issued 2026-03-02'], [], HEADER, ...body]; // prettier-ignore
    expect(got(await taken(utf8(rows)))).toEqual(wanted());
  });
  it('2: with two header rows, the upper one merged across, and titles merged over all columns', async () => {
    const t = await taken(
      await book((b) => {
        const page = b.addWorksheet('Schedule');
        page.addRows([['STRUCTURED CABLING SCHEDULE'], ['Rev D']]);
        page.addRows([
          ['Drop', 'From', '', 'To', '', '', '', 'Length'],
          ['ID', 'Panel', 'Port', 'Level', 'Room', 'Outlet', 'Jack', '(m)'],
          ...body,
        ]);
        for (const range of ['A1:H1', 'A2:H2', 'B3:C3', 'D3:G3']) page.mergeCells(range);
      }),
    );
    expect(got(t)).toEqual(wanted());
  });
  it('3: behind a cover sheet and before a sheet of notes', async () => {
    const t = await taken(
      await book((b) => {
        b.addWorksheet('Cover').addRows([['Harbour clinic'], ['Cabling schedule'], ['Panel', 'see sheet 2']]);
        b.addWorksheet('Drops').addRows([HEADER, ...body]);
        b.addWorksheet('Notes').addRows([['Note', 'Text'], ['1', 'All cable low smoke'], ['2', 'Room names as on drawing 12']]); // prettier-ignore
      }),
    );
    expect(got(t)).toEqual(wanted());
  });
  it('4: with lengths in feet, said in the header', async () => {
    const feet = [...HEADER.slice(0, 7), 'Length (ft)'];
    // An international foot is 0.3048 m, exact.
    const rows = [feet, ...links.map((l) => [...cells(l).slice(0, 7), (l.metres / 0.3048).toFixed(3)])];
    expect(got(await taken(utf8(rows)))).toEqual(wanted());
  });
  it('5: with jacks by letter, ports as “Port 7” and floors in words', async () => {
    const floors = ['Ground', 'First floor', 'L2'];
    const rows = links.map((l) => [l.label, l.panel, `Port ${l.port}`, floors[l.floor], l.room, l.outlet, 'AB'[l.position - 1], l.metres.toFixed(1)]); // prettier-ignore
    expect(got(await taken(utf8([HEADER, ...rows])))).toEqual(wanted());
  });
  it('6: with sections that name floors, the header on every page, sub-totals and notes at the end', async () => {
    const columns = HEADER.filter((h) => h !== 'Lvl');
    const bare = (l: L) => cells(l).filter((_, i) => i !== 3);
    const t = await taken(
      await book((b) => {
        const page = b.addWorksheet('Schedule');
        page.addRow(columns);
        for (const floor of [0, 1, 2]) {
          const title = page.addRow([`LEVEL ${floor}`]);
          page.mergeCells(title.number, 1, title.number, columns.length);
          links.filter((l) => l.floor === floor).forEach((l, i) => {
            if (i % 25 === 24) page.addRow(columns);
            page.addRow(bare(l));
          });
          page.addRow(['Sub-total', '', 50, '', '', '', 1234]);
        }
        page.addRows([['TOTAL', '', '', '', '', '', 4321], ['Note: all cables low smoke'], ['Checked by R.A.']]);
      }),
    ); // prettier-ignore
    expect(got(t)).toEqual(wanted());
    expect(asides(t, 'title') + asides(t, 'note')).toBe(5);
    expect(asides(t, 'total')).toBe(4);
    expect(asides(t, 'header')).toBeGreaterThan(3);
  });
  it('7: with rows struck through and rows hidden, which are how a revision shows what goes', async () => {
    const t = await taken(
      await book((b) => {
        const page = b.addWorksheet('Schedule');
        page.addRow(HEADER);
        for (const l of links) {
          const row = page.addRow(cells(l));
          if (l.port === 7) row.eachCell((c) => (c.font = { strike: true }));
          if (l.port === 9) row.hidden = true;
        }
      }),
    );
    expect(got(t)).toEqual(wanted(links.filter((l) => l.port !== 7 && l.port !== 9)));
    expect([asides(t, 'struck'), asides(t, 'hidden')]).toEqual([3, 3]);
  });
  it('8: over a sheet for every floor', async () => {
    const t = await taken(
      await book((b) => {
        for (const floor of [0, 1, 2])
          b.addWorksheet(`Level ${floor}`).addRows([[`Level ${floor}`], HEADER, ...links.filter((l) => l.floor === floor).map(cells)]); // prettier-ignore
      }),
    );
    expect(got(t)).toEqual(wanted());
    expect(t.read.lines[0]).toBe('Level 0, 3');
  });
  it('9: with the trade’s own words for cables and connectors, a coax drop, and rooms not decided yet', async () => {
    const columns = [...HEADER, 'Cable Type', 'Termination'];
    const spelt = ['Cat6 U/UTP', 'CAT 6 U/UTP', 'Cat-6 U/UTP'];
    const rows = links.map((l, i) => [...cells(l), spelt[i % 3], i % 2 ? 'Keystone' : 'RJ45 jack']);
    rows[3]![8] = 'RG6';
    rows[3]![9] = 'F connector';
    rows[10]![4] = 'TBD';
    rows[11]![4] = 'n/a';
    rows[20]![9] = 'RJ45';
    const t = await taken(utf8([columns, ...rows]));
    expect(got(t)).toEqual(wanted(links.filter((_, i) => ![10, 11, 20].includes(i))));
    expect(new Set(t.plan.links.map((l) => l.cable))).toEqual(new Set(['Cat 6 U/UTP', 'RG6']));
    expect(t.plan.links.find((l) => l.label === 'HC-004')).toMatchObject({
      head: { connector: 'coax-compression' },
      tail: { connector: 'coax-compression' },
    });
    expect(t.plan.links.find((l) => l.label === 'HC-001')!.tail.connector).toBe('punch-down-jack');
    expect(t.problems.map((p) => p.column).sort()).toEqual(['tail_connector', 'tail_room', 'tail_room']);
    expect(t.problems.find((p) => p.column === 'tail_connector')!.message).toContain('a plug or a jack');
  });
  it('10: in Windows-1252 with semicolons, decimal commas and the sender’s own columns', async () => {
    const columns = [...HEADER, 'Pulled by', 'Zone'];
    const rows = links.map((l) => [l.label, l.panel, l.port, l.floor, l.room.replace('Ward', 'Küche'), l.outlet, l.position, l.metres.toFixed(1).replace('.', ','), l.port % 3 ? '' : 'Jo', `Z${l.floor}`]); // prettier-ignore
    const text = [['Klinik am Hafen'], columns, ...rows].map((r) => r.map(String).join(';')).join('\r\n');
    const t = await taken(Uint8Array.from(text, (c) => c.charCodeAt(0)));
    expect(got(t)).toEqual(wanted().map((w) => ({ ...w, tail_room: w.tail_room.replace('Ward', 'Küche') })));
    expect(t.plan.links[2]!.own).toEqual({ 'Pulled by': 'Jo', Zone: 'Z0' });
  });
});

describe('a schedule that has to be asked about is not guessed', () => {
  const refused = async (rows: readonly (readonly unknown[])[]) => {
    const file = await readSheetBytes(utf8(rows));
    const read = file.ok ? readSchedule(file.sheets, []) : file;
    return read.ok ? '' : read.message;
  };
  it('where most lengths can hardly be metres, a column is missing, or there is no header', async () => {
    const long = links.map((l) => [...cells(l).slice(0, 7), l.metres * 4]);
    expect(await refused([[...HEADER.slice(0, 7), 'Length'], ...long])).toContain('past 90 m');
    expect(await refused([HEADER.filter((h) => h !== 'Rm'), ...body])).toContain('no column for tail_room');
    expect(await refused([['a', 'b'], ['c', 'd'], ['e', 'f']])).toContain('No row names the columns'); // prettier-ignore
  });
  it('where 1,234 may be two numbers', async () => {
    const rows = [['HC-1', 'A', 1, 0, '101', 1, 1, '"1,234"']];
    const file = await readSheetBytes(utf8([HEADER, ...rows]));
    if (!file.ok) throw new Error(file.message);
    const read = readSchedule(file.sheets, []);
    if (!read.ok) throw new Error(read.message);
    expect(checkSchedule(read.rows, plan).problems[0]!.message).toContain('may be 1234 or 1.234');
  });
});
