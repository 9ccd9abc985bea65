import { DEFAULT_COSTS } from '../model/costs';
import type { LogEntry } from '../model/entry';
import { classOf } from '../wiring/connector';
import type { Attempt } from './attempts';

/** Mistakes that reading the order back finds, and those that a look finds before one walks away. Common practice. */
const IN_THE_ORDER = /scheme|swap|mix-up|exchanged|side-by-side|upside-down|reversed/;
const TO_THE_EYE = /missed|short|bridged|joined|bent|not-crimped|not-closed|not-pierced/;

/** What one way of looking took, caught, and what was lost where it was not done or did not see. */
export interface LookCost {
  /** Times it was done, and minutes it took. */
  times: number;
  minutes: number;
  /** Ends it stopped before they were permanent or left. */
  caught: number;
  /** Ends that had to be done again for what it finds, and minutes that took. */
  missed: number;
  lost: number;
}
/** What looking took, against what not looking took. */
export interface LookingCost {
  readBack: LookCost;
  look: LookCost;
}

/** Minutes one redo takes beside its own work: to walk there, and to prove it again. */
const AROUND = DEFAULT_COSTS.walk + DEFAULT_COSTS.prove;
const redoMinutes = (a: Attempt): number => AROUND + (a.minutes ?? { plug: DEFAULT_COSTS.redoPlug, jack: DEFAULT_COSTS.redoJack, core: DEFAULT_COSTS.redoCore }[classOf(a.family)]); // prettier-ignore

/** Minutes lost to redos that a read-back or a look would have caught, against the minutes those took. */
export function costOfLooking(attempts: readonly Attempt[], counted: readonly LogEntry[]): LookingCost {
  const readBack: LookCost = { times: 0, minutes: 0, caught: 0, missed: 0, lost: 0 };
  const look: LookCost = { times: 0, minutes: 0, caught: 0, missed: 0, lost: 0 };
  for (const e of counted) {
    if (e.kind === 'read-back') {
      readBack.times++;
      readBack.minutes += e.data.seconds / 60;
      if (!e.data.right) readBack.caught++;
    }
    if (e.kind === 'rejected') look.caught++;
  }
  const next = new Map(attempts.map((a) => [`${a.link.id} ${a.end} ${a.nth}`, a]));
  for (const a of attempts) {
    const redo = next.get(`${a.link.id} ${a.end} ${a.nth + 1}`);
    if (a.nth === 1) {
      look.times++;
      look.minutes += DEFAULT_COSTS.look;
    }
    if (!redo || a.right !== false) continue;
    const kinds = a.mistakes.map((m) => m.kind);
    const to = kinds.some((k) => IN_THE_ORDER.test(k)) ? readBack : kinds.some((k) => TO_THE_EYE.test(k)) ? look : null; // prettier-ignore
    if (!to) continue;
    to.missed++;
    to.lost += redoMinutes(redo);
  }
  return { readBack, look };
}
