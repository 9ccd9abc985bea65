import type { Mistake } from '../copper/mistake';
import type { Copper } from '../copper/copper';
import { CONDUCTORS, CONTACTS, otherEnd, type Conductor, type Contact, type End } from '../wiring/conductors';
import { conductorAt, schemesFor } from '../wiring/schemes';
import { narrowEnd, SOUND_CABLE, wideCable, wideEnd, type CompactCable } from './compact';
import { mistakesOf } from './mistakes-of';
import { copperAgrees, fewestMoves, reproduces } from './other';
import type { Hypothesis } from './plan';
import { posterior, shieldIsWell, type Candidate, type IndexWeights } from './posterior';
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
export function waysOf(input: DiagnoseInput, index: ReadingIndex, weights: IndexWeights): Way[] {
  const { link, reading, knowledge } = input;
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
        found.slice(0, MOST_WAYS).map((c) => wayOf(c, link.shielded)),
        near,
      );
  } else {
    const found = withShieldFault(input, index, weights);
    if (found.length) return inOrder(found, near);
  }
  return inOrder(otherWays(input), near);
}

/** Ways of the eight conductors, each with the faults of the shield that the reading calls for. */
function withShieldFault(input: DiagnoseInput, index: ReadingIndex, weights: IndexWeights): Way[] {
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
  const base = posterior(index, weights, bare).slice(0, 40);
  const partners = [
    ...new Set(
      reading.walk[8]!.filter((c) => c !== 'S').concat(
        CONTACTS.filter((_, i) => reading.walk[i]!.includes('S')),
      ),
    ),
  ];
  const spoil: { weight: number; change: (c: Copper) => void; mistake: Mistake }[] = [];
  const other = (where: Mistake['where'], contacts: Contact[], conductors: Conductor[]): Mistake => ({
    where,
    kind: 'other',
    contacts,
    conductors,
  });
  if (reading.walk[8]!.length === 0) {
    for (const end of ['head', 'tail'] as const)
      spoil.push({
        weight: 0.45,
        change: (c) => c[end].open.push('S'),
        mistake: other(end, ['S'], ['DRAIN']),
      });
    spoil.push({
      weight: 0.1,
      change: (c) => c.cable.breaks.push({ conductor: 'DRAIN', zone: 'span' }),
      mistake: other('cable', [], ['DRAIN']),
    });
  }
  for (const contact of partners)
    for (const end of ['head', 'tail'] as const)
      spoil.push({
        weight: 0.5,
        change: (c) => c[end].bridges.push([contact, 'S']),
        mistake: other(end, [contact, 'S'], ['DRAIN']),
      });
  const ways: Way[] = [];
  for (const candidate of base)
    for (const s of spoil) {
      const way = wayOf(candidate, true);
      s.change(way.copper);
      if (
        !reproduces(way.copper, reading, link.shielded) ||
        !knowledge.looked.every((l) => copperAgrees(way.copper, l))
      )
        continue;
      ways.push({ ...way, probability: way.probability * s.weight, mistakes: [...way.mistakes, s.mistake] });
    }
  return normalised(ways);
}

const normalised = (ways: Way[]): Way[] => {
  const total = ways.reduce((s, w) => s + w.probability, 0);
  return ways.map((w) => ({ ...w, probability: w.probability / total }));
};

function otherWays(input: DiagnoseInput): Way[] {
  const { link, reading, knowledge } = input;
  const schemes = schemesFor(link);
  return normalised(
    fewestMoves(link, reading, knowledge.looked).map((copper) => {
      const mistakes: Mistake[] = [];
      for (const end of ['head', 'tail'] as const) {
        const contacts = (Object.keys(copper[end].seats) as Contact[]).filter(
          (c) =>
            copper[end].seats[c] !== conductorAt(schemes[end], c) ||
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
function inOrder(ways: Way[], near: End): Way[] {
  const far = otherEnd(near);
  const keyed = ways.map((w) => ({
    w,
    reach: w.mistakes.reduce((n, m) => n + (m.where === near ? 0 : m.where === 'cable' ? 1 : 2), 0),
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

function wayOf(c: Candidate, shielded: boolean): Way {
  const copper: Copper = {
    head: wideEnd(c.head.state, shielded),
    tail: wideEnd(c.tail.state, shielded),
    cable: wideCable(c.cable.state),
  };
  return {
    head: c.head.state,
    tail: c.tail.state,
    cable: c.cable.state,
    probability: c.probability,
    copper,
    get mistakes() {
      const mistakes = mistakesOf(c);
      Object.defineProperty(this, 'mistakes', { value: mistakes, enumerable: true });
      return mistakes;
    },
  };
}
