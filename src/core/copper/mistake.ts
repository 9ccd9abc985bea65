import { conductorLabel, type Conductor, type Contact, type End } from '../wiring/conductors';
import type { CableCopper } from './copper';

/** One thing that went wrong, where, and what it left on which contacts. */
export interface Mistake {
  where: End | 'cable';
  kind: string;
  contacts: Contact[];
  conductors: Conductor[];
}

const list = (items: readonly string[]) =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
const contactWords = (contacts: readonly Contact[]) =>
  `${contacts.length === 1 ? 'contact' : 'contacts'} ${list(contacts)}`;

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
  nicked: 'nicked at the jacket cut',
  broken: 'broken in the span',
  pierced: 'a pair pierced and joined',
  'pierced-across': 'two pairs pierced and joined',
  cut: 'cable cut through',
  other: 'out of order',
};

/** A mistake in a few words, such as `missed punch, contact 4`; with the copper's breaks it says where a nick lies. */
export function mistakeText(m: Mistake, breaks: CableCopper['breaks'] = []): string {
  const zone = m.kind === 'nicked' ? breaks.find((b) => m.conductors.includes(b.conductor))?.zone : undefined;
  const what = zone ? `nicked at the ${zone}'s jacket cut` : (MISTAKE_WORDS[m.kind] ?? m.kind);
  const where =
    m.contacts.length && m.contacts.length < 8
      ? `, ${contactWords(m.contacts)}`
      : m.where === 'cable' && m.conductors.length < 8
        ? `, ${list(m.conductors.map(conductorLabel))}`
        : '';
  return `${what}${where}`;
}
