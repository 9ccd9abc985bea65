import { conductorLabel, type Conductor, type Contact } from '../wiring/conductors';
import type { MistakePlace } from '../model/mistake-places';
import { listed } from '../wiring/words';
import type { CableCopper } from './copper';

/** One thing that went wrong, where, and what it left on which contacts. */
export interface Mistake {
  where: MistakePlace;
  kind: string;
  contacts: Contact[];
  conductors: Conductor[];
}

/** A place of a mistake in words. */
export const PLACE_WORDS: Record<MistakePlace, string> = {
  head: 'head',
  tail: 'tail',
  cable: 'cable',
  'lead-head': "head's test lead",
  'lead-tail': "tail's test lead",
  setting: 'reading',
};

const contactWords = (contacts: readonly Contact[]) =>
  `${contacts.length === 1 ? 'contact' : 'contacts'} ${listed(contacts)}`;

/** What kind of mistake it is, in a few words. */
export const MISTAKE_WORDS: Record<string, string> = {
  'other-scheme': 'made to the other scheme',
  'neighbour-swap': 'neighbours slid past each other',
  'white-mix-up': 'two whites mixed up',
  'solid-mix-up': 'two solids mixed up',
  'side-by-side': 'pairs laid side by side',
  'centre-exchanged': 'pairs on 3-6 and 4-5 exchanged',
  'upside-down': 'loaded upside down',
  'short-conductor': 'conductor not reaching its contact',
  'two-short': 'two neighbours not reaching',
  'not-crimped': 'not crimped at all',
  'contacts-bridged': 'contacts joined',
  'pair-reversed': 'a pair reversed',
  'pairs-exchanged': 'two pairs exchanged',
  'missed-punch': 'missed punch',
  'two-missed': 'a pair not punched home',
  'any-exchanged': 'two conductors exchanged',
  'half-pierced': 'contact not through the insulation',
  'half-punched': 'in its slot, insulation not cut through',
  'neighbours-joined': 'neighbouring slots joined',
  'bent-contact': 'contact bent aside',
  'not-pierced': 'conductor not pierced',
  'two-not-pierced': 'a pair not pierced',
  'not-closed': 'cap not home',
  'lead-open': 'open path',
  'lead-crossed': 'a crossover cord',
  'lead-bridged': 'paths joined',
  'wrong-port': 'wrong port, no remote, or nothing terminated there',
  nicked: 'nicked at the jacket cut',
  broken: 'broken in the span',
  pierced: 'a pair pierced and joined',
  'pierced-across': 'two pairs pierced and joined',
  cut: 'cable cut through',
  other: 'out of order',
};

/** A mistake in a few words, such as `missed punch, contact 4`; with the copper's breaks it says where a nick lies. */
export function mistakeText(m: Mistake, breaks: CableCopper['breaks'] = []): string {
  if (m.contacts.join() === 'S') return 'drain not on the shield';
  if (m.where === 'cable' && m.conductors.join() === 'DRAIN') return 'drain broken in the span';
  const zone =
    m.kind === 'nicked'
      ? breaks.find((b) => b.zone !== 'span' && m.conductors.includes(b.conductor))?.zone
      : undefined;
  const what = zone ? `nicked at the ${zone}'s jacket cut` : (MISTAKE_WORDS[m.kind] ?? m.kind);
  const where =
    m.contacts.length && m.contacts.length < 8
      ? `, ${contactWords(m.contacts)}`
      : m.where === 'cable' && m.conductors.length < 8
        ? `, ${listed(m.conductors.map(conductorLabel))}`
        : '';
  return `${what}${where}`;
}
