import type { COAX_CONTACTS } from '../reading/coax';
import { otherEnd, type End } from '../wiring/conductors';

type Answers = readonly (readonly (typeof COAX_CONTACTS)[number][])[];

/** One way a coax goes wrong, with a weight of our own judgement, relative to the others that show the same. */
interface CoaxMistake {
  kind: string;
  where: 'end' | 'cable' | 'setting';
  shows: 'joined' | 'centre-open' | 'braid-open' | 'nothing';
  weight: number;
  /** What it is, in a few words. */
  says: string;
}

/** How a coax comes to read other than right. Weights are each end's own, the cable's for all of it. */
const CATALOGUE: readonly CoaxMistake[] = [
  { kind: 'braid-at-centre', where: 'end', shows: 'joined', weight: 20, says: 'a whisker of braid or foil at the centre' }, // prettier-ignore
  { kind: 'pierced', where: 'cable', shows: 'joined', weight: 2, says: 'the cable crushed or pierced' },
  {
    kind: 'centre-short',
    where: 'end',
    shows: 'centre-open',
    weight: 12,
    says: 'the centre too short to reach',
  },
  { kind: 'centre-broken', where: 'cable', shows: 'centre-open', weight: 1, says: 'the centre broken in the cable' }, // prettier-ignore
  {
    kind: 'not-compressed',
    where: 'end',
    shows: 'braid-open',
    weight: 10,
    says: 'the connector not compressed',
  },
  { kind: 'braid-not-folded', where: 'end', shows: 'braid-open', weight: 6, says: 'the braid cut away instead of folded back' }, // prettier-ignore
  {
    kind: 'braid-broken',
    where: 'cable',
    shows: 'braid-open',
    weight: 1,
    says: 'the braid broken in the cable',
  },
  { kind: 'wrong-port', where: 'setting', shows: 'nothing', weight: 40, says: 'the wrong cable, or no remote at its other end' }, // prettier-ignore
  { kind: 'not-made', where: 'end', shows: 'nothing', weight: 4, says: 'no connector on yet, or nothing in it reaches' }, // prettier-ignore
  { kind: 'cut', where: 'cable', shows: 'nothing', weight: 2, says: 'the cable cut through' },
];

/** What to look for at an end, by what the reading shows. */
const LOOKS: Record<CoaxMistake['shows'], string> = {
  joined: 'is there a whisker of braid or foil at the centre?',
  'centre-open': 'does the centre stand 1 to 2 mm past the face?',
  'braid-open': 'is the connector compressed, with the braid folded back under it?',
  nothing: 'is a connector on, and does its centre stand past the face?',
};
/** Whether *yes* to a look means that the end is well. */
const YES_IS_GOOD: Record<CoaxMistake['shows'], boolean> = { joined: false, 'centre-open': true, 'braid-open': true, nothing: true }; // prettier-ignore

/** What is known beside a coax reading. */
export interface CoaxKnown {
  /** What a look into the connector of an end showed, or that it was done again since. */
  ends: Partial<Record<End, 'well' | 'wrong' | 'redone'>>;
  /** Cable and remote were looked at again. */
  checked: boolean;
}

/** What may lie behind a failing coax reading, likeliest first, and what to do now. */
export interface CoaxAdvice {
  explanations: { probability: number; where: End | 'cable' | 'setting'; says: string }[];
  next: { action: 'check' | 'look' | 'redo' | 're-pull'; end?: End; question: string; yesIsGood?: boolean };
}

const shown = ([centre, braid]: Answers): CoaxMistake['shows'] | null => {
  if (!centre?.length && !braid?.length) return 'nothing';
  if (centre!.length > 1 || braid!.length > 1 || centre![0] === 'S' || braid![0] === 'C') return 'joined';
  if (!centre!.length) return 'centre-open';
  return braid!.length ? null : 'braid-open';
};

/** What a failing coax reading means and what to do about it; null for one that is good. */
export function adviseCoax(answers: Answers, known: CoaxKnown, standingAt: End): CoaxAdvice | null {
  const shows = shown(answers);
  if (!shows) return null;
  const order = [standingAt, otherEnd(standingAt)];
  type Weighed = CoaxMistake & { place: End | 'cable' | 'setting' };
  const weighed = CATALOGUE.filter((m) => m.shows === shows).flatMap((m): Weighed[] => {
    if (m.where === 'setting') return known.checked ? [] : [{ ...m, place: 'setting' }];
    if (m.where === 'cable') return [{ ...m, place: 'cable' }];
    return order
      .filter((end) => known.ends[end] === undefined || known.ends[end] === 'wrong')
      .map((end) => ({ ...m, place: end, weight: known.ends[end] === 'wrong' ? m.weight * 100 : m.weight }));
  });
  const total = weighed.reduce((s, m) => s + m.weight, 0);
  const explanations = weighed
    .map((m) => ({ probability: m.weight / total, where: m.place, says: m.says }))
    .sort((a, b) => b.probability - a.probability);
  const wrong = order.find((end) => known.ends[end] === 'wrong');
  const unseen = order.find((end) => known.ends[end] === undefined);
  if (shows === 'nothing' && !known.checked)
    return { explanations, next: { action: 'check', question: 'Nothing answers. Is this the right cable, and is the remote on its other end?' } }; // prettier-ignore
  if (wrong)
    return { explanations, next: { action: 'redo', end: wrong, question: `At the ${wrong}, cut the connector off, prepare the cable again and compress a new one.` } }; // prettier-ignore
  if (unseen)
    return {
      explanations,
      next: {
        action: 'look',
        end: unseen,
        question: `${unseen === 'head' ? 'Head' : 'Tail'}: ${LOOKS[shows]}`,
        yesIsGood: YES_IS_GOOD[shows],
      },
    };
  return { explanations, next: { action: 're-pull', question: 'Both ends are fine: the fault is in the cable. Look for a staple or a crushed bend before you pull another.' } }; // prettier-ignore
}
