/** Where a place is: its floor, and metres on it. */
export interface Place {
  floor: number;
  x: number;
  y: number;
}

/** What a flight of stairs costs, as metres of walking on the flat. Our judgement. */
export const STAIRS_METRES = 15;
/** Walking pace with a bag, metres a minute. Our judgement. */
export const METRES_A_MINUTE = 60;

/** How far it is to walk between two places, in metres. */
export type Distance = (a: Place, b: Place) => number;

/** How far it is to walk between two places where nothing is known of the way: straight on the plan, and the stairs between their floors. */
export const walkMetres = (a: Place, b: Place): number =>
  Math.hypot(a.x - b.x, a.y - b.y) + Math.abs(a.floor - b.floor) * STAIRS_METRES;

/** A walk in words: metres, and whole minutes from one on. */
export const walkWords = (metres: number): string =>
  `${Math.round(metres)} m, ${Math.max(1, Math.round(walkMinutes(metres)))} min on foot`;

/** How long a walk takes, in minutes. */
export const walkMinutes = (metres: number): number => metres / METRES_A_MINUTE;
