const GROUND = /^(?:ground|grd|gf|g|g\/f|eg|rez?-de-chauss[eé]e|l0)$/i;
const WORDS = ['ground', 'first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth', 'ninth', 'tenth']; // prettier-ignore

/**
 * The floor a text names, 0 being the ground floor: `Level 2`, `L2`, `2nd floor`, `Ground`, `B1`, `-1`; null where it
 * names none. A bare number counts too. Which number the ground floor has is common practice and differs by country:
 * a schedule's own numbers are taken as they are.
 */
export function floorNamed(text: string): number | null {
  const said = text
    .trim()
    .toLowerCase()
    .replace(/\b(?:floor|level|lvl|storey|story|flr)\b\.?/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  if (!said) return null;
  if (GROUND.test(said)) return 0;
  const word = WORDS.indexOf(said);
  if (word >= 0) return word;
  const basement = /^(?:basement|b|ug|lower ground|lg)\s*-?(\d)?$/.exec(said);
  if (basement) return -Number(basement[1] ?? 1);
  const number = /^(?:l|f|fl)?\.?\s*(-?\d{1,2})(?:st|nd|rd|th|f)?$/.exec(said);
  return number ? Number(number[1]) : null;
}

/** The floor a room's number tells: its hundreds, in common practice; null where it has no such number. */
export function floorOfRoom(name: string): number | null {
  const found = /(?:^|\D)(\d{1,2})\d{2}(?:\D|$)/.exec(name);
  return found ? Number(found[1]) : null;
}
