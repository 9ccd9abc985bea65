import type { Link, Policy } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import type { EndStates } from './link-states';
import { onlyMisanswered, wantsRemote } from './next';
import { redoTakes } from './slack';
import type { LinkStatus } from './state';

/** Whether a link has to be done again or proven again. */
export const inRework = (status: EndStates): boolean =>
  ENDS.some((e) => status[e].state === 'failed' || status[e].state === 'stale');

/** Whether a link is exchanged with another: the two change places at the panel, and nothing of them is cut or made. */
export const wantsExchange = ({ exchanged }: Pick<LinkStatus, 'exchanged'>): boolean =>
  exchanged?.mended === false;

/** What an exchanged link is exchanged with, by what that is called now. */
export const exchangedWords = (
  { exchanged }: Pick<LinkStatus, 'exchanged'>,
  links: readonly Pick<Link, 'id' | 'label'>[],
): string => `exchanged with ${links.find((l) => l.id === exchanged?.with)?.label ?? 'another link'}`;

/** Ends of a link that are yet to be made, or to be made again. */
export const endsToMake = (status: LinkStatus): End[] =>
  ENDS.filter(
    (e) =>
      status[e].state === 'bare' ||
      (status[e].state === 'failed' && !wantsExchange(status) && !onlyMisanswered(status[e])),
  );

/** The end where the next work on it is: where it failed, the head first; else where it was done again. */
export function reworkEnd(status: EndStates): End {
  if (status.head.state === 'failed') return 'head';
  if (status.tail.state === 'failed') return 'tail';
  return status.tail.state === 'stale' && status.head.state !== 'stale' ? 'tail' : 'head';
}

/** What a link in rework wants next: the end that is to be done again, or what is to be done with all of it. */
export type NextWork = End | 'exchange' | 'round' | 're-pull' | 'reading';

/**
 * What to do next about a link in rework. Where one end was done since it failed, and for all that is known nothing lies
 * at the other, it is read again first: that costs less than a cut.
 *
 * @example
 * nextWork(status, link, plan.policy) // 'tail'
 */
export function nextWork(status: LinkStatus, link: Link, policy: Pick<Policy, 'slackMm'>): NextWork {
  if (wantsExchange(status)) return 'exchange';
  if (wantsRemote(status)) return 'round';
  const failed = ENDS.filter((e) => status[e].state === 'failed' && !onlyMisanswered(status[e]));
  const mistakes = status.lastReading?.data.diagnosis?.mistakes ?? [];
  const at = (end: End) => mistakes.filter((m) => m.where === end);
  const way = (end: End) =>
    redoTakes(
      status,
      link,
      policy,
      end,
      at(end).flatMap((m) => m.contacts),
    ).way;
  if (
    failed.length &&
    (mistakes.some((m) => m.where === 'cable') || failed.some((e) => way(e) === 're-pull'))
  )
    return 're-pull';
  const known = failed.find((e) => status[e].refused ?? at(e).length);
  const doneSince = status.lastReading?.verdict === 'fail' && !status.lastReading.current;
  return known ?? (doneSince ? undefined : failed[0]) ?? 'reading';
}
