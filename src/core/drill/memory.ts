import { createEmptyCard, fsrs, type Card, type FSRS, type Grade } from 'ts-fsrs';
import type { LogEntry } from '../model/entry';
import type { Projection } from '../log/projection';

/** How well somebody keeps one skill: the scheduler's card, with instants as text, and how it went so far. */
export interface Kept {
  card: Omit<Card, 'due' | 'last_review'> & { due: string; last_review?: string };
  asked: number;
  right: number;
  /** The last slip, as the trade names it. */
  slip?: string;
  /** Whether the last answer was right. */
  last: boolean;
}
/** What every person keeps, by their id, then by skill. */
export type Memories = Record<string, Record<string, Kept>>;

let made: FSRS | undefined;
/** The scheduler: the published one with its own defaults, without the chance it may add to a day. Made when first asked. */
const scheduler = (): FSRS => (made ??= fsrs({ enable_fuzz: false }));

const asCard = (c: Kept['card']): Card =>
  ({ ...c, due: new Date(c.due), ...(c.last_review ? { last_review: new Date(c.last_review) } : {}) }) as Card; // prettier-ignore
const asText = (c: Card): Kept['card'] => {
  const { last_review, ...rest } = c;
  return { ...rest, due: c.due.toISOString(), ...(last_review ? { last_review: last_review.toISOString() } : {}) }; // prettier-ignore
};

/** The memory after one more answer. A clock that was set back counts as no time gone by. */
export function reviewed(kept: Kept | undefined, at: string, rating: Grade, slip?: string): Kept {
  const card = kept ? asCard(kept.card) : createEmptyCard(new Date(at));
  const when = new Date(Math.max(Date.parse(at), card.last_review?.getTime() ?? 0));
  const right = rating > 1;
  return {
    card: asText(scheduler().next(card, when, rating).card),
    asked: (kept?.asked ?? 0) + 1,
    right: (kept?.right ?? 0) + Number(right),
    ...(slip ? { slip } : kept?.slip ? { slip: kept.slip } : {}),
    last: right,
  };
}

/** What everybody keeps, as a projection of a job's log: two devices that drilled apart come together in order of time. */
export const memories: Projection<Memories> = {
  kinds: ['drilled'],
  init: () => ({}),
  step: (all, e: LogEntry) => {
    if (e.kind !== 'drilled') return all;
    const mine = Object.hasOwn(all, e.by) ? all[e.by]! : (all[e.by] = {});
    const { skill, rating, slip } = e.data;
    mine[skill] = reviewed(Object.hasOwn(mine, skill) ? mine[skill] : undefined, e.at, rating, slip);
    return all;
  },
};

/** How likely somebody still has a skill now, 0 to 1; null where they were never asked. */
export function recallOf(kept: Kept | undefined, now: Date): number | null {
  if (!kept) return null;
  const card = asCard(kept.card);
  const at = new Date(Math.max(now.getTime(), card.last_review?.getTime() ?? 0));
  return scheduler().get_retrievability(card, at, false);
}

/** Whether a skill is to be asked again. */
export const isDue = (kept: Kept | undefined, now: Date): boolean =>
  kept !== undefined && Date.parse(kept.card.due) <= now.getTime();
