import type { LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import type { Judgement } from '../reading/verdict';
import { judgeForLink } from './judge-for-link';
import type { Terms } from './judge-measured';
import { asItLay, type LaidLink } from './laid-link';
import { linkState } from './state';

/**
 * The entries of a link that count, in order, each with the link as its cable was known to lie by then, and a reading
 * with what it came to by all that the log knew of the link when it was taken.
 */
export function asJudged(
  link: Link,
  terms: Terms,
  counted: readonly LogEntry[],
): { entry: LogEntry; laid: LaidLink; judgement?: Judgement }[] {
  const state = linkState(link, terms);
  let before = state.init();
  return asItLay(link, counted).map((told) => {
    const { entry } = told;
    const judged = entry.kind === 'reading' && judgeForLink(before, link, terms, entry);
    before = state.step(before, entry);
    return judged && judged.ok ? { ...told, judgement: judged.judgement } : told;
  });
}
