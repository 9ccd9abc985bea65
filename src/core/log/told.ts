import { ofLink } from '../model/of-link';
import type { Link } from '../model/job';
import type { Judgement } from '../reading/verdict';
import type { Resolved } from './effective';
import { entryWords, judgementWords, type WordsFrom } from './entry-words';
import { judgeForLink } from './judge-for-link';
import type { Terms } from './judge-measured';
import { laidLink, type Pulled } from './laid-link';
import type { MeasuredCable } from './length-doubt';
import { linkState } from './state';

/**
 * An entry as it is told: whether it counts, what was known of its link's cable when it was written, and what a reading
 * came to by all that the log knew of its link then.
 */
export interface Told extends Resolved {
  pulled?: Pulled;
  measured?: MeasuredCable;
  judgement?: Judgement;
}

/** Tells what came of the entries of one link's log, which are to be given one after the other, in order. */
export function tellingOf(link: Link, terms: Terms): (r: Resolved) => Told {
  const state = linkState(link, terms);
  let status = state.init();
  return (r) => {
    const { entry } = r;
    const { pulled, measured } = status;
    const judged = entry.kind === 'reading' && judgeForLink(status, link, terms, entry);
    if (r.counts && state.kinds.includes(entry.kind)) status = state.step(status, entry);
    return {
      ...r,
      ...(pulled && { pulled }),
      ...(measured && { measured }),
      ...(judged && judged.ok && { judgement: judged.judgement }),
    };
  };
}

/** What came of each entry of one link's log, which is given in order with whether each counts. */
export const tellLink = (link: Link, terms: Terms, log: readonly Resolved[]): Told[] =>
  log.map(tellingOf(link, terms));

/**
 * Tells entries of a job's log, which is given in order with whether each counts. A link's log is gone through once, and
 * only where something of it is asked for.
 *
 * @example
 * const log = resolve(entries);
 * log.map(teller(log, (id) => links.get(id), plan)) // each with its judgement, where it is a reading
 */
export function teller(
  log: readonly Resolved[],
  linkOf: (id: string) => Link | undefined,
  terms: Terms,
): (r: Resolved) => Told {
  const logs = new Map<string, Resolved[]>();
  for (const r of log) {
    if (!ofLink(r.entry)) continue;
    const own = logs.get(r.entry.link);
    if (own) own.push(r);
    else logs.set(r.entry.link, [r]);
  }
  const told = new Map<string, Map<string, Told>>();
  function tell(link: Link): Map<string, Told> {
    const of = new Map(tellLink(link, terms, logs.get(link.id) ?? []).map((t) => [t.entry.id, t]));
    told.set(link.id, of);
    return of;
  }
  return (r) => {
    const { entry } = r;
    if (!ofLink(entry) || (entry.kind !== 'reading' && entry.kind !== 'one-end')) return r;
    const link = linkOf(entry.link);
    if (!link) return r;
    return (told.get(link.id) ?? tell(link)).get(entry.id) ?? r;
  };
}

/** What a told entry says, in one line: a reading what it came to, anything else what it is. */
export const toldWords = (told: Told, link: Link | undefined, terms: WordsFrom): string =>
  told.judgement
    ? judgementWords(told.judgement)
    : entryWords(told.entry, link && laidLink(link, told), terms);
