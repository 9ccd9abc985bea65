import type { ConnectorFamily } from '../wiring/connector';
import type { Projection } from './projection';

/** Families whose cautions each person has read, by the person's id. */
export type CautionsRead = Record<string, ConnectorFamily[]>;

/** Who has read which cautions, as a projection of a job's log. */
export const cautionsRead: Projection<CautionsRead> = {
  kinds: ['cautioned'],
  init: () => ({}),
  step: (read, e) => {
    if (e.kind !== 'cautioned') return read;
    const had = Object.hasOwn(read, e.by) ? read[e.by]! : [];
    return { ...read, [e.by]: [...new Set([...had, e.data.family])] };
  },
};
