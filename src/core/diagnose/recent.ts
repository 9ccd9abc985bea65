import { CONTACTS, type End, type NumberedContact } from '../wiring/conductors';
import type { Walk } from '../reading/walk';
import { LEAD_STATES, READS_GOOD, SOUND, throughPaths, walkThrough, type LeadState } from './leads';
import { endOf, SOUND_CABLE } from './compact';

const STRAIGHT = Uint8Array.from({ length: 8 }, (_, i) => 1 << i);
const right = endOf(Uint8Array.from({ length: 8 }, (_, i) => i));

/** What a sound straight link shows through a lead in this state at one end. */
function alone(end: End, lead: LeadState): Uint8Array {
  const out = new Uint8Array(8);
  const [h, t] = end === 'head' ? [lead, SOUND] : [SOUND, lead];
  if (lead > 9) walkThrough(right, right, SOUND_CABLE, h, t, out);
  else throughPaths(STRAIGHT, h, t, out);
  return out;
}

/** Whether a walk agrees with a lead's fault at every contact where that fault alone would be seen. */
function showsFault(fault: Uint8Array, walk: Uint8Array): boolean {
  let seen = false;
  for (let i = 0; i < 8; i++) {
    if (fault[i] === STRAIGHT[i]) continue;
    // An open may lie on top of a crossing; nothing lies on top of an open.
    if (walk[i] !== fault[i] && !(walk[i] === 0 && fault[i] !== 0)) return false;
    if (walk[i] === fault[i]) seen = true;
  }
  return seen;
}

/**
 * How much likelier each state of an end's lead has become by the readings of other links taken through it, against a
 * sound one. A bad lead shows its fault with 0.8 and reads good with 0.2; a sound one shows the same deviation as
 * often as a link has it by itself, which `chanceByItself` says. A reading that nothing answered says nothing.
 */
export function leadSuspicion(
  end: End,
  recent: readonly { walk: Walk }[],
  chanceByItself: (walk: Uint8Array) => number,
): Float64Array {
  const walks = recent
    .slice(0, 20)
    .map(({ walk }) =>
      Uint8Array.from(CONTACTS, (_, i) =>
        walk[i]!.reduce((m, c) => (c === 'S' ? m : m | (1 << CONTACTS.indexOf(c as NumberedContact))), 0),
      ),
    )
    .filter((w) => w.some((m) => m !== 0));
  return Float64Array.from({ length: LEAD_STATES }, (_, lead) => {
    if (lead === SOUND) return 1;
    const fault = alone(end, lead);
    const shows = walks.map((w) => showsFault(fault, w));
    const ifShown = shows.some(Boolean)
      ? (1 - READS_GOOD) / Math.max(1e-9, chanceByItself(fault)) + READS_GOOD
      : 1;
    return shows.reduce((factor, s) => factor * (s ? ifShown : READS_GOOD), 1);
  });
}
