import Papa from 'papaparse';
import { SCHEDULE_COLUMNS, type ScheduleColumn, type ScheduleRow } from '$core/plan/schedule-csv';
import type { CellProblem } from '$core/plan/schedule-cells';
import { checkSchedule, keptCell } from '$core/plan/schedule-check';
import { inPortOrder } from '$core/log/next';
import { valueWords } from '$core/plan/change-words';
import { differences, withDifferences, type Difference } from '$core/plan/drafts';
import { scheduleChanges, scheduleOf } from '$core/plan/schedule-changes';
import type { JobPlan } from '$core/model/job';
import { KeptDraft } from '$lib/device/kept-draft';

/** A row of the plan by its link's id, as drafts compare it. */
type PlanRow = ScheduleRow & { id: string };

/**
 * What of a schedule on screen is kept on this device: of the plan's own rows only what was changed, of a file all
 * its rows, since the plan does not have them.
 */
type Draft =
  | { from: 'file'; rows: ScheduleRow[]; lines: number[]; removed: string[] }
  | { from: 'plan'; panel: string; changed: Difference<PlanRow>[]; added: ScheduleRow[] };

/** A schedule on screen: rows that are edited, checked at every change, and taken in when told to. */
export class ScheduleTable {
  rows = $state.raw<readonly ScheduleRow[]>([]);
  /** Line of each row where it came from, as far as it came from a file. */
  lines = $state.raw<readonly number[]>([]);
  /** Bad cells that a person means as they are. */
  private kept = $state.raw<ReadonlySet<string>>(new Set());
  /** Links of the job that were in the table and were taken out of it. */
  removed = $state.raw<readonly string[]>([]);
  private past: (readonly ScheduleRow[])[] = [];

  private readonly draft: KeptDraft<Draft>;

  constructor(readonly plan: JobPlan) {
    this.draft = new KeptDraft(`gauntlet:schedule:${plan.id}`);
  }

  /** The panel whose rows were taken from the plan, '' for all; null where the rows came from elsewhere. */
  private panel: string | null = null;
  /** What somebody else changed in the meantime, in words. */
  clashes = $state.raw<readonly string[]>([]);

  /** Rows that were left half done on this device. */
  leftOver(): number {
    const draft = this.draft.read();
    if (draft?.from === 'plan') return draft.changed.length + draft.added.length;
    return draft?.rows?.length ?? 0;
  }
  /** Takes up what was left half done; of the plan's rows as they are now. */
  resume(): void {
    const draft = this.draft.read();
    if (!draft) return;
    if (draft.from !== 'plan') {
      this.rows = draft.rows;
      this.lines = draft.lines;
      this.removed = draft.removed;
      return;
    }
    this.panel = draft.panel;
    const { items, clashes } = withDifferences(this.planRows(), draft.changed);
    this.rows = [...items, ...draft.added];
    this.removed = draft.changed.flatMap((d) => (d.is ? [] : [d.id]));
    const name = (id: string) => this.plan.links.find((l) => l.id === id)?.label ?? id;
    this.clashes = clashes.map((c) => c.field ? `${name(c.id)}, ${c.field}: somebody else made it ${valueWords(c.theirs)}; your draft says ${valueWords(c.mine)}.` : `${name(c.id)}: somebody else ${c.theirs === null ? 'took it out' : 'changed it'} meanwhile.`); // prettier-ignore
  }
  private planRows(): PlanRow[] {
    const links = inPortOrder(
      this.plan.links.filter((l) => !this.panel || l.head.panel === this.panel),
      this.plan.panels.map((p) => p.id),
    );
    return scheduleOf(this.plan, links) as PlanRow[];
  }
  /** Takes the plan's own rows up, of one panel or of all. */
  showPlan(panel: string): void {
    this.panel = panel;
    this.start(this.planRows(), []);
  }
  /** The rows are taken in or put away. */
  putAway(): void {
    this.draft.drop();
  }
  private save(): void {
    if (this.panel === null)
      return this.draft.keep({ from: 'file', rows: [...this.rows], lines: [...this.lines], removed: [...this.removed] }); // prettier-ignore
    const own = this.rows.filter((r): r is PlanRow => r.id !== undefined);
    const changed = differences(this.planRows(), own);
    const added = this.rows.filter((r) => r.id === undefined);
    if (changed.length || added.length) this.draft.keep({ from: 'plan', panel: this.panel, changed, added });
    else this.draft.drop();
  }

