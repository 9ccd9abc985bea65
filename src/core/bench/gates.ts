/** The gates of a termination, in order. Proving follows on a screen of its own. */
export const GATES = ['identify', 'prep', 'lay', 'read-back', 'seat', 'look', 'log'] as const;
/** One gate. */
export type Gate = (typeof GATES)[number];

/** Gates that are always taken in full: the two that catch what cannot be mended later, and the one that writes it down. */
export const ALWAYS_FULL: ReadonlySet<Gate> = new Set<Gate>(['read-back', 'look', 'log']);

/** Gates the technician has set to a reminder of one line. */
export type Reminders = readonly Gate[];

/**
 * The gates that a cord takes as one line beside those of its maker: which one it is stands above its preparation, and
 * its second end is prepared as the first one just was.
 */
export const briefOfCord = (second: boolean): Reminders => (second ? ['identify', 'prep'] : ['identify']);

/** The gates that get a screen of their own. */
export const fullGates = (reminders: Reminders): Gate[] =>
  GATES.filter((g) => ALWAYS_FULL.has(g) || !reminders.includes(g));

/** The gate to go to from this one; the last one leads nowhere. */
export const gateAfter = (gate: Gate, reminders: Reminders): Gate | null =>
  fullGates(reminders).find((g) => GATES.indexOf(g) > GATES.indexOf(gate)) ?? null;

/** The gate before this one; null at the first. */
export const gateBefore = (gate: Gate, reminders: Reminders): Gate | null =>
  fullGates(reminders)
    .reverse()
    .find((g) => GATES.indexOf(g) < GATES.indexOf(gate)) ?? null;

/** Gates shown as one line above this one: those set to a reminder since the full gate before it. */
export function remindedBefore(gate: Gate, reminders: Reminders): Gate[] {
  const before = gateBefore(gate, reminders);
  const from = before === null ? -1 : GATES.indexOf(before);
  return GATES.filter((g, i) => i > from && i < GATES.indexOf(gate));
}
