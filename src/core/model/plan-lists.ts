import type { PlanList } from './plan-changes';

/** Lists of a plan that changes touch, in the order in which things stand on one another. */
export const PLAN_LISTS: readonly PlanList[] = [
  'spaces',
  'panels',
  'outlets',
  'floors',
  'batches',
  'links',
  'runs',
  'crew',
  'parts',
  'legends',
];
