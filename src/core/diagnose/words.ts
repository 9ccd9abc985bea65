import { conductorLabel, isWhite, type Conductor, type Contact, type End } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';
import type { CableCopper } from '../copper/copper';
import { conductorAt, type Scheme } from '../wiring/schemes';
import type { LookAnswer, Mistake, Remedy } from './types';

const list = (items: readonly string[]) =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;
const contactWords = (contacts: readonly Contact[]) =>
  `${contacts.length === 1 ? 'contact' : 'contacts'} ${list(contacts)}`;

/** A remedy in one sentence. */
export function remedyText(
  action: Remedy['action'],
  end: End | undefined,
  contacts: readonly Contact[],
  connector: ConnectorClass | undefined,
  scheme: Scheme | undefined,
  misplaced: boolean,
): string {
  if (action === 're-pull')
    return 'Pull the cable anew: the fault lies in its span, where no redo reaches it.';
  if (action === 'none') return 'Nothing is to be done.';
  if (action === 'repunch') {
    const to = contacts.map((c) => `${conductorLabel(conductorAt(scheme!, c))} to ${c}`);
    return misplaced
      ? `At the ${end}, move ${list(to)} and punch them, cutting edge to the outside.`
      : `At the ${end}, clear and punch ${contactWords(contacts)} again (${list(contacts.map((c) => conductorLabel(conductorAt(scheme!, c))))}), cutting edge to the outside.`;
  }
  return connector === 'plug'
    ? `At the ${end}, cut the plug off behind the jacket cut and put a new one on to ${scheme}.`
    : `At the ${end}, cut the cable back behind the jacket cut and terminate the jack anew to ${scheme}.`;
}

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

/** The question a look answers. */
export function lookQuestion(end: End, contact: Contact, answers: readonly LookAnswer[]): string {
  const name = `${end === 'head' ? 'Head' : 'Tail'}, contact ${contact}`;
  const conductors = [...new Set(answers.map((a) => a.conductor))];
  if (conductors.length > 1) {
    const whites = conductors.every((c) => c !== null && isWhite(c as Conductor));
    return `${name}: which ${whites ? 'white' : 'conductor'} is it?`;
  }
  const opens = new Set(answers.map((a) => a.open)).size > 1;
  const bridged = new Set(answers.map((a) => a.bridged)).size > 1;
  if (opens && bridged) return `${name}: is it home, and clear of its neighbours?`;
  return opens
    ? `${name}: is ${conductorLabel(conductors[0] as Conductor)} home?`
    : `${name}: does anything join it to another?`;
}
