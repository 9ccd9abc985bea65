import type { Gate } from './gates';
import type { BenchConductor, BenchContact } from './seats';

/** How a conductor is said: the white ones as the trade says them, white first. */
const SPOKEN: Record<BenchConductor, string> = {
  WBL: 'white blue',
  BL: 'blue',
  WO: 'white orange',
  O: 'orange',
  WG: 'white green',
  G: 'green',
  WBR: 'white brown',
  BR: 'brown',
  DRAIN: 'drain',
  CENTRE: 'centre',
  BRAID: 'braid',
};
const spokenContact = (contact: BenchContact): string =>
  contact === 'S' ? 'shield' : contact === 'C' ? 'middle' : contact;

/** A key or pedal that is held this long says that something is wrong, in ms. Our judgement. */
export const HELD_MS = 600;

/** How long one has to look after a thing was told, before the next is, in ms. Our judgement. */
export const LOOK_MS = 1300;

/** What one key says: pressed short or held. */
export type HandAnswer = 'right' | 'wrong';

/** Where the hands are: at a gate, at which contact of a read-back, at which point of the look. */
export interface HandsAt {
  gate: Gate;
  steps: readonly string[];
  /** At the read-back: what is asked, or that the one before it was wrong. */
  contact?: { contact: BenchContact; wants: BenchConductor } | undefined;
  wrong?: BenchContact | undefined;
  /** At the look: which point is asked. */
  point?: string | undefined;
  /** They are told one after another without a press; once all were told, one press answers for all. */
  paced?: 'telling' | 'told' | undefined;
  /** At the look: all points were answered, and not all were right. */
  amiss?: boolean | undefined;
  /** Cautions that nobody has heard yet. */
  cautions?: readonly string[] | undefined;
}

/**
 * What is said aloud, and what short and held mean then.
 *
 * @example
 * spokenAt({ gate: 'read-back', steps: [], contact: { contact: '4', wants: 'BL' } }) // '4, blue.'
 */
export function spokenAt(at: HandsAt): string {
  if (at.cautions) return [...at.cautions, 'Press once you have understood.'].join(' ');
  if (at.wrong !== undefined) return `Contact ${spokenContact(at.wrong)} is wrong. Put it right, then press.`;
  if (at.paced === 'told') return 'That was all. Press if every one was so; hold to hear them again.';
  if (at.contact) return `${spokenContact(at.contact.contact)}, ${SPOKEN[at.contact.wants]}.`;
  if (at.point !== undefined) return at.paced ? at.point : `${at.point} Hold if it is not so.`;
  if (at.amiss) return 'Not all is as it should be. Mend it, then press; hold if it cannot be mended.';
  if (at.gate === 'log') return 'All right. Press to log it.';
  return [...at.steps, 'Press when done.'].join(' ');
}

/** What a key pressed for so long says; null while it is still down and neither yet. */
export const answerOf = (heldMs: number, released: boolean): HandAnswer | null =>
  heldMs >= HELD_MS ? 'wrong' : released ? 'right' : null;
