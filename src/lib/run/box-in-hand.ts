import { recallJson, rememberJson } from '$lib/device/small';
/** The box one pulls from: its name, how far its marks are off as it was typed, and the mark the last cable ended at. */
export interface BoxInHand {
  name: string;
  tenMeasure: string;
  lastMark: string;
}
const keyOf = (job: string) => `gauntlet:box:${job}`;
const NONE: BoxInHand = { name: '', tenMeasure: '', lastMark: '' };

/** The box one pulled from last on this device: the next cable begins where that one ended. */
export const boxInHand = (job: string): BoxInHand => ({
  ...NONE,
  ...recallJson<Partial<BoxInHand>>(keyOf(job)),
});
/** Remembers the box one pulls from. */
export const takeInHand = (job: string, box: BoxInHand): void => void rememberJson(keyOf(job), box);
