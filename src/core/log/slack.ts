import { DEFAULT_COSTS } from '../model/costs';
import type { Link, Policy } from '../model/job';
import { classOf, type ConnectorFamily } from '../wiring/connector';
import { cutBackMm } from './cut-back';
import type { Contact, End } from '../wiring/conductors';
import type { LinkStatus } from './state';

/** Slack an end begins with where nobody measured it, in millimetres. Our judgement. */
export const USUAL_SLACK_MM = 300;
/** How much shorter than ordered a cord may become by being done again, as a share of its length. Our judgement. */
export const CORD_MAY_SHORTEN = 0.1;
/** How often one slot is punched at most. Our judgement; the best are said to bear far more. */
export const MOST_PUNCHES = 3;

/** What an end still allows before its cable has to be re-pulled. */
export interface SlackLeft {
  leftMm: number;
  /** What one more redo takes. */
  takesMm: number;
  redosLeft: number;
  /** One more redo cannot be done: the cable has to be re-pulled. Said before anything is cut. */
  mustRepull: boolean;
  /** More was cut than was there, as far as the log knows: measure. */
  overdrawn: boolean;
}

/**
 * What an end had before anything was cut from it, in millimetres: the slack at a panel or an outlet; a cord has
 * none, it only gets shorter, by what was cut from either end.
 */
function slackBefore(link: Link, status: LinkStatus, policy: Pick<Policy, 'slackMm'>, end: End): number {
  const measured = link[end].slackMm;
  if (measured !== undefined || !link.cord || link.lengthMetres === undefined)
    return measured ?? policy.slackMm ?? USUAL_SLACK_MM;
  const other = end === 'head' ? 'tail' : 'head';
  return link.lengthMetres * 1000 * CORD_MAY_SHORTEN - (status[other].slackTakenMm ?? 0);
}

/** The slack of an end after all that was cut from it. */
export function slackLeft(
  status: LinkStatus,
  link: Link,
  policy: Pick<Policy, 'slackMm'>,
  end: End,
): SlackLeft {
  const leftMm = slackBefore(link, status, policy, end) - (status[end].slackTakenMm ?? 0);
  const takesMm = cutBackMm((status[end].connector as ConnectorFamily | undefined) ?? link[end].connector);
  const redosLeft = Math.max(0, Math.floor(leftMm / takesMm));
  return { leftMm, takesMm, redosLeft, mustRepull: redosLeft === 0, overdrawn: leftMm < 0 };
}

/** Whether these slots may be punched once more. */
export const mayPunch = (status: LinkStatus, end: End, contacts: readonly Contact[]): boolean =>
  contacts.length > 0 && contacts.every((c) => (status[end].repunched[c] ?? 0) < MOST_PUNCHES);

/** What a redo of an end takes: its slots punched again where that is enough, else the whole end, else another cable. */
export interface RedoTakes {
  way: 'repunch' | 'redo' | 're-pull';
  minutes: number;
  /** Cable that goes with it, in millimetres. */
  cableMm: number;
}

/** What it takes to mend these contacts of an end, with the program's own costs in minutes. */
export function redoTakes(
  status: LinkStatus,
  link: Link,
  policy: Pick<Policy, 'slackMm'>,
  end: End,
  contacts: readonly Contact[],
): RedoTakes {
  const connector = classOf(link[end].connector);
  const { repunch, repunchEach, repull, redoPlug, redoJack, redoCore } = DEFAULT_COSTS;
  if (connector === 'jack' && mayPunch(status, end, contacts))
    return { way: 'repunch', minutes: repunch + repunchEach * contacts.length, cableMm: 0 };
  const { takesMm, mustRepull } = slackLeft(status, link, policy, end);
  if (mustRepull) return { way: 're-pull', minutes: repull, cableMm: takesMm };
  return {
    way: 'redo',
    minutes: { plug: redoPlug, jack: redoJack, core: redoCore }[connector],
    cableMm: takesMm,
  };
}
