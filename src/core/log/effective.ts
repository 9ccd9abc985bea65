import type { LogEntry } from '../model/entry';

/** An instant as two numbers that compare: whole milliseconds, and what its text says beyond them. */
const instantOf = (text: string): readonly [number, number] => [Date.parse(text), beyondMs(text)];

/** What an instant's text says beyond whole milliseconds, in ms. */
const beyondMs = (text: string): number => Number(`0.${/\.\d{3}(\d+)/.exec(text)?.[1] ?? 0}`);

/** Orders two instants by when they are, whatever their precision: `…00Z` comes before `…00.500Z`. */
export function compareInstants(a: string, b: string): number {
  const [[am, ar], [bm, br]] = [instantOf(a), instantOf(b)];
  return am - bm || ar - br;
}

/** What two clocks may differ by before one of them is said to be wrong. Our judgement. */
export const CLOCK_TOLERANCE_MS = 2 * 60_000;

/** A clock that was seen to be off by more than this is corrected: a request is given up after 15 s, so that up to this it may be the way. */
export const CORRECTED_MS = 20_000;

/** When an id was made by its device's clock, in ms: a UUID of version 7 says it in its first 48 bits (RFC 9562, from memory). Undefined of any other. */
export const idMadeAt = (id: string): number | undefined =>
  id[14] === '7' ? Number.parseInt(id.slice(0, 8) + id.slice(9, 13), 16) : undefined;

/** Whether an entry was written down at another time than it happened: a reading of a file or one that lay half entered, a work sheet that is typed in. */
export function isToldLater(e: LogEntry): boolean {
  if (e.kind === 'reading' && e.data.brought) return true;
  const made = idMadeAt(e.id);
  return made !== undefined && Math.abs(made - Date.parse(e.at)) > CLOCK_TOLERANCE_MS;
}

/** Its time was said by a file or a person. That of a reading that lay half entered is still of its device's clock. */
export const isOfNoClock = (e: LogEntry): boolean =>
  e.kind === 'reading' ? e.data.brought !== undefined : isToldLater(e);

/**
 * When an entry happened, as far as can be known: as its device's clock said, less the error that clock was seen to
 * have, and never after the server had it.
 */
export function happenedAt(e: LogEntry): number {
  const off = e.clockErrorMs !== undefined && Math.abs(e.clockErrorMs) > CORRECTED_MS && !isOfNoClock(e);
  const said = Date.parse(e.at) - (off ? e.clockErrorMs! : 0);
  if (!e.receivedAt) return said;
  const received = Date.parse(e.receivedAt);
  return said > received + CLOCK_TOLERANCE_MS ? received : said;
}

interface Timed<E> {
  entry: E;
  ms: number;
  rest: number;
}

const byPlace = <E extends LogEntry>(a: Timed<E>, b: Timed<E>): number => {
  const text = (x: string, y: string) => (x < y ? -1 : x > y ? 1 : 0);
  return (
    a.ms - b.ms ||
    a.rest - b.rest ||
    text(a.entry.device ?? '', b.entry.device ?? '') ||
    (a.entry.written ?? 0) - (b.entry.written ?? 0) ||
    text(a.entry.id, b.entry.id)
  );
};

/**
 * Moves what a device wrote later, by its own count, after what it wrote before, though its clock was set back between.
 * What is told later than it happened stays where it happened: else a reading of the morning, brought in the evening, would
 * prove what was done again at noon.
 */
function keepWritingOrder<E extends LogEntry>(timed: readonly Timed<E>[]): void {
  const devices = new Map<string, Timed<E>[]>();
  for (const t of timed) {
    if (t.entry.device === undefined || t.entry.written === undefined) continue;
    const list = devices.get(t.entry.device);
    if (list) list.push(t);
    else devices.set(t.entry.device, [t]);
  }
  for (const list of devices.values()) {
    list.sort((a, b) => a.entry.written! - b.entry.written!);
    let before = list[0]!;
    for (const t of list) {
      if (t.ms < before.ms || (t.ms === before.ms && t.rest < before.rest)) {
        if (isToldLater(t.entry)) continue;
        [t.ms, t.rest] = [before.ms, before.rest];
      }
      before = t;
    }
  }
}

/** Entries in the order in which they happened: a function of the set, whatever order they came in. */
export function inOrder<E extends LogEntry>(entries: readonly E[]): E[] {
  const timed = entries.map((entry) => ({ entry, ms: happenedAt(entry), rest: beyondMs(entry.at) }));
  keepWritingOrder(timed);
  return timed.sort(byPlace).map((t) => t.entry);
}

/** An entry with whether it counts, and the entry that took it back where it does not. */
export interface Resolved<E extends LogEntry = LogEntry> {
  entry: E;
  counts: boolean;
  takenBackBy?: string;
}

/**
 * Every entry in order, each with whether it counts. A `void` takes back the entry it names, and can be taken back
 * itself, to any depth. Entries sent twice count once.
 *
 * @example
 * resolve([pass, voidOfPass, voidOfThatVoid]).map((r) => r.counts) // [true, false, true]
 */
export function resolve<E extends LogEntry>(entries: readonly E[]): Resolved<E>[] {
  const once = new Map(entries.map((e) => [e.id, e]));
  const ordered = inOrder([...once.values()]);
  if (!ordered.some((e) => e.kind === 'void')) return ordered.map((entry) => ({ entry, counts: true }));
  /** Voids that name an entry and of which it is not known yet whether they count. */
  const open = new Map<string, number>();
  for (const e of ordered)
    if (e.kind === 'void' && once.has(e.data.entry) && e.data.entry !== e.id)
      open.set(e.data.entry, (open.get(e.data.entry) ?? 0) + 1);
  const takenBackBy = new Map<string, string>();
  const known = new Set<string>();
  const settle = (first: string) => {
    for (let id: string | null = first; id !== null;) {
      known.add(id);
      const e: E | undefined = once.get(id);
      id = null;
      if (e?.kind !== 'void' || e.data.entry === e.id || !once.has(e.data.entry) || known.has(e.data.entry))
        continue;
      if (!takenBackBy.has(e.id)) takenBackBy.set(e.data.entry, e.id);
      const left = open.get(e.data.entry)! - 1;
      open.set(e.data.entry, left);
      if (left === 0) id = e.data.entry;
    }
  };
  for (const e of ordered) if (!open.has(e.id)) settle(e.id);
  // Voids that name one another in a ring, which only a made-up file has: the last of them counts.
  for (const e of [...ordered].reverse()) if (!known.has(e.id)) settle(e.id);
  return ordered.map((entry) => {
    const by = takenBackBy.get(entry.id);
    return by === undefined ? { entry, counts: true } : { entry, counts: false, takenBackBy: by };
  });
}

/**
 * What counts of a log, in the order in which it happened: the one place that knows what taking back means. Every
 * view of a log is a projection over this.
 *
 * @example
 * effective(file.entries).filter((e) => e.kind === 'found').length // findings that still stand
 */
export const effective = <E extends LogEntry>(entries: readonly E[]): E[] =>
  resolve(entries).flatMap((r) => (r.counts && r.entry.kind !== 'void' ? [r.entry] : []));
