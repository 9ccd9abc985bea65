/** The box one pulls from: its name, how far its marks are off as it was typed, and the mark the last cable ended at. */
export interface BoxInHand {
  name: string;
  tenMeasure: string;
  lastMark: string;
}
const keyOf = (job: string) => `gauntlet:box:${job}`;
const NONE: BoxInHand = { name: '', tenMeasure: '', lastMark: '' };

/** The box one pulled from last on this device: the next cable begins where that one ended. */
export function boxInHand(job: string): BoxInHand {
  try {
    return { ...NONE, ...(JSON.parse(localStorage.getItem(keyOf(job)) ?? '{}') as Partial<BoxInHand>) };
  } catch {
    return NONE;
  }
}
/** Remembers the box one pulls from. */
export function takeInHand(job: string, box: BoxInHand): void {
  try {
    localStorage.setItem(keyOf(job), JSON.stringify(box));
  } catch {
    /* a shut storage: it is typed again */
  }
}
