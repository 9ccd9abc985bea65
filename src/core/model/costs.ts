/** Minutes each action takes. */
export interface Costs {
  look: number;
  walk: number;
  prove: number;
  redoPlug: number;
  redoJack: number;
  repunch: number;
  repull: number;
}

/** Starting costs in minutes: our own judgement. */
export const DEFAULT_COSTS: Costs = {
  look: 0.5,
  walk: 4,
  prove: 1,
  redoPlug: 4,
  redoJack: 5,
  repunch: 1.5,
  repull: 90,
};
