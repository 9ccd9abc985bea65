import type { JobPlan, Link } from '../model/job';
import type { ScheduleColumn } from './columns';
import type { ScheduleRow } from './sheet';
import { matchLinks } from './match';
import { isUndecided } from './meant';
import type { CellProblem } from './cells';
import { MOST_POSITIONS } from '../model/limits';
import { norm, Places } from './places';
import { readRow, type ReadRow } from './row';

/** What a schedule holds: rows that can be taken in, and what is wrong with the others. */
export interface ScheduleCheck {
  good: ReadRow[];
  problems: CellProblem[];
  /** Rows that are not good: what is wrong with one may be said once for several. */
  bad: ReadonlySet<number>;
  /** The link of the job each row is about, null for a new one; rows that are not taken too. */
  links: readonly (Link | null)[];
}

/** The name under which a cell that is kept as it is, is remembered. */
export const keptCell = (row: number, column: ScheduleColumn, value: string): string =>
  `${row} ${column} ${value}`;

/** What a person said about a schedule beside its cells. */
export interface CheckChoices {
  /** Bad cells that are meant so, by `keptCell`. */
  kept?: ReadonlySet<string>;
  /** What rows are called: the line each stood on. */
  lines?: readonly string[];
  /** Panels that were given a size, by `panelKeyOf`. */
  sizes?: ReadonlyMap<string, number>;
  /** Links of the job that go: their places are free. */
  gone?: ReadonlySet<string>;
  /** Rows that are not to be taken: what they are about stays as it is. */
  skip?: ReadonlySet<number>;
}

/** Checks rows of a schedule against each other and against the job they are for. */
export function checkSchedule(
  all: readonly ScheduleRow[],
  plan: JobPlan,
  { kept = new Set(), lines = [], sizes, gone = new Set(), skip = new Set() }: CheckChoices = {},
): ScheduleCheck {
  const at = all.flatMap((_, i) => (skip.has(i) ? [] : [i]));
  const rows = at.map((i) => all[i]!);
  const nameOf = (i: number) => `row ${lines[at[i]!] ?? at[i]! + 1}`;
  const links = matchLinks(all, plan, gone);
  const existing = at.map((i) => links[i]!);
  const check = checkTaken(rows, plan, { kept, nameOf, sizes, gone, at, existing });
  return {
    good: check.good.map((r) => ({ ...r, row: at[r.row]! })),
    problems: check.problems.map((p) => ({ ...p, row: at[p.row]! })),
    bad: new Set([...check.bad].map((i) => at[i]!)),
    links,
  };
}

interface Taken {
  kept: ReadonlySet<string>;
  nameOf: (i: number) => string;
  sizes: ReadonlyMap<string, number> | undefined;
  gone: ReadonlySet<string>;
  at: readonly number[];
  existing: readonly (Link | null)[];
}

