/** Where a mistake can lie. */
export const MISTAKE_PLACES = ['head', 'tail', 'cable', 'lead-head', 'lead-tail', 'setting'] as const;
/** A place of a mistake: an end, the cable, the test lead at an end, or the reading's setting. */
export type MistakePlace = (typeof MISTAKE_PLACES)[number];
