import type { JobEntryOf } from '../model/entry';
import { inOrder } from './effective';
import type { Projection } from './projection';

/** Hours after which leads want proving again where the policy does not say. Our judgement. */
export const USUAL_LEAD_HOURS = 12;

/** A pair of test leads as it stands. */
export interface LeadsStatus {
  state: 'proven' | 'stale' | 'bad' | 'unproven';
  /** When they were last proven against each other. */
  provenAt?: string;
  hours?: number;
}

/** A proof of two leads against each other. */
export type LeadProof = JobEntryOf<'leads-proved'>;

/** Every proof of test leads that counts, in order, as a projection of a job's log. */
export const leadProofs: Projection<LeadProof[]> = {
  kinds: ['leads-proved'],
  init: () => [],
  step: (proofs, e) => (e.kind === 'leads-proved' ? [...proofs, e] : proofs),
};

/** How two leads stand, from the entries that proved them: the last one counts, and it has to be of these two together. */
export function leadsStatus(
  leads: readonly string[],
  proofs: readonly LeadProof[],
  now: number,
  mostHours = USUAL_LEAD_HOURS,
): LeadsStatus {
  const last = inOrder(
    proofs.filter((p) => leads.length === 2 && leads.every((l) => p.data.leads.includes(l))),
  ).at(-1);
  if (!last) return { state: 'unproven' };
  if (!last.data.ok) return { state: 'bad' };
  const hours = (now - Date.parse(last.at)) / 3_600_000;
  return { state: hours <= mostHours ? 'proven' : 'stale', provenAt: last.at, hours };
}
