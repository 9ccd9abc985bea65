import Papa from 'papaparse';
import type { ScheduleRow } from '$core/schedule/sheet';
import { ownColumns, writeScheduleCsv } from '$core/schedule/sheet';
import { COLUMNS_AS_READ, matchColumns, type ScheduleColumn } from '$core/schedule/columns';
import type { CellProblem } from '$core/schedule/cells';
import { checkSchedule, keptCell } from '$core/schedule/check';
import { compareSchedule } from '$core/schedule/compare';
import { groupProblems } from '$core/schedule/grouped';
import { lengthIn } from '$core/schedule/length';
import { FOOT_METRES } from '$core/model/metres';
import { inPortOrder } from '$core/log/next';
import { valueWords } from '$core/plan/change-words';
import { differences, withDifferences, type Difference } from '$core/plan/drafts';
import { scheduleChanges, scheduleOf } from '$core/schedule/changes';
import type { JobPlan } from '$core/model/job';
import { KeptDraft } from '$lib/device/kept-draft';

/** A row of the plan by its link's id, as drafts compare it. */
type PlanRow = ScheduleRow & { id: string };

/** Rows with the line each stood on in its file. */
interface Rows {
  rows: ScheduleRow[];
  lines: string[];
}

/**
 * What of a schedule on screen is kept on this device: of the plan's own rows only what was changed, of a file all
 * its rows, since the plan does not have them. `rest`: they are what a file left over; `taken` says, the first time
 * they are shown, how many of it were taken in.
 */
type Draft =
  | (Rows & { from: 'file'; source?: string; removed: string[]; left?: Rows; taken?: number; rest?: true })
  | { from: 'plan'; panel: string; changed: Difference<PlanRow>[]; added: ScheduleRow[] };

/** A schedule on screen: rows that are edited, checked at every change, and taken in when told to. */
export class ScheduleTable {
  rows = $state.raw<readonly ScheduleRow[]>([]);
  /** Line of each row where it came from, as far as it came from a file. */
  lines = $state.raw<readonly string[]>([]);
  /** The file the rows came from; empty for those typed, laid or of the plan. */
  source = $state('');
  /** How many rows of the same file were taken in before, these left out. */
  taken = $state(0);
  /** These rows are what a file left over: no whole schedule, so nothing is gone that they do not name. */
  private rest = $state(false);
  /** Rows set aside until they are mended. */
  left = $state.raw<Rows>({ rows: [], lines: [] });
  /** Bad cells that a person means as they are. */
  private kept = $state.raw<ReadonlySet<string>>(new Set());
  /** Links of the job that were in the table and were taken out of it. */
  removed = $state.raw<readonly string[]>([]);
  /** Sizes of panels that a person chose. */
  sizes = $state.raw<ReadonlyMap<string, number>>(new Map());
  /** Rows of a revision that are not to be taken. */
  skipped = $state.raw<ReadonlySet<number>>(new Set());
  /** Links a revision no longer has, that are to be retired. */
  retiring = $state.raw<ReadonlySet<string>>(new Set());
  private past: Pick<ScheduleTable, 'rows' | 'lines' | 'skipped' | 'left' | 'removed'>[] = [];

  private readonly draft: KeptDraft<Draft>;

  constructor(readonly plan: JobPlan) {
    this.draft = new KeptDraft(`gauntlet:schedule:${plan.id}`);
  }

  /** The panel whose rows were taken from the plan, '' for all; null where the rows came from elsewhere. */
  private panel: string | null = $state(null);
  /** What somebody else changed in the meantime, in words. */
  clashes = $state.raw<readonly string[]>([]);

