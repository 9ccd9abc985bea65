/** Minutes each action takes. `open` is an outlet's plate off and its jack out; `repunchEach` is added a contact. */
export interface Costs {
  look: number;
  open: number;
  walk: number;
  prove: number;
  check: number;
  swapLead: number;
  redoPlug: number;
  redoJack: number;
  redoCore: number;
  repunch: number;
  repunchEach: number;
  repull: number;
}

/** Starting costs in minutes: our own judgement. */
export const DEFAULT_COSTS: Costs = {
  look: 0.5,
  open: 1.5,
  walk: 4,
  prove: 1,
  check: 1,
  swapLead: 1.5,
  redoPlug: 4,
  redoJack: 5,
  redoCore: 4,
  repunch: 1,
  repunchEach: 0.3,
  repull: 90,
};
