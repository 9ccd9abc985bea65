import { ANY_CABLE_FAULT, ANY_LEAD_FAULT, ANY_MISTAKE, cableMistakes, endMistakes, madeAt, seatsMade, STARTING_WEIGHTS, WRONG_SETTING, type Weights } from '../diagnose/catalogue'; // prettier-ignore
import { endOf, NONE, SOUND_CABLE, splitMask, wideCable, wideEnd, type CompactEnd } from '../diagnose/compact'; // prettier-ignore
import { MOST_LEAD } from '../diagnose/distance';
import { LEAD_STATES, leadChance, reachedByTester, READS_GOOD, SOUND, walkThrough, wideLead, type LeadState } from '../diagnose/leads'; // prettier-ignore
import type { DiagnoseInput, LeadKnown, Look, NextAction } from '../diagnose/types';
import { repunched, type Hypothesis } from '../diagnose/plan';
import { sense } from '../copper/sense';
import { expectedWalk } from '../reading/walk';
import { numberedMasks } from '../diagnose/posterior';
import type { Distance, Reading } from '../reading/reading';
import { CONDUCTORS, CONTACTS, type End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';
import { drawMistakes } from './draw';

/** A link, its leads and its setting as they really are, for crews that are simulated. */
export interface World extends Omit<Hypothesis, 'probability' | 'shield'> {
  link: LinkSpec;
  leads: Record<End, LeadKnown>;
  /** Real length of the cable, and of the leads before its connectors, in metres. */
  metres: number;
  leadMetres: Record<End, number>;
  /** Where along the cable each conductor's span fault lies, from 0 to 1. */
  places: readonly number[];
}

/** Draws a world from the catalogue: ends, cable, leads and setting, each by its own chance. */
export function drawWorld(
  link: LinkSpec,
  leads: Record<End, LeadKnown>,
  random: () => number,
  weights: Weights = STARTING_WEIGHTS,
): World {
  const end = (e: End) => {
    const made = madeAt(link, e);
    const { connector } = link[e];
    return drawMistakes(endOf(seatsMade(made)), endMistakes(connector, made), ANY_MISTAKE, weights[connector], random); // prettier-ignore
  };
  const lead = (e: End): LeadState => {
    let x = random();
    for (let state = 1; state < LEAD_STATES; state++) {
      x -= leadChance(state, ANY_LEAD_FAULT[leads[e]], weights);
      if (x < 0) return random() < READS_GOOD ? SOUND : state;
    }
    return SOUND;
  };
  const cut = random();
  const cable = drawMistakes(SOUND_CABLE, cableMistakes(), ANY_CABLE_FAULT, weights.cable, random);
  const metres = link.lengthMetres ?? 30;
  return {
    link,
    leads,
    head: end('head'),
    tail: end('tail'),
    cable,
    headLead: lead('head'),
    tailLead: lead('tail'),
    wrongSetting: random() < WRONG_SETTING,
    metres,
    leadMetres: {
      head: leads.head === 'none' ? 0 : random() * MOST_LEAD,
      tail: leads.tail === 'none' ? 0 : random() * MOST_LEAD,
    },
    places: cable.span === 0xff ? CONDUCTORS.map(() => cut) : CONDUCTORS.map(() => random()),
  };
}

const masks = new Uint8Array(8);

/** Whether a tester that looks at splits passes this world. */
export function readsGood(w: World): boolean {
  if (w.wrongSetting) return false;
  walkThrough(w.head, w.tail, w.cable, w.headLead, w.tailLead, masks);
  const expected = numberedMasks(expectedWalk(w.link.ordered, false));
  return (
    masks.every((m, i) => m === expected[i]) &&
    splitMask((c) => reachedByTester(w.head, w.headLead, c), masks) === 0
  );
}

/** What a tester shows of a world; with `noise`, its own length and the distances to what is wrong, errors included. */
export function readWorld(w: World, noise?: (metres: number) => number): Reading {
  const seen = sense(
    {
      head: wideEnd(w.head, false),
      tail: wideEnd(w.tail, false),
      cable: wideCable(w.cable),
      leads: {
        head: w.leads.head === 'none' ? null : wideLead(w.headLead),
        tail: w.leads.tail === 'none' ? null : wideLead(w.tailLead),
      },
      setting: w.wrongSetting ? 'wrong' : 'right',
    },
    false,
  );
  const reading: Reading = { evidence: 'wiremap', ...seen };
  if (!noise || w.wrongSetting) return reading;
  const before = w.leadMetres.head;
  const distances: Distance[] = [];
  const bridged = (e: CompactEnd, i: number) => e.bridges.some((b) => b.includes(i));
  CONTACTS.forEach((contact, i) => {
    const alone = seen.walk[i]!.length === 1 && !seen.joins.head.some((g) => g.includes(contact));
    if (alone || w.headLead !== SOUND || w.tailLead !== SOUND) return;
    const k = w.head.seats[i]!;
    const join = w.cable.bridges.find((b) => b.includes(k));
    const j = w.tail.seats.indexOf(k);
    const at =
      (w.head.open >> i) & 1 || bridged(w.head, i) || k === NONE || (w.cable.head >> k) & 1
        ? 0
        : join
          ? w.places[join[0]]! * w.metres
          : (w.cable.span >> k) & 1
            ? w.places[k]! * w.metres
            : j < 0 || (w.cable.tail >> k) & 1 || (w.tail.open >> j) & 1 || bridged(w.tail, j)
              ? w.metres
              : null;
    if (at !== null) distances.push({ contact, from: 'head', metres: Math.max(0, noise(before + at)) });
  });
  return { ...reading, evidence: 'wiremap-length', distances };
}

/** What a look at a contact shows. An empty slot shows no conductor. */
export function lookAt(w: World, end: End, contact: number): Look | null {
  const e = w[end];
  const conductor = CONDUCTORS[e.seats[contact]!];
  return conductor
    ? {
        end,
        contact: CONTACTS[contact]!,
        conductor,
        open: Boolean(((e.open & ~e.looksHome) >> contact) & 1),
        bridged: e.bridges.some((b) => b.includes(contact)),
      }
    : null;
}

/** The world after an action that mends something, done well. */
export function afterAction(w: World, next: Pick<NextAction, 'action' | 'end' | 'contacts'>): World {
  const right = (end: End) => endOf(seatsMade(madeAt(w.link, end)));
  const end = next.end!;
  switch (next.action) {
    case 'check':
      return { ...w, wrongSetting: false };
    case 'swap-lead':
      return { ...w, [end === 'head' ? 'headLead' : 'tailLead']: SOUND };
    case 'redo':
      return { ...w, [end]: right(end), cable: { ...w.cable, [end]: 0 } };
    case 'repunch': {
      const mask = next.contacts!.reduce((m, c) => m | (1 << CONTACTS.indexOf(c as '1')), 0);
      return { ...w, [end]: repunched(w[end], right(end), mask) };
    }
    case 're-pull':
      return { ...w, head: right('head'), tail: right('tail'), cable: SOUND_CABLE };
    default:
      return w;
  }
}

/** A question about a world that nothing is known of yet. */
export const firstQuestion = (w: World, reading: Reading, standingAt: End): Omit<DiagnoseInput, 'knowledge' | 'costs'> => ({ link: w.link, leads: w.leads, reading, standingAt }); // prettier-ignore
