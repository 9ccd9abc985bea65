import { conductorLabel, isWhite, type Conductor, type Contact, type End } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';
import { conductorAt, type Scheme } from '../wiring/schemes';
import type { LookAnswer, Remedy } from './types';

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
