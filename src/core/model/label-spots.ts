/** Where labels go: round the cable at either end, on the panel, on the plate. */
export const LABEL_SPOTS = ['cable-head', 'cable-tail', 'panel', 'plate'] as const;
/** Where a label goes. */
export type LabelSpot = (typeof LABEL_SPOTS)[number];
