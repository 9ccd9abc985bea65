import type { LinkStatus } from './state';

/** The latest that anything happened in the log of a state, in ms; nothing where the log is empty. */
export const latestOf = ({ lastEntry }: Pick<LinkStatus, 'lastEntry'>): number | undefined =>
  lastEntry && Date.parse(lastEntry.latest ?? lastEntry.at);
