import type { JobPlan, Link } from '../model/job';
import { scheduleOf } from './changes';
import { COLUMN_WORDS, COLUMNS_AS_READ, type ScheduleColumn } from './columns';
import { norm, panelKeyOf } from './places';
import type { ScheduleCheck } from './check';
import type { ReadRow } from './row';
import { whereabouts } from '../plan/whereabouts';

/** What a revised schedule does to a link. */
export const REVISION_KINDS = ['new', 'renamed', 'moved', 'changed', 'same'] as const;
/** What a revised schedule does to a link. */
export type RevisionKind = (typeof REVISION_KINDS)[number];

/** One field of a link as the job has it and as the schedule has it. */
export interface OldNew {
  field: string;
  was: string;
  is: string;
}
/** What one row of a revised schedule does. */
export interface RowChange {
  row: number;
  kind: RevisionKind;
  label: string;
  link: Link | null;
  fields: OldNew[];
}
/** A schedule beside the job it is for: row by row, and the links it no longer has. */
export interface Comparison {
  rows: RowChange[];
  /** Links on panels the schedule names, which it does not have any more. */
  gone: Link[];
  /** Links on panels the schedule says nothing of. */
  elsewhere: Link[];
}

const PLACE: readonly ScheduleColumn[] = ['head_closet', 'head_panel', 'head_port', 'tail_room', 'tail_outlet', 'tail_position']; // prettier-ignore

/** A row as it was understood, as the columns of a schedule. */
const asRow = (r: ReadRow): Partial<Record<ScheduleColumn, string>> => ({
  link: r.label,
  head_closet: r.closet,
  ...(r.panel ? { head_panel: r.panel, head_port: String(r.port) } : {}),
  tail_room: r.room,
  ...(r.outlet ? { tail_outlet: r.outlet, tail_position: String(r.position) } : {}),
  cable: r.cable,
  ordered: r.ordered,
  head_connector: r.head,
  tail_connector: r.tail,
  ...(r.scheme ? { scheme: r.scheme } : {}),
  ...(r.lengthMetres ? { length_m: String(r.lengthMetres) } : {}),
  ...(r.note ? { note: r.note } : {}),
});

/** Columns whose names are compared without case: a place is the same however it is typed. */
const alike = (c: ScheduleColumn, a: string, b: string) => (PLACE.includes(c) ? norm(a) === norm(b) : a === b); // prettier-ignore

function fieldsOf(r: ReadRow, before: Partial<Record<ScheduleColumn, string>>, own: Link['own']): (OldNew & { column: ScheduleColumn | 'own' })[] {
  const now = asRow(r);
  const out: (OldNew & { column: ScheduleColumn | 'own' })[] = [];
  for (const c of COLUMNS_AS_READ) {
    if (c === 'tail_floor' && r.floor === undefined) continue;
    const [was, is] = [before[c] ?? '', c === 'tail_floor' ? String(r.floor) : (now[c] ?? '')];
    if (!alike(c, was, is)) out.push({ column: c, field: COLUMN_WORDS[c], was, is });
  }
  for (const name of new Set([...Object.keys(own ?? {}), ...Object.keys(r.own ?? {})])) {
    const [was, is] = [own?.[name] ?? '', r.own?.[name] ?? ''];
    if (was !== is) out.push({ column: 'own', field: name, was, is });
  }
  return out;
} // prettier-ignore

/**
 * A schedule beside the job: which rows are new, renamed (same port and room), moved, changed or as they are, and which
 * links of the panels it names are gone.
 *
 * @example
 * compareSchedule(checkSchedule(rows, plan), plan).gone // the links the revision no longer has
 */
export function compareSchedule({ good: read, links }: Pick<ScheduleCheck, 'good' | 'links'>, plan: JobPlan): Comparison {
  const before = new Map(scheduleOf(plan, plan.links).map((r) => [r.id!, r]));
  const rows = read.map((r): RowChange => {
    const { existing, row, label } = r;
    if (!existing) return { row, kind: 'new', label, link: null, fields: [] };
    const fields = fieldsOf(r, before.get(existing.id) ?? {}, existing.own);
    const kind =
      fields.length === 0 ? 'same'
      : fields.some((f) => f.column === 'link') ? 'renamed'
      : fields.some((f) => f.column !== 'own' && PLACE.includes(f.column)) ? 'moved'
      : 'changed'; // prettier-ignore
    return { row, kind, label, link: existing, fields: fields.map(({ field, was, is }) => ({ field, was, is })) };
  });
  const spoken = new Set(links.map((l) => l?.id));
  const panels = new Set(read.filter((r) => r.panel).map((r) => panelKeyOf(r.closet, r.panel)));
  const where = whereabouts(plan);
  const out: Comparison = { rows, gone: [], elsewhere: [] };
  for (const l of plan.links) {
    if (l.retired || l.cord || spoken.has(l.id)) continue;
    const { head } = where(l);
    const named = head.panel && panels.has(panelKeyOf(head.space?.name ?? '', head.panel.name));
    (named ? out.gone : out.elsewhere).push(l);
  }
  return out;
} // prettier-ignore