function checkTaken(
  rows: readonly ScheduleRow[],
  plan: JobPlan,
  { kept, nameOf: rowName, sizes, gone, at, existing }: Taken,
): Omit<ScheduleCheck, 'links'> {
  const problems: CellProblem[] = [];
  const bad = new Set<number>();
  const unsure = new Set<string>();
  const say = (p: CellProblem) => {
    if (p.keep && kept.has(keptCell(at[p.row]!, p.column, rows[p.row]![p.column] ?? ''))) return;
    bad.add(p.row);
    // One choice of a closet settles all rows of its panel.
    if (p.column === 'head_closet' && p.mend) {
      const panel = (rows[p.row]!.head_panel ?? '').toLowerCase();
      if (unsure.has(panel)) return;
      unsure.add(panel);
    }
    problems.push(p);
  };
  const named = new Set(existing.flatMap((l) => (l ? [l.id] : [])));
  const others = plan.links.filter((l) => !l.retired && !named.has(l.id) && !gone.has(l.id));
  const places = new Places(plan, rows, others, sizes);
  const read = rows.map((row, i) => readRow(row, i, existing[i]!, plan, places, say));

  const labels = new Map(others.map((l) => [l.label.toLowerCase(), 'this job already']));
  read.forEach((r, i) => {
    if (!r.label) return;
    const first = labels.get(r.label.toLowerCase());
    if (first === undefined) return void labels.set(r.label.toLowerCase(), rowName(i));
    const free = freeLabel(r, labels);
    say({
      row: i,
      column: 'link',
      message: `${r.label} stands in ${first} too: a label belongs to one link.`,
      mend: { value: free, says: `call it ${free}` },
      kind: 'label twice',
    });
  });
  // Written once over the rows it holds for, as sheets that were merged have it: offered, never taken unasked.
  for (const column of ['head_panel', 'tail_room'] as const) {
    let above = '';
    rows.forEach((r, i) => {
      above = r[column] || above;
      const missing = problems.find((p) => p.kind === 'missing' && p.row === i && p.column === column);
      if (missing && above)
        missing.mend = { value: above, says: `take ${above}, as the row above`, unsure: true };
    });
  }
  const floors = new Map<string, { floor: number; name: string }>();
  read.forEach((r, i) => {
    if (r.floor === undefined || !r.room || isUndecided(r.room)) return;
    const first = floors.get(norm(r.room));
    if (!first) return void floors.set(norm(r.room), { floor: r.floor, name: rowName(i) });
    if (first.floor === r.floor) return;
    const apart = `${r.room}, floor ${r.floor}`;
    say({ row: i, column: 'tail_room', message: `${r.room} is on floor ${r.floor} here and on floor ${first.floor} in ${first.name}: two rooms need two names.`, mend: { value: apart, says: `call it ${apart}` }, kind: 'room on two floors' }); // prettier-ignore
  });
  read.forEach((r, i) => {
    if (r.panelKey && r.port) {
      const other = places.takePort(r.panelKey, r.port, r.label || rowName(i));
      if (other !== null)
        say({
          row: i,
          column: 'head_port',
          message: `Port ${r.port} of ${r.panel} is taken by ${other}.`,
          kind: 'port taken',
        });
    }
    if (r.outletKey && r.position) {
      const other = places.takePosition(r.outletKey, r.position, r.label || rowName(i));
      if (other !== null)
        say({
          row: i,
          column: 'tail_position',
          message: `Position ${r.position} of outlet ${r.outlet} in ${r.room} is taken by ${other}.`,
          mend: { value: '', says: 'use the next free position' },
          kind: 'position taken',
        });
    }
  });
  for (const p of problems) {
    const { panelKey } = read[p.row]!;
    if (!(p.kind === 'port taken' || p.kind === 'past the ports') || !panelKey) continue;
    const free = places.freePort(panelKey);
    if (free) p.mend = { value: String(free), says: `use port ${free}, which is free`, unsure: true };
    else p.message += ' No port of it is free: name another panel.';
  }
  read.forEach((r, i) => {
    if (!r.outletKey || r.position) return;
    const free = places.freePosition(r.outletKey);
    if (free === null)
      return say({
        row: i,
        column: 'tail_position',
        message: `All ${MOST_POSITIONS} positions of outlet ${r.outlet} in ${r.room} are taken: name another outlet.`,
        kind: 'outlet full',
      });
    r.position = free;
    places.takePosition(r.outletKey, free, r.label);
  });
  problems.sort((a, b) => a.row - b.row);
  const good = read.filter((_, i) => !bad.has(i)).map(({ panelKey: _p, outletKey: _o, ...r }): ReadRow => r);
  return { good, problems, bad };
}

function freeLabel(r: ReadRow, labels: ReadonlyMap<string, string>): string {
  const byPort = r.panel && r.port ? `${r.panel}-${String(r.port).padStart(2, '0')}` : '';
  if (byPort && !labels.has(byPort.toLowerCase())) return byPort;
  for (let n = 2; ; n++) if (!labels.has(`${r.label}-${n}`.toLowerCase())) return `${r.label}-${n}`;
}
