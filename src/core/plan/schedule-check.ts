import type { JobPlan } from '../model/job';
import type { ScheduleColumn, ScheduleRow } from './schedule-csv';
import type { CellProblem } from './schedule-cells';
import { MOST_POSITIONS } from '../model/limits';
import { Places } from './schedule-places';
import { readRow, type ReadRow } from './schedule-row';

/** What a schedule holds: rows that can be taken in, and what is wrong with the others. */
export interface ScheduleCheck {
  good: ReadRow[];
  problems: CellProblem[];
  /** Rows that are not good: what is wrong with one may be said once for several. */
  bad: ReadonlySet<number>;
}

/** The name under which a cell that is kept as it is, is remembered. */
export const keptCell = (row: number, column: ScheduleColumn, value: string): string =>
  `${row} ${column} ${value}`;

/** Checks rows of a schedule against each other and against the job they are for. `kept` are cells that are meant so, `lines` what rows are called. */
export function checkSchedule(
  rows: readonly ScheduleRow[],
  plan: JobPlan,
  kept: ReadonlySet<string> = new Set(),
  lines: readonly number[] = [],
): ScheduleCheck {
  const rowName = (i: number) => `row ${lines[i] ?? i + 1}`;
  const problems: CellProblem[] = [];
  const bad = new Set<number>();
  const unsure = new Set<string>();
  const say = (p: CellProblem) => {
    if (p.keep && kept.has(keptCell(p.row, p.column, rows[p.row]![p.column] ?? ''))) return;
    bad.add(p.row);
    // One choice of a closet settles all rows of its panel.
    if (p.column === 'head_closet' && p.mend) {
      const panel = (rows[p.row]!.head_panel ?? '').toLowerCase();
      if (unsure.has(panel)) return;
      unsure.add(panel);
    }
    problems.push(p);
  };
  const byId = new Map(plan.links.map((l) => [l.id, l]));
  const byLabel = new Map(plan.links.filter((l) => !l.retired).map((l) => [l.label.toLowerCase(), l]));
  const existing = rows.map(
    (r) => (r.id ? byId.get(r.id) : byLabel.get((r.link ?? '').toLowerCase())) ?? null,
  );
  const named = new Set(existing.flatMap((l) => (l ? [l.id] : [])));
  const others = plan.links.filter((l) => !l.retired && !named.has(l.id));
  const places = new Places(plan, rows, others);
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
    });
  });
  read.forEach((r, i) => {
    if (r.panelKey && r.port) {
      const other = places.takePort(r.panelKey, r.port, r.label || rowName(i));
      if (other !== null)
        say({
          row: i,
          column: 'head_port',
          message: `Port ${r.port} of ${r.panel} is taken by ${other}.`,
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
        });
    }
  });
  for (const p of problems) {
    const { panelKey } = read[p.row]!;
    if (p.column !== 'head_port' || p.mend || !panelKey) continue;
    const free = places.freePort(panelKey);
    if (free) p.mend = { value: String(free), says: `use port ${free}, which is free` };
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