  readonly check = $derived.by(() => checkSchedule(this.rows, this.plan, this.kept, this.lines));
  readonly problems = $derived.by((): ReadonlyMap<string, CellProblem> => {
    const map = new Map<string, CellProblem>();
    for (const p of this.check.problems)
      if (!map.has(`${p.row} ${p.column}`)) map.set(`${p.row} ${p.column}`, p);
    return map;
  });
  readonly badRows = $derived.by(() => this.check.bad);
  readonly outcome = $derived.by(() => scheduleChanges(this.check.good, this.plan));
  readonly mendable = $derived.by(() => this.check.problems.filter((p) => p.mend));

  /** Takes rows up that come from elsewhere than the plan. */
  show(rows: readonly ScheduleRow[], lines: readonly number[] = []): void {
    this.panel = null;
    this.start(rows, lines);
  }
  private start(rows: readonly ScheduleRow[], lines: readonly number[]): void {
    this.clashes = [];
    this.rows = rows;
    this.lines = lines;
    this.kept = new Set();
    this.removed = [];
    this.past = [];
    this.save();
  }
  private change(rows: readonly ScheduleRow[]): void {
    this.past.push(this.rows);
    this.rows = rows;
    this.save();
  }
  get canUndo(): boolean {
    return this.past.length > 0;
  }
  undo(): void {
    const before = this.past.pop();
    if (before) this.rows = before;
    this.save();
  }

  set(row: number, column: ScheduleColumn, value: string): void {
    this.change(this.rows.map((r, i) => (i === row ? withCell(r, column, value) : r)));
  }
  /** Takes the obvious mend of every bad cell that has one; what is kept as it is is left out. */
  mendAll(): void {
    const mends = this.mendable.filter((p) => !p.keep);
    const byRow = new Map<number, CellProblem[]>();
    for (const p of mends) byRow.set(p.row, [...(byRow.get(p.row) ?? []), p]);
    this.change(this.rows.map((r, i) => (byRow.get(i) ?? []).reduce((row, p) => withCell(row, p.column, p.mend!.value), r))); // prettier-ignore
  }
  /** The cell is meant as it is. */
  keep(p: CellProblem): void {
    this.kept = new Set([...this.kept, keptCell(p.row, p.column, this.rows[p.row]![p.column] ?? '')]);
  }
  remove(row: number): void {
    const { id } = this.rows[row]!;
    if (id) this.removed = [...this.removed, id];
    this.change(this.rows.filter((_, i) => i !== row));
    this.lines = this.lines.filter((_, i) => i !== row);
    this.save();
  }
  add(like?: ScheduleRow): void {
    const port = Number(like?.head_port);
    const next: ScheduleRow = { ...like };
    for (const column of ['link', 'tail_position', 'length_m', 'note'] as const) delete next[column];
    delete next.id;
    if (port) next.head_port = String(port + 1);
    this.change([...this.rows, next]);
  }

  /** Puts cells copied from a spreadsheet into the table, from a cell on, to the right and downward. */
  paste(text: string, row: number, column: ScheduleColumn): void {
    const cells = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
    const from = SCHEDULE_COLUMNS.indexOf(column);
    const rows = [...this.rows];
    cells.forEach((line, i) => {
      let next: ScheduleRow = rows[row + i] ?? {};
      line.forEach((value, j) => {
        const c = SCHEDULE_COLUMNS[from + j];
        if (c) next = withCell(next, c, value.trim());
      });
      rows[row + i] = next;
    });
    this.change(rows);
  }
}

function withCell(row: ScheduleRow, column: ScheduleColumn, value: string): ScheduleRow {
  const next = { ...row };
  if (value === '') delete next[column];
  else next[column] = value;
  return next;
}
