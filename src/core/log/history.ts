import { ofLink } from '../model/of-link';
import { type LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import { CLOCK_TOLERANCE_MS, compareInstants, happenedAt, type Resolved } from './effective';

/** What of a job's log is wanted; what is left out does not narrow it. */
export interface HistoryFilter {
  link?: string | undefined;
  by?: string | undefined;
  kind?: LogEntry['kind'] | undefined;
  /** Instants between which it was written: from the first on, before the second. */
  from?: string | undefined;
  to?: string | undefined;
}

/** Most entries of a history that the server tells a device at once. Our judgement: weeks of a crew's work. */
export const MOST_TOLD = 2000;

/** Whether a run, as a change of plan tells it, has a link in it. */
const liesIn = (run: unknown, link: string): boolean =>
  typeof run === 'object' && run !== null && 'links' in run && Array.isArray(run.links) && run.links.includes(link); // prettier-ignore

/** Whether an entry is about a link: its own, or a change of plan that touched it or what it hangs on. */
function touches(e: LogEntry, link: Pick<Link, 'id' | 'head' | 'tail' | 'cord'>): boolean {
  if (ofLink(e)) return e.link === link.id;
  if (e.kind !== 'planned') return false;
  return e.data.changes.some(
    (c) =>
      (c.list === 'links' && c.id === link.id) ||
      (c.list === 'batches' && c.id === link.cord?.batch) ||
      (c.list === 'runs' && [c.was, c.is].some((r) => liesIn(r, link.id))) ||
      [link.head, link.tail].some(
        (end) =>
          (c.list === 'panels' && c.id === end.panel) ||
          (c.list === 'outlets' && c.id === end.outlet) ||
          (c.list === 'spaces' && c.id === end.space),
      ),
  );
}

/** What a filter lets through of a log that is given in order, newest first. */
export function historyOf(
  log: readonly Resolved[],
  filter: HistoryFilter,
  linkOf: (id: string) => Pick<Link, 'id' | 'head' | 'tail' | 'cord'> | undefined,
): Resolved[] {
  const link = filter.link === undefined ? undefined : linkOf(filter.link);
  return log
    .filter(
      ({ entry: e }) =>
        (filter.link === undefined || (link !== undefined && touches(e, link))) &&
        (filter.by === undefined || e.by === filter.by) &&
        (filter.kind === undefined || e.kind === filter.kind) &&
        (filter.from === undefined || compareInstants(e.at, filter.from) >= 0) &&
        (filter.to === undefined || compareInstants(e.at, filter.to) < 0),
    )
    .reverse();
}

/** What is to be said of an entry's clock: how far it was off by what the server saw, and by how much it was set since it was heard before, in ms; null where it was right. */
export function clockDoubt(e: LogEntry): { offMs: number; setMs?: number; receivedAt: string } | null {
  if (!e.receivedAt) return null;
  const offMs = e.clockErrorMs ?? Math.max(0, Date.parse(e.at) - Date.parse(e.receivedAt));
  const setMs = e.clockDoubtMs ?? 0;
  return Math.abs(offMs) > CLOCK_TOLERANCE_MS ||
    setMs > CLOCK_TOLERANCE_MS ||
    happenedAt(e) !== Date.parse(e.at)
    ? { offMs, ...(setMs ? { setMs } : {}), receivedAt: e.receivedAt }
    : null;
}
