import { actionMinutes, type PlannedAction } from '../diagnose/plan';
import type { Costs } from '../model/costs';
import { CONTACTS, otherEnd, type End, type NumberedContact } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';

/** What to do about a link whose copper is right and whose sweep fails. */
export interface SweepMend {
  end: End;
  action: 'repunch' | 'redo';
  /** Contacts of the pairs at fault, where slots can be punched again. */
  contacts: NumberedContact[];
  minutes: number;
  /** Minutes until it passes, as far as one can expect: with the other end after it where this one was not it. */
  expectedMinutes: number;
}

/**
 * Which end to mend first: not always the likelier one, where a walk lies between. Both orders are weighed by what
 * they take, the other end after the first where that was not it.
 */
export function mendAfterSweep(
  bad: { end: End; chance: number; pairs: string },
  at: { standingAt: End; plates: number },
  connector: Record<End, ConnectorClass>,
  costs: Costs,
): SweepMend {
  const contacts = CONTACTS.filter((c) => bad.pairs.includes(c));
  const mend = (end: End): PlannedAction =>
    connector[end] === 'jack'
      ? { action: 'repunch', end, contacts: contacts.map((c) => CONTACTS.indexOf(c)) }
      : { action: 'redo', end };
  const weighed = [bad.end, otherEnd(bad.end)].map((end): SweepMend => {
    const here = { costs, connector };
    const minutes = actionMinutes(mend(end), { at: at.standingAt, plates: at.plates }, here);
    const after = actionMinutes(mend(otherEnd(end)), { at: end, plates: at.plates }, here);
    const right = end === bad.end ? bad.chance : 1 - bad.chance;
    const jack = connector[end] === 'jack';
    return { end, action: jack ? 'repunch' : 'redo', contacts: jack ? contacts : [], minutes, expectedMinutes: minutes + (1 - right) * after };
  });
  return weighed.sort((a, b) => a.expectedMinutes - b.expectedMinutes)[0]!;
} // prettier-ignore
