import type { Copper } from '../copper/copper';
import type { Mistake } from '../copper/mistake';
import { CONDUCTORS, CONTACTS, ENDS, type Conductor, type Contact, type End } from '../wiring/conductors';
import { laidAt, layoutsFor } from '../wiring/schemes';
import { narrowEnd, SOUND_CABLE, wideCable, wideEnd, type CompactCable } from './compact';
import { SOUND, wideLead } from './leads';
import { mistakesOf } from './mistakes-of';
import { copperAgrees, fewestMoves, reproduces } from './other';
import type { Hypothesis } from './plan';
import { nearFirst, posterior, shieldIsWell, type Candidate, type LinkWeights } from './posterior';
import type { ReadingIndex } from './reading-index';
import type { DiagnoseInput } from './types';

/** At most this many are worked with; what comes after them weighs next to nothing. */
const MOST_WAYS = 40;

/** One way in which the copper may lie, with the mistakes that led to it. */
export interface Way extends Hypothesis {
  copper: Copper;
  mistakes: Mistake[];
}

/** Every way in which the copper may lie, most likely first. */
export function waysOf(input: DiagnoseInput, index: ReadingIndex, weights: LinkWeights): Way[] {
  const { reading, knowledge } = input;
  const near = input.standingAt;
  if (shieldIsWell(reading.walk)) {
    const shieldJoined = [...(reading.joins?.head ?? []), ...(reading.joins?.tail ?? [])].some((g) =>
      g.includes('S'),
    );
    const shieldLookWrong = knowledge.looked.some(
      (l) => l.contact === 'S' && (l.open === true || l.bridged === true),
    );
    const found = shieldJoined || shieldLookWrong ? [] : posterior(index, weights, input);
    if (found.length)
      return inOrder(
        found.slice(0, MOST_WAYS).map((c) => wayOf(c, input, index)),
        near,
      );
  } else {
    const found = withShieldFault(input, index, weights);
    if (found.length) return inOrder(found, near);
  }
  return inOrder(otherWays(input), near);
}

/** A fault of the shield: its weight within the cases that show the same, what it does, and where. Our judgement. */
interface ShieldFault {
  weight: number;
  at: End | 'cable';
  change(c: Copper): void;
  mistake: Mistake;
}

/** What is wrong with the shield where it does not answer, or answers with another contact. */
function shieldFaults({ reading, knowledge }: DiagnoseInput): ShieldFault[] {
  const out: ShieldFault[] = [];
  const other = (at: End | 'cable', contacts: Contact[], conductors: Conductor[]): Mistake => ({
    where: at,
    kind: 'other',
    contacts,
    conductors,
  });
  /** An end that was done again has its drain seated: the same again is unlikely. */
  const fresh = (end: End) => (knowledge.redone.includes(end) ? 0.02 : 1);
  if (reading.walk[8]!.length === 0) {
    for (const at of ENDS)
      out.push({
        weight: 0.45 * fresh(at),
        at,
        change: (c) => c[at].open.push('S'),
        mistake: other(at, ['S'], ['DRAIN']),
      });
    out.push({
      weight: 0.1,
      at: 'cable',
      change: (c) => c.cable.breaks.push({ conductor: 'DRAIN', zone: 'span' }),
      mistake: other('cable', [], ['DRAIN']),
    });
  }
  const partners = new Set([
    ...reading.walk[8]!.filter((c) => c !== 'S'),
    ...CONTACTS.filter((_, i) => reading.walk[i]!.includes('S')),
  ]);
  for (const contact of partners)
    for (const at of ENDS)
      out.push({
        weight: 0.5 * fresh(at),
        at,
        change: (c) => c[at].bridges.push([contact, 'S']),
        mistake: other(at, [contact, 'S'], ['DRAIN']),
      });
  return out;
}

/** Ways of the eight conductors, each with the faults of the shield that the reading calls for. */
function withShieldFault(input: DiagnoseInput, index: ReadingIndex, weights: LinkWeights): Way[] {
  const { reading, knowledge, link } = input;
  const noShield = (walk: typeof reading.walk) => walk.map((a) => a.filter((c) => c !== 'S'));
  const bare: DiagnoseInput = {
    ...input,
    reading: {
      ...reading,
      walk: noShield(reading.walk.slice(0, 8)),
      joins: undefined,
      distances: reading.distances?.filter((d) => d.contact !== 'S'),
    },
  };
  const faults = shieldFaults(input);
  const ways: Way[] = [];
  for (const candidate of posterior(index, weights, bare).slice(0, MOST_WAYS)) {
    if (candidate.wrongSetting) {
      ways.push(wayOf(candidate, input, index));
      continue;
    }
    for (const f of faults) {
      const way = wayOf(candidate, input, index);
      f.change(way.copper);
      if (
        !reproduces(way.copper, reading, link.shielded) ||
        !knowledge.looked.every((l) => copperAgrees(way.copper, l))
      )
        continue;
      ways.push({
        ...way,
        shield: f.at,
        probability: way.probability * f.weight,
        mistakes: [...way.mistakes, f.mistake],
      });
    }
  }
  return normalised(ways);
}

