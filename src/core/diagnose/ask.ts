import { specOf } from '../log/link-spec';
import type { LeadsStatus } from '../log/leads';
import { readMeasured } from '../log/measured';
import type { LinkStatus } from '../log/state';
import { DEFAULT_COSTS, type Costs } from '../model/costs';
import type { EntryOf } from '../model/entry';
import type { Link, Policy } from '../model/job';
import type { Reading } from '../reading/reading';
import { ENDS, type End } from '../wiring/conductors';
import { mediumOf, reachedByLead } from '../wiring/connector';
import { NOTHING_KNOWN, type DiagnoseInput, type Knowledge, type LeadKnown, type Look } from './types';

/** A reading and what a job knows beside it. What is left out is not known. */
export interface AskedAbout {
  link: Link;
  policy: Pick<Policy, 'scheme'>;
  reading: Reading;
  standingAt?: End;
  status?: LinkStatus;
  /** How the leads in hand stand. */
  leads?: LeadsStatus['state'];
  /** Looks since the last reading that was logged; they take the place of older ones at the same contact. */
  looked?: readonly Look[];
  /** Made sure of for this reading, before anything of it is logged. */
  known?: { checked?: boolean; swapped?: readonly End[] };
  recent?: Knowledge['recent'];
  costs?: Partial<Costs>;
}

/** What is known of the lead at each end: none where a plug goes into the tester itself. */
export const leadsAt = (link: Link, state: LeadsStatus['state'] = 'unproven'): Record<End, LeadKnown> => {
  const known: LeadKnown = state === 'bad' ? 'unproven' : state;
  const at = (end: End): LeadKnown => (reachedByLead(link[end].connector) ? known : 'none');
  return { head: at('head'), tail: at('tail') };
};

/** The engine reasons about nine contacts of a shielded link: a shield nobody looked at is taken to be as ordered. */
const shieldTaken = (reading: Reading, shielded: boolean): Reading =>
  shielded && reading.walk.length === 8 ? { ...reading, walk: [...reading.walk, ['S']] } : reading;

/** The question to the engine about a reading: what the log knows of the link goes on from where it was. */
export function diagnoseInputFor(asked: AskedAbout): DiagnoseInput {
  const { link, status, looked = [], known } = asked;
  const thread = status?.thread;
  const newer = (l: Look) => looked.some((n) => n.end === l.end && n.contact === l.contact);
  return {
    link: specOf(link, asked.policy),
    leads: leadsAt(link, asked.leads),
    reading: shieldTaken(asked.reading, link.shielded),
    standingAt: asked.standingAt ?? 'head',
    knowledge: {
      ...NOTHING_KNOWN,
      looked: [...(thread?.looked ?? []).filter((l) => !newer(l)), ...looked],
      readBack: status ? ENDS.filter((e) => status[e].readBack) : [],
      redone: thread?.redone ?? [],
      repunched: thread?.repunched ?? [],
      swapped: [...new Set([...(thread?.swapped ?? []), ...(known?.swapped ?? [])])],
      checked: Boolean(thread?.checked || known?.checked),
      recent: asked.recent ?? [],
    },
    costs: { ...DEFAULT_COSTS, ...asked.costs },
  };
}

/** How many earlier readings say something of the leads. */
const MOST_RECENT = 20;

/**
 * Readings of other links taken through the same leads before this one, newest first: those of the same person with
 * leads of the same name, or of none, and the main unit at the same end.
 */
export function throughSameLeads(
  readings: readonly EntryOf<'reading'>[],
  now: { link: string; by: string; leads: readonly string[]; from: End; before?: string },
  linkOf: (id: string) => Link | undefined,
): Knowledge['recent'] {
  const out: { walk: Reading['walk'] }[] = [];
  for (const e of [...readings].reverse()) {
    const link = linkOf(e.link);
    if (out.length === MOST_RECENT) break;
    if (!link || mediumOf(link.head.connector) !== 'twisted-pair' || e.link === now.link || e.by !== now.by)
      continue;
    if (now.before !== undefined && Date.parse(e.at) >= Date.parse(now.before)) continue;
    if ((e.data.leads ?? []).join() !== now.leads.join() || (e.data.reading.from ?? 'head') !== now.from)
      continue;
    const read = readMeasured(e.data.reading, link.shielded);
    if (read.ok && link.ordered === 'straight') out.push({ walk: read.reading.walk });
  }
  return out;
}
