import { isMaking } from '../log/making';
import { BREAK_MINUTES } from '../bench/sweep';
import { specOf } from '../log/link-spec';
import { tellingOf } from '../log/told';
import type { EntryOf, LogEntry } from '../model/entry';
import type { JobPlan, Link } from '../model/job';
import { ofLink } from '../model/of-link';
import { ENDS, type End } from '../wiring/conductors';
import type { ConnectorFamily } from '../wiring/connector';

/** One making of an end: by whom, with what, and how it went. */
export interface Attempt {
  link: Link;
  end: End;
  /** Which making of this end it is, from 1. */
  nth: number;
  by: string;
  at: string;
  family: ConnectorFamily;
  scheme: string;
  parts: readonly string[];
  /** Ends made with each of these parts since its blade was changed, this one not counted. */
  age: Readonly<Record<string, number>>;
  /** Whether it was right; null while nobody knows. */
  right: boolean | null;
  /** What was found wrong with it, and at how many contacts. */
  mistakes: { kind: string; contacts: number }[];
  /** Whether its order was read back before it was made permanent. */
  readBack: boolean;
  /** Minutes it took, as written down or as the log shows: from the same person's last work, breaks left out. */
  minutes: number | null;
}

/** Shortest time between two ends that one person really made one after the other, in minutes. Our judgement. */
const LEAST_MINUTES = 0.2;

/**
 * Every making of every end, in order. An end was wrong where it was found so, refused by eye, blamed alone or done
 * again before it passed or after it failed; right where a pass followed; of a fail that both ends may have, only what
 * was found or done says which it was. A reading is what the log made of it then. `counted` is the log as it counts, in order (`effective`).
 */
export function attemptsOf(plan: Pick<JobPlan, 'links' | 'policy' | 'parts'>, counted: readonly LogEntry[]): Attempt[] {
  const links = new Map(plan.links.map((l) => [l.id, l]));
  const terms = { policy: plan.policy, parts: plan.parts };
  const out: Attempt[] = [];
  const now = new Map<string, Attempt>();
  const readBack = new Set<string>();
  const ages = new Map<string, number>();
  const lastWork = new Map<string, number>();
  const lastWalk = new Map<string, string>();
  const failed = new Set<string>();
  const telling = new Map<string, ReturnType<typeof tellingOf>>();
  const wrong = (key: string) => {
    const a = now.get(key);
    if (a) a.right = false;
  };

  /** Minutes since the same person's last work, where no break lies between. */
  function gap(e: LogEntry): number | null {
    const at = Date.parse(e.at);
    const before = lastWork.get(e.by);
    lastWork.set(e.by, at);
    const minutes = before === undefined ? NaN : (at - before) / 60_000;
    return minutes > LEAST_MINUTES && minutes <= BREAK_MINUTES ? minutes : null;
  }

  function made(e: EntryOf<'seated'> | EntryOf<'redone'>, link: Link): void {
    const end = e.end!;
    const key = `${link.id} ${end}`;
    const before = now.get(key);
    // What passed and did not fail since is done again for another reason.
    if (e.kind === 'redone' && (before?.right !== true || failed.has(link.id))) wrong(key);
    const parts = e.data.parts ?? [];
    const told = e.data.minutes;
    const since = gap(e);
    const attempt: Attempt = {
      link,
      end,
      nth: (before?.nth ?? 0) + 1,
      by: e.by,
      at: e.at,
      family: (e.data.connector as ConnectorFamily | undefined) ?? before?.family ?? link[end].connector,
      scheme: e.data.scheme ?? before?.scheme ?? specOf(link, plan.policy)[end].scheme,
      parts,
      age: Object.fromEntries(parts.map((p) => [p, ages.get(p) ?? 0])),
      right: null,
      mistakes: [],
      readBack: readBack.delete(key),
      minutes: told ?? since,
    };
    for (const p of parts) ages.set(p, (ages.get(p) ?? 0) + 1);
    now.set(key, attempt);
    lastWalk.delete(link.id);
    out.push(attempt);
  }

  for (const e of counted) {
    if (e.kind === 'tool' && e.data.did === 'blade-changed') ages.set(e.data.part, 0);
    if (!ofLink(e)) continue;
    const link = links.get(e.link);
    if (!link) continue;
    const key = (end: End) => `${link.id} ${end}`;
    const tell = telling.get(link.id) ?? tellingOf(link, terms);
    telling.set(link.id, tell);
    const { judgement } = tell({ entry: e, counts: true });
    if (isMaking(e) && e.end) made(e, link);
    else if (e.kind === 'read-back' && e.end && e.data.right) readBack.add(key(e.end));
    else if (e.kind === 'rejected' && e.end) wrong(key(e.end));
    else if (e.kind === 'found') {
      for (const { kind, where, contacts } of e.data.mistakes)
        if (where === 'head' || where === 'tail') {
          wrong(key(where));
          now.get(key(where))?.mistakes.push({ kind, contacts: contacts.length });
        }
    } else if (e.kind === 'reading') {
      lastWork.set(e.by, Date.parse(e.at));
      // Read once more as it read before, with nothing done since: there is nothing to learn of its making.
      if (!e.data.blame?.length &&
        lastWalk.get(link.id) === e.data.reading.walk && ENDS.every((end) => now.get(key(end))?.right !== null || failed.has(link.id))) continue;
      lastWalk.set(link.id, e.data.reading.walk);
      if (judgement?.verdict === 'fail') {
        failed.add(link.id);
        if (e.data.blame?.length === 1) wrong(key(e.data.blame[0]!));
      }
      if (judgement?.verdict !== 'pass') continue;
      failed.delete(link.id);
      for (const end of ENDS) {
        const a = now.get(key(end));
        if (a && a.right === null) a.right = true;
      }
    }
  }
  return out;
} // prettier-ignore

/** First makings of which it is known how they went: what is right at once is a share of these. */
export const firstMade = (attempts: readonly Attempt[]): (Attempt & { right: boolean })[] =>
  attempts.filter((a): a is Attempt & { right: boolean } => a.nth === 1 && a.right !== null);

/** Minutes between two readings one person took one after the other, breaks left out: what a proof takes with its walk. Of the log as it counts. */
export function minutesOfProofs(counted: readonly LogEntry[]): number[] {
  const last = new Map<string, { at: number; reading: boolean }>();
  const out: number[] = [];
  for (const e of counted) {
    if (e.kind !== 'reading' && e.kind !== 'seated' && e.kind !== 'redone') continue;
    const at = Date.parse(e.at);
    const before = last.get(e.by);
    last.set(e.by, { at, reading: e.kind === 'reading' });
    const minutes = before?.reading && e.kind === 'reading' ? (at - before.at) / 60_000 : NaN;
    if (minutes > 0 && minutes <= BREAK_MINUTES) out.push(minutes);
  }
  return out;
}