const normalised = (ways: Way[]): Way[] => {
  const total = ways.reduce((s, w) => s + w.probability, 0);
  return ways.map((w) => ({ ...w, probability: w.probability / total }));
};

function otherWays(input: DiagnoseInput): Way[] {
  const layouts = layoutsFor(input.link);
  return normalised(
    fewestMoves(input).map((copper) => {
      const mistakes: Mistake[] = [];
      for (const end of ENDS) {
        const contacts = (Object.keys(copper[end].seats) as Contact[]).filter(
          (c) =>
            copper[end].seats[c] !== laidAt(layouts[end], c) ||
            copper[end].open.includes(c) ||
            copper[end].bridges.some((b) => b.includes(c)),
        );
        if (contacts.length)
          mistakes.push({
            where: end,
            kind: 'other',
            contacts,
            conductors: contacts.map((c) => copper[end].seats[c]!),
          });
      }
      const inCable = [
        ...new Set([...copper.cable.breaks.map((b) => b.conductor), ...copper.cable.bridges.flat()]),
      ];
      if (inCable.length) mistakes.push({ where: 'cable', kind: 'other', contacts: [], conductors: inCable });
      return {
        head: narrowEnd(copper.head),
        tail: narrowEnd(copper.tail),
        cable: narrowCable(copper),
        headLead: SOUND,
        tailLead: SOUND,
        wrongSetting: false,
        probability: 0.25 ** mistakes.length,
        copper,
        mistakes,
      };
    }),
  );
}

function narrowCable(copper: Copper): CompactCable {
  const eight = (c: Conductor) => CONDUCTORS.indexOf(c as (typeof CONDUCTORS)[number]);
  const cable: CompactCable = { ...SOUND_CABLE, bridges: [] };
  for (const b of copper.cable.breaks) if (b.conductor !== 'DRAIN') cable[b.zone] |= 1 << eight(b.conductor);
  for (const [a, b] of copper.cable.bridges)
    if (a !== 'DRAIN' && b !== 'DRAIN') cable.bridges.push([eight(a), eight(b)]);
  return cable;
}

/** Most likely first; equals by how near their work is, so that mirror images stay mirror images. */
function inOrder(ways: Way[], at: End): Way[] {
  const [near, far] = nearFirst(at);
  const nearPlaces: ReadonlySet<string> = new Set([near, `lead-${near}`, 'setting']);
  const keyed = ways.map((w) => ({
    w,
    reach: w.mistakes.reduce((n, m) => n + (nearPlaces.has(m.where) ? 0 : m.where === 'cable' ? 1 : 2), 0),
    key: '',
  }));
  const key = (x: (typeof keyed)[number]) => (x.key ||= JSON.stringify([x.w.copper[near], x.w.copper[far]]));
  return keyed
    .sort((a, b) => {
      const [p, q] = [a.w.probability, b.w.probability];
      if (Math.abs(p - q) > 1e-9 * Math.max(p, q)) return q - p;
      return a.reach - b.reach || (key(a) < key(b) ? -1 : 1);
    })
    .map((x) => x.w);
}

function wayOf(c: Candidate, input: DiagnoseInput, index: ReadingIndex): Way {
  const { link, leads } = input;
  const copper: Copper = {
    head: wideEnd(c.head, link.shielded),
    tail: wideEnd(c.tail, link.shielded),
    cable: wideCable(c.cable),
    leads: {
      head: leads.head === 'none' ? null : wideLead(c.headLead),
      tail: leads.tail === 'none' ? null : wideLead(c.tailLead),
    },
    setting: c.wrongSetting ? 'wrong' : 'right',
  };
  return {
    head: c.head,
    tail: c.tail,
    cable: c.cable,
    headLead: c.headLead,
    tailLead: c.tailLead,
    wrongSetting: c.wrongSetting,
    probability: c.probability,
    copper,
    get mistakes() {
      const mistakes = mistakesOf(c, index);
      Object.defineProperty(this, 'mistakes', { value: mistakes, enumerable: true });
      return mistakes;
    },
  };
}
