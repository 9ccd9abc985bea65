import { evidenceCovers, type Evidence } from '../model/evidence';
import type { Judgement } from './verdict';

/** Contacts of a coax, in the order of its walk: centre, braid. */
export const COAX_CONTACTS = ['C', 'S'] as const;
type CoaxContact = (typeof COAX_CONTACTS)[number];

/** A coax walk, such as `C S`, `- S` or `C+S C+S`, or the sentence that says why it is none. */
export type CoaxWalk =
  { ok: true; answers: readonly (readonly CoaxContact[])[] } | { ok: false; message: string };

/** Reads the walk of a coax: one token for the centre, one for the braid. */
export function parseCoaxWalk(text: string): CoaxWalk {
  const tokens = text.trim().toUpperCase().split(/\s+/);
  const tellable = ['-', 'C', 'S', 'C+S', 'S+C'];
  if (tokens.length !== 2 || !tokens.every((t) => tellable.includes(t)))
    return {
      ok: false,
      message:
        'A coax has two contacts: write C S, with - for one that does not answer and C+S where both do.',
    };
  return {
    ok: true,
    answers: tokens.map((t) => (t === '-' ? [] : ([...new Set(t.split('+'))].sort() as CoaxContact[]))),
  };
}

/** What a coax walk means. Continuity is all a walk shows: where a job asks for more, a good one is provisional. */
export function judgeCoax(
  answers: readonly (readonly CoaxContact[])[],
  evidence: Evidence,
  asked: Evidence = 'continuity',
): Judgement {
  const says: string[] = [];
  const [centre, braid] = answers as [readonly CoaxContact[], readonly CoaxContact[]];
  if (centre.length > 1 || braid.length > 1) says.push('centre and braid joined');
  else if (centre[0] === 'S' || braid[0] === 'C') says.push('centre and braid exchanged');
  if (!centre.length && !braid.length) says.push('nothing answers at all');
  else if (!centre.length) says.push('centre open');
  else if (!braid.length) says.push('braid open');
  const notRuledOut = ['loss', 'whether the signal is good'];
  const base = { faults: [], evidence, notRuledOut };
  if (says.length) return { ...base, verdict: 'fail', reason: says.join('; ') };
  const enough = evidenceCovers('continuity', asked);
  return {
    ...base,
    verdict: enough ? 'pass' : 'provisional',
    reason: enough
      ? 'Centre and braid answer, each by itself.'
      : 'Good so far: centre and braid answer, each by itself; more is asked of this cable than continuity.',
  };
}
