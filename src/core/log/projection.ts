import type { LogEntry } from '../model/entry';
import { effective, happenedAt } from './effective';

/** A view of a log: what it starts from, and what each entry that counts makes of it. `step` may change its state in place. */
export interface Projection<S> {
  /** Kinds of entries it looks at; taking back is resolved before it sees any. */
  kinds: readonly LogEntry['kind'][];
  init: () => S;
  step: (state: S, entry: LogEntry) => S;
}

const copy = <S>(state: S): S => JSON.parse(JSON.stringify(state)) as S;

/**
 * The state of a projection over a set of entries; `from` goes on from a state that earlier entries led to, which is
 * left as it is.
 *
 * @example
 * project(toolUse, file.entries)['punch-1']?.sinceBlade // terminations since that tool's blade was changed
 */
export function project<S>(projection: Projection<S>, entries: readonly LogEntry[], from?: S): S {
  const kinds = new Set<LogEntry['kind']>([...projection.kinds, 'void']);
  const counted = effective(entries.filter((e) => kinds.has(e.kind)));
  return counted.reduce((s, e) => projection.step(s, e), from === undefined ? projection.init() : copy(from));
}

/** Entries heard after a state was made, and all that led to it where that is at hand. */
export interface Since<S> {
  base: S;
  /** The entry of the state's log that happened last, as an instant; none where the log was empty. */
  until?: string | undefined;
  since: readonly LogEntry[];
  /** Everything before `since`, where it is at hand. */
  before: readonly LogEntry[] | null;
}

/**
 * A projection gone on from a state made elsewhere. What takes back or comes before something inside that state can
 * only be told from the whole log: `sure` is false where that is not at hand.
 */
export function projectSince<S>(
  projection: Projection<S>,
  { base, until, since, before }: Since<S>,
): { state: S; sure: boolean } {
  if (!since.length) return { state: base, sure: true };
  const here = new Set(since.map((e) => e.id));
  const reachesBack = since.some(
    (e) =>
      (e.kind === 'void' && !here.has(e.data.entry)) ||
      (until !== undefined && projection.kinds.includes(e.kind) && happenedAt(e) < Date.parse(until)),
  );
  if (!reachesBack) return { state: project(projection, since, base), sure: true };
  return before
    ? { state: project(projection, [...before, ...since]), sure: true }
    : { state: project(projection, since, base), sure: false };
}
