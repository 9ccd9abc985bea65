import { listed } from '../wiring/words';
import { conductorLabel, isWhite, type Conductor, type Contact, type End } from '../wiring/conductors';
import type { ConnectorClass, ConnectorFamily } from '../wiring/connector';
import { laidAt, layoutsFor, schemesFor } from '../wiring/schemes';
import type { LinkSpec } from '../wiring/link-spec';
import type { FaultKind } from '../reading/faults';
import type { LookAnswer, LookAsks, Remedy } from './types';

const contactWords = (contacts: readonly Contact[]) =>
  `${contacts.length === 1 ? 'contact' : 'contacts'} ${listed(contacts)}`;

/** How an end is to be made, such as `to T568B`. */
function madeTo(link: LinkSpec, end: End): string {
  if (end === 'tail' && link.ordered === 'rollover') return 'rolled over';
  if (end === 'tail' && link.ordered === 'four-pair-crossover') return 'with all four pairs crossed';
  return `to ${schemesFor(link)[end]}`;
}

/** What doing an end again is, where its family says it otherwise than its class. */
const AGAIN_BY_FAMILY: Partial<Record<ConnectorFamily, string>> = {
  'core-and-cap': 'open the cap, cut back and fit a new core and cap',
  'field-plug': 'open the plug, cut the conductors back and lay the wire cap again',
  'braided-connector': 'open the shell, cut back and lay the pairs in their foils again',
  'toolless-jack': 'open the cap, cut back and lay the jack again',
  'shielded-toolless-jack': 'open the shell, cut back and lay the jack again, drain last',
  'patch-panel': 'cut the cable back and terminate the port again',
};
const AGAIN: Record<ConnectorClass, string> = {
  plug: 'cut the plug off behind the jacket cut and put a new one on',
  jack: 'cut the cable back behind the jacket cut and terminate the jack again',
  core: 'cut back and fit a new core and cap',
};

/** How a conductor goes home again in one slot. */
const punchWords = (family: ConnectorFamily | undefined) =>
  family === 'toolless-jack' || family === 'shielded-toolless-jack'
    ? 'press the cap home again'
    : 'punch, cutting edge to the outside';

/** What a re-pull is said with. */
const REPULL = 'Re-pull the cable: the fault is in its span, where no redo reaches it.';

/** A remedy in one sentence. `misplaced`: conductors have to be moved, not only pressed home. */
export function remedyText(
  remedy: Pick<Remedy, 'action' | 'end' | 'contacts'>,
  link: LinkSpec,
  misplaced: boolean,
): string {
  const { action, end, contacts } = remedy;
  if (action === 're-pull') return REPULL;
  if (action === 'none') return 'Nothing to do.';
  if (action === 'check') return 'Look again: is this the right port, is the remote in, is it this link?';
  if (action === 'swap-lead')
    return `At the ${end}, take another test lead or prove this one, and read again.`;
  const { family, connector } = link[end!];
  if (action === 'redo' && contacts.includes('S'))
    return `At the ${end}, open the connector, clear the foil and seat the drain on the shield.`;
  if (action === 'redo')
    return `At the ${end}, ${(family && AGAIN_BY_FAMILY[family]) ?? AGAIN[connector]}, ${madeTo(link, end!)}.`;
  const layout = layoutsFor(link)[end!];
  const laid = contacts.map((c) => conductorLabel(laidAt(layout, c)));
  return misplaced
    ? `At the ${end}, move ${listed(contacts.map((c, i) => `${laid[i]} to ${c}`))}, then ${punchWords(family)}.`
    : `At the ${end}, clear ${contactWords(contacts)} (${listed(laid)}) and ${punchWords(family)}.`;
}

/** An answer this likely is as good as known: what the fault calls for is asked instead. */
const AS_GOOD_AS_KNOWN = 0.9;

/** What a look is to tell: what is most in doubt, or, where nothing is, what the fault at the contact calls for. */
export function asksOf(answers: readonly LookAnswer[], fault: FaultKind | undefined): LookAsks {
  const total = answers.reduce((s, a) => s + a.probability, 0);
  if (answers[0] && answers[0].probability > AS_GOOD_AS_KNOWN * total) {
    if (fault === 'open' || fault === 'all-open' || fault === 'shield-open') return 'home';
    if (fault === 'short') return 'bridge';
  }
  const doubt = (key: (a: LookAnswer) => unknown) => {
    const shares = new Map<unknown, number>();
    for (const a of answers) shares.set(key(a), (shares.get(key(a)) ?? 0) + a.probability);
    return [...shares.values()].reduce((s, p) => s - (p / total) * Math.log(p / total || 1), 0);
  };
  const doubts: [LookAsks, number][] = [
    ['home', doubt((a) => a.open)],
    ['bridge', doubt((a) => a.bridged)],
    ['conductor', doubt((a) => a.conductor)],
  ];
  return doubts.reduce((most, d) => (d[1] > most[1] + 1e-9 ? d : most))[0];
}

/** The question a look answers. */
export function lookQuestion(
  end: End,
  contact: Contact,
  asks: LookAsks,
  answers: readonly LookAnswer[],
  about: { connector: ConnectorClass; allOpen: boolean; joinedTo?: readonly Contact[] },
): string {
  const place = end === 'head' ? 'Head' : 'Tail';
  if (contact === 'S') return `${place}: is the drain on the shield, and clear of the contacts?`;
  const name = `${place}, contact ${contact}`;
  const [likeliest] = answers;
  if (asks === 'home' && about.allOpen && about.connector === 'plug') return `${place}: is the plug crimped?`;
  if (asks === 'home' && about.allOpen && about.connector === 'core') return `${place}: is the cap home?`;
  if (asks === 'home')
    return `${name}: is ${likeliest?.conductor ? conductorLabel(likeliest.conductor) : 'it'} home?`;
  if (asks === 'bridge') {
    const with_ = (about.joinedTo ?? []).filter((c) => c !== contact);
    return with_.length
      ? `${name}: does anything join it to ${listed(with_)}?`
      : `${name}: does anything join it to another?`;
  }
  const whites = answers.every((a) => a.conductor !== null && isWhite(a.conductor as Conductor));
  return `${name}: which ${whites ? 'white' : 'conductor'} is it?`;
}
