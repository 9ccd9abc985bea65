import { CONTACTS, contactsOf, type Contact } from '../wiring/conductors';
import { expectedAnswer, type Order } from '../wiring/schemes';

/** What answered each head contact: one list of tail contacts a head contact, ascending, S last. */
export type Walk = readonly (readonly Contact[])[];

/** A walk, or the one sentence that says why it cannot be read. */
export type WalkResult = { ok: true; walk: Walk } | { ok: false; message: string };

const ORDER = '12345678S';
const bySeat = (a: Contact, b: Contact) => ORDER.indexOf(a) - ORDER.indexOf(b);

const bad = (message: string): WalkResult => ({ ok: false, message });

/**
 * Reads a walk as people and files write it: answers parted by blanks, commas or semicolons, a dash of any kind for
 * none. Nothing is cut off and nothing is guessed.
 */
export const readTypedWalk = (text: string, shielded: boolean): WalkResult =>
  parseWalk(text.replace(/[,;]+/g, ' ').replace(/[–—−]/g, '-'), shielded);

/**
 * Reads a typed walk: tokens parted by blanks, or run together where no `+` is used. On a shielded link the ninth token
 * is for S; eight tokens there say that S was not looked at, as a tester with eight lamps cannot.
 */
export function parseWalk(text: string, shielded: boolean): WalkResult {
  const key = `${shielded ? 9 : 8} ${text}`;
  const before = parsed.get(key);
  if (before) return before;
  const result = parse(text, shielded);
  if (parsed.size >= MOST_PARSED) parsed.clear();
  if (text.length < 100) parsed.set(key, result);
  return result;
}

/** Walks that were read already: a job has few that differ, and a log is folded by the hundred thousand. */
const parsed = new Map<string, WalkResult>();
const MOST_PARSED = 1000;

function parse(text: string, shielded: boolean): WalkResult {
  const want = shielded ? 9 : 8;
  const trimmed = text.trim();
  if (trimmed === '')
    return bad(`The walk is empty: give ${want} answers, one for each contact, - for none.`);
  const parted = trimmed.split(/\s+/);
  const tokens = parted.length === 1 && !trimmed.includes('+') ? [...trimmed] : parted;
  const unseenShield = shielded && tokens.length === 8;
  if (tokens.length !== want && !unseenShield) {
    const shieldHint = !shielded && tokens.length === 9 ? ' The ninth is for S, on shielded links only.' : '';
    return bad(`The walk has ${tokens.length} answers, this link has ${want} contacts.${shieldHint}`);
  }
  const walk: Contact[][] = [];
  for (const [i, token] of tokens.entries()) {
    const at = i < 8 ? `contact ${i + 1}` : 'S';
    if (token === '-') {
      walk.push([]);
      continue;
    }
    const answers = token.toUpperCase().split('+') as Contact[];
    for (const a of answers) {
      if (a === 'S' && !shielded) return bad(`At ${at}: S answered, but this link is not shielded.`);
      if (a === 'S' && unseenShield)
        return bad(`At ${at}: S answered, so it was looked at: give nine answers, the last one for S.`);
      if (!ORDER.includes(a) || a.length !== 1)
        return bad(
          `At ${at}: "${token.slice(0, 12)}" is not an answer; use 1 to 8${shielded ? ', S' : ''}, - for none, + between several.`,
        );
    }
    if (new Set(answers).size !== answers.length)
      return bad(`At ${at}: the same contact is named twice in "${token}".`);
    walk.push([...answers].sort(bySeat));
  }
  const clash = impossibleAnswer(walk);
  return clash === null ? { ok: true, walk } : bad(clash);
}

/** Writes a walk the way it is typed. */
export const writeWalk = (walk: Walk): string => walk.map((a) => (a.length ? a.join('+') : '-')).join(' ');

/**
 * Copper that joins A to B and B to C joins A to C: two head contacts that share an answer must show all the
 * same answers. The sentence that says where that is broken, or null.
 */
export function impossibleAnswer(walk: Walk): string | null {
  const name = (i: number) => (i < 8 ? String(i + 1) : 'S');
  for (let i = 0; i < walk.length; i++)
    for (let j = i + 1; j < walk.length; j++) {
      const a = walk[i]!,
        b = walk[j]!;
      if (a.some((c) => b.includes(c)) && a.join() !== b.join())
        return `Contacts ${name(i)} and ${name(j)} share an answer but not all of them, which no copper does: read both again.`;
    }
  return null;
}

/** The same link read from its other end. */
export function turnWalk(walk: Walk): Walk {
  const contacts = contactsOf(walk.length === 9);
  return contacts.map((tail) => contacts.filter((_, i) => walk[i]!.includes(tail)));
}

/** The walk of a link that is as ordered. */
export const expectedWalk = (ordered: Order, shielded: boolean): Walk =>
  contactsOf(shielded).map((c) => [expectedAnswer(ordered, c)]);

/** Whether every contact is answered as ordered and by nothing else. */
export const walkIsAsOrdered = (walk: Walk, ordered: Order): boolean =>
  walk.every(
    (answers, i) =>
      answers.length === 1 && answers[0] === expectedAnswer(ordered, i < 8 ? CONTACTS[i]! : 'S'),
  );
