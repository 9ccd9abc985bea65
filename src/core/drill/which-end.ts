import { actionMinutes, type PlannedAction } from '../diagnose/plan';
import type { Look } from '../diagnose/types';
import { DEFAULT_COSTS } from '../model/costs';
import { afterAction, drawWorld, lookAt, readsGood, readWorld, type World } from '../practice/world';
import type { Reading } from '../reading/reading';
import { CONTACTS, otherEnd, type End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';

/** One thing somebody did to find a fault, with its minutes, and what it showed. */
export interface FindStep {
  did: PlannedAction;
  minutes: number;
  look?: Look | null;
  /** The reading after it, where it was read again. */
  reading?: Reading;
}
/** A hidden fault that is being looked for. */
export interface Search {
  world: World;
  /** The first reading, and the one that stands now. */
  first: Reading;
  reading: Reading;
  standingAt: End;
  /** Plates that are still on, 1 the head's and 2 the tail's. */
  plates: number;
  minutes: number;
  steps: readonly FindStep[];
  found: boolean;
}

const SPECS: Record<string, LinkSpec> = {
  'which-end/jack-jack': {
    head: { connector: 'jack', scheme: 'T568B' },
    tail: { connector: 'jack', scheme: 'T568B' },
    ordered: 'straight',
    shielded: false,
  },
  'which-end/jack-plug': {
    head: { connector: 'jack', scheme: 'T568B' },
    tail: { connector: 'plug', scheme: 'T568B' },
    ordered: 'straight',
    shielded: false,
  },
};
/** Worlds that would need a new cable are no exercise: there is nothing to find at an end. */
const mendable = (w: World): boolean => w.cable.span === 0 && w.cable.bridges.length === 0;

/** A link with a fault drawn from how often each happens, read from its head. */
export function beginSearch(skill: string, random: () => number): Search {
  const link = SPECS[skill]!;
  const leads = { head: 'proven', tail: link.tail.connector === 'plug' ? 'none' : 'proven' } as const;
  let world = drawWorld(link, leads, random);
  while (readsGood(world) || !mendable(world)) world = drawWorld(link, leads, random);
  const reading = readWorld(world);
  // An outlet's plate comes off before its jack can be seen or punched; a panel lies open.
  return { world, first: reading, reading, standingAt: 'head', plates: link.tail.connector === 'jack' ? 2 : 0, minutes: 0, steps: [], found: false }; // prettier-ignore
}

/** Does one thing: the world as it really is changes, or shows what it holds. */
export function doNext(s: Search, did: PlannedAction): Search {
  const { world } = s;
  const connector = { head: world.link.head.connector, tail: world.link.tail.connector };
  const minutes = actionMinutes(did, { at: s.standingAt, plates: s.plates }, { costs: DEFAULT_COSTS, connector }); // prettier-ignore
  const end = 'end' in did ? did.end : null;
  const opened = end && did.action !== 'swap-lead' ? (end === 'head' ? 1 : 2) : 0;
  const next = {
    ...s,
    minutes: s.minutes + minutes,
    standingAt: end ?? s.standingAt,
    plates: s.plates & ~opened,
  };
  if (did.action === 'look') {
    const look = lookAt(world, did.end, did.contact);
    return { ...next, steps: [...s.steps, { did, minutes, look }] };
  }
  const after = afterAction(world, {
    action: did.action,
    ...(end ? { end } : {}),
    ...(did.action === 'repunch' ? { contacts: did.contacts.map((c) => CONTACTS[c]!) } : {}),
  });
  const reading = readWorld(after);
  return { ...next, world: after, reading, found: readsGood(after), steps: [...s.steps, { did, minutes, reading }] }; // prettier-ignore
}

/** The far end from where one stands. */
export const farEnd = (s: Pick<Search, 'standingAt'>): End => otherEnd(s.standingAt);

/** At most so many times the minutes of the best way is still good. Our judgement. */
const GOOD_TIMES = 1.5;
const HARD_TIMES = 2.5;
/** How a search is rated against the minutes the planner takes on the same copper. */
export const ratingOfSearch = (minutes: number, best: number): 1 | 2 | 3 | 4 =>
  minutes <= best + 0.01 ? 4 : minutes <= GOOD_TIMES * best ? 3 : minutes <= HARD_TIMES * best ? 2 : 1;
