/** Colours of tape a crew carries: named in words, since on screen only conductors have colour. */
export const TAPES = ['red', 'yellow', 'blue', 'green', 'white', 'black', 'grey', 'violet'] as const;
/** A colour of tape. */
export type Tape = (typeof TAPES)[number];

/** A flag of tape on a cable: its colour, how many bands, and what is written on it. */
export interface TapeFlag {
  tape: Tape;
  bands: number;
  text?: string | undefined;
}

/** A flag in words, such as `two bands of red tape, "7"`. */
export const flagWords = (flag: TapeFlag): string =>
  `${['one band', 'two bands', 'three bands'][flag.bands - 1] ?? `${flag.bands} bands`} of ${flag.tape} tape${flag.text ? `, “${flag.text}”` : ''}`;