  /** Rows that were left half done on this device. */
  leftOver(): number {
    const draft = this.draft.read();
    if (draft?.from === 'plan') return draft.changed.length + draft.added.length;
    return (draft?.rows?.length ?? 0) + (draft?.left?.rows.length ?? 0);
  }
  /** Takes up what was left half done; of the plan's rows as they are now. */
  resume(): void {
    const draft = this.draft.read();
    if (!draft) return;
    if (draft.from !== 'plan') {
      this.rows = draft.rows;
      this.lines = draft.lines;
      this.removed = draft.removed;
      this.left = draft.left ?? { rows: [], lines: [] };
      this.source = draft.source ?? '';
      this.taken = draft.taken ?? 0;
      this.rest = draft.rest ?? false;
      this.save();
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
    this.start({ rows: this.planRows(), lines: [] }, '');
  }
  /** The rows are taken in or put away. */
  putAway(): void {
    this.draft.drop();
  }
  /** All good rows were taken in: what is bad, or left out, stays on this device. How many rows do. */
  keepLeftOut(taken: number): number {
    const [bad, badLines] = pick(this.rows, this.lines, (i) => this.badRows.has(i));
    const rest = { rows: [...bad, ...this.left.rows], lines: [...badLines, ...this.left.lines] };
    this.putAway();
    if (this.panel !== null) {
      // Of the plan's own rows a bad edit is kept as what it would change, on top of what was taken in.
      const own = new Map(this.planRows().map((r) => [r.id, r]));
      const edited = bad.filter((r): r is PlanRow => r.id !== undefined && own.has(r.id));
      const changed = differences(edited.map((r) => own.get(r.id)!), edited); // prettier-ignore
      const added = bad.filter((r) => r.id === undefined);
      if (changed.length + added.length) this.draft.keep({ from: 'plan', panel: this.panel, changed, added });
      return changed.length + added.length;
    }
    if (rest.rows.length)
      this.draft.keep({ from: 'file', ...rest, source: this.source, removed: [], taken, rest: true });
    return rest.rows.length;
  }
  /** Keeps what is on screen on this device. */
  save(): void {
    const { source, left } = this;
    if (this.panel === null)
      return this.draft.keep({ from: 'file', rows: [...this.rows], lines: [...this.lines], source, removed: [...this.removed], left, ...(this.rest ? { rest: true } : {}) }); // prettier-ignore
    const own = this.rows.filter((r): r is PlanRow => r.id !== undefined);
    const changed = differences(this.planRows(), own);
    const added = this.rows.filter((r) => r.id === undefined);
    if (changed.length || added.length) this.draft.keep({ from: 'plan', panel: this.panel, changed, added });
    else this.draft.drop();
  }

  private readonly choices = $derived({ kept: this.kept, lines: this.lines, sizes: this.sizes, gone: new Set([...this.retiring, ...this.removed]) }); // prettier-ignore
  private readonly whole = $derived.by(() => checkSchedule(this.rows, this.plan, this.choices));
  readonly check = $derived.by(() =>
    this.skipped.size
      ? checkSchedule(this.rows, this.plan, { ...this.choices, skip: this.skipped })
      : this.whole,
  );
  readonly problems = $derived.by((): ReadonlyMap<string, CellProblem> => {
    const map = new Map<string, CellProblem>();
    for (const p of this.check.problems)
      if (!map.has(`${p.row} ${p.column}`)) map.set(`${p.row} ${p.column}`, p);
    return map;
  });
  readonly groups = $derived.by(() => groupProblems(this.check.problems));
  readonly badRows = $derived.by(() => this.check.bad);
  readonly outcome = $derived.by(() => scheduleChanges(this.check.good, this.plan, this.sizes));
  /** Bad cells with a mend nobody has to think about. */
  readonly mendable = $derived.by(() =>
    this.check.problems.filter((p) => p.mend && !p.mend.unsure && !p.keep),
  );
  /** Beside the job, where rows come from a file and the job has links already; with what is to be retired listed as gone. */
  readonly revision = $derived.by(() => {
    if (
      this.panel !== null ||
      !this.source ||
      this.rest ||
      !this.plan.links.some((l) => !l.retired && !l.cord)
    )
      return null;
    const compared = compareSchedule(this.whole, this.plan);
    return compared.rows.some((r) => r.link) || compared.gone.length ? compared : null;
  });
  readonly own = $derived.by(() => ownColumns(this.rows));

  /** Takes rows up that come from elsewhere than the plan. */
  show(rows: readonly ScheduleRow[], lines: readonly string[] = [], source = ''): void {
    this.panel = null;
    this.start({ rows, lines }, source);
  }
  private start(from: { rows: readonly ScheduleRow[]; lines: readonly string[] }, source: string): void {
    this.clashes = [];
    this.rows = from.rows;
    this.lines = from.lines;
    this.source = source;
    this.taken = 0;
    this.rest = false;
    this.left = { rows: [], lines: [] };
    this.kept = new Set();
    this.sizes = new Map();
    this.skipped = new Set();
    this.retiring = new Set();
    this.removed = [];
    this.past = [];
    this.save();
  }
  private change(rows: readonly ScheduleRow[]): void {
    const { lines, skipped, left, removed } = this;
    this.past.push({ rows: this.rows, lines, skipped, left, removed });
    this.rows = rows;
    this.save();
  }
  get canUndo(): boolean {
    return this.past.length > 0;
  }
  undo(): void {
    const before = this.past.pop();
    if (before) Object.assign(this, before);
    this.save();
  }

  private get feet(): boolean {
    return this.plan.policy.units === 'inch';
  }
  /** What lengths are shown and typed in. */
  get unit(): 'ft' | 'm' {
    return this.feet ? 'ft' : 'm';
  }
  /** A cell as it is shown: lengths in feet where the job works in inches. */
  shown(row: ScheduleRow, column: ScheduleColumn): string {
    const text = row[column] ?? '';
    if (column !== 'length_m' || !this.feet || !text) return text;
    const read = lengthIn(text, 'm');
    return read.ok ? (read.metres / FOOT_METRES).toFixed(1) : text;
  }
  /** A value as it is kept: what was typed in feet, in metres. */
  private typed(column: ScheduleColumn, value: string): string {
    if (column !== 'length_m' || !value) return value;
    const read = lengthIn(value, this.feet ? 'ft' : 'm');
    return read.ok ? String(Number(read.metres.toFixed(2))) : value;
  }
  set(row: number, column: ScheduleColumn, value: string): void {
    this.change(this.rows.map((r, i) => (i === row ? withCell(r, column, this.typed(column, value)) : r)));
  }
  /** Takes the mends of these bad cells. */
  mend(problems: readonly CellProblem[]): void {
    const byRow = new Map<number, CellProblem[]>();
    for (const p of problems) if (p.mend) byRow.set(p.row, [...(byRow.get(p.row) ?? []), p]);
    this.change(this.rows.map((r, i) => (byRow.get(i) ?? []).reduce((row, p) => withCell(row, p.column, p.mend!.value), r))); // prettier-ignore
  }
  /** Takes the obvious mend of every bad cell that has one. */
  mendAll(): void {
    this.mend(this.mendable);
  }
  /** Gives these bad cells one value. */
  setAll(problems: readonly CellProblem[], value: string): void {
    const cells = new Map(problems.map((p) => [p.row, p.column]));
    this.change(this.rows.map((r, i) => (cells.has(i) ? withCell(r, cells.get(i)!, value) : r)));
  }
  /** These cells are meant as they are. */
  keep(problems: readonly CellProblem[]): void {
    this.kept = new Set([...this.kept, ...problems.map((p) => keptCell(p.row, p.column, this.rows[p.row]![p.column] ?? ''))]); // prettier-ignore
  }
  resize(panel: string, ports: number): void {
    this.sizes = new Map([...this.sizes, [panel, ports]]);
  }
  skip(rows: readonly number[], skipped: boolean): void {
    const next = new Set(this.skipped);
    for (const i of rows) if (skipped) next.add(i);
    else next.delete(i); // prettier-ignore
    this.skipped = next;
  }
  retire(ids: readonly string[], retired: boolean): void {
    const next = new Set(this.retiring);
    for (const id of ids) if (retired) next.add(id);
    else next.delete(id); // prettier-ignore
    this.retiring = next;
  }
  /** Takes rows out of the table; `aside` keeps them with the draft, to be mended or sent back. */
  private without(out: ReadonlySet<number>, aside: boolean): void {
    const [gone, goneLines] = pick(this.rows, this.lines, (i) => out.has(i));
    const [rest, restLines] = pick(this.rows, this.lines, (i) => !out.has(i));
    const places = this.rows.flatMap((_, i) => (out.has(i) ? [] : [i]));
    this.change(rest);
    this.lines = restLines;
    this.skipped = new Set(places.flatMap((was, i) => (this.skipped.has(was) ? [i] : [])));
    if (aside) this.left = { rows: [...this.left.rows, ...gone], lines: [...this.left.lines, ...goneLines] };
    this.save();
  }
  leaveOut(rows: readonly number[]): void {
    this.without(new Set(rows), true);
  }
  /** Puts the rows left out back into the table. */
  takeBack(): void {
    const { left } = this;
    this.left = { rows: [], lines: [] };
    this.change([...this.rows, ...left.rows]);
    this.lines = [...this.lines, ...left.lines];
    this.save();
  }
  remove(row: number): void {
    const { id } = this.rows[row]!;
    this.without(new Set([row]), false);
    if (id) this.removed = [...this.removed, id];
    this.save();
  }
  add(like?: ScheduleRow): void {
    const port = Number(like?.head_port);
    const next: ScheduleRow = { ...like };
    for (const column of ['link', 'tail_position', 'length_m', 'note'] as const) delete next[column];
    delete next.id;
    delete next.own;
    if (port) next.head_port = String(port + 1);
    this.change([...this.rows, next]);
  }

  /**
   * Puts cells copied from a spreadsheet into the table, from a cell on, to the right and downward; where their first
   * line names columns, each goes under its own.
   */
  paste(text: string, row: number, column: ScheduleColumn): void {
    const cells = Papa.parse<string[]>(text.replace(/\r?\n$/, ''), { delimiter: '\t' }).data;
    const named = cells.length > 1 ? matchColumns(cells[0]!) : [];
    const headed = named.filter(Boolean).length > 1;
    const from = COLUMNS_AS_READ.indexOf(column);
    const rows = [...this.rows];
    cells.slice(headed ? 1 : 0).forEach((line, i) => {
      let next: ScheduleRow = rows[row + i] ?? {};
      line.forEach((value, j) => {
        const c = headed ? named[j] : COLUMNS_AS_READ[from + j];
        if (c) next = withCell(next, c, this.typed(c, value.trim()));
      });
      rows[row + i] = next;
    });
    this.change(rows);
  }

  /** The bad rows and those left out as CSV, with what is wrong with each, to be mended elsewhere or sent back. */
  leftOutCsv(): string {
    const [bad, badLines] = pick(this.rows, this.lines, (i) => this.badRows.has(i));
    const wrong = this.rows.flatMap((_, i) =>
      this.badRows.has(i) ? [this.check.problems.filter((p) => p.row === i).map((p) => p.message).join(' ')] : [],
    ); // prettier-ignore
    return writeScheduleCsv([...bad, ...this.left.rows], {
      row: [...badLines, ...this.left.lines],
      'what is wrong': wrong,
    });
  }
}

function pick<T>(rows: readonly T[], lines: readonly string[], wanted: (i: number) => boolean): [T[], string[]] {
  const at = rows.flatMap((_, i) => (wanted(i) ? [i] : []));
  return [at.map((i) => rows[i]!), lines.length ? at.map((i) => lines[i] ?? String(i + 1)) : []];
} // prettier-ignore

function withCell(row: ScheduleRow, column: ScheduleColumn, value: string): ScheduleRow {
  const next = { ...row };
  if (value === '') delete next[column];
  else next[column] = value;
  return next;
}
