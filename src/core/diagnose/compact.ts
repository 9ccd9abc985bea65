import {
  CONDUCTORS,
  CONTACTS,
  CONTACT_PAIRS,
  contactsOfPair,
  type Contact,
  type NumberedContact,
  type PairConductor,
} from '../wiring/conductors';
import { SCHEME_ORDER, type Scheme, type Seats } from '../wiring/schemes';
import type { CableCopper, EndCopper, Zone } from '../copper/copper';

/**
 * The eight numbered contacts of an end in few bytes, for counting through hundreds of thousands of them.
 * Contacts and conductors are 0 to 7; a seat of 255 is empty; masks have one bit a contact.
 */
export interface CompactEnd {
  seats: Uint8Array;
  open: number;
  bridges: [number, number][];
}

/** A cable in few bytes: masks of broken conductors by zone, and joined conductors. */
export interface CompactCable {
  head: number;
  span: number;
  tail: number;
  bridges: [number, number][];
}

/** An empty seat. */
export const NONE = 255;

/** A right end. */
export const rightEnd = (scheme: Scheme): CompactEnd => ({
  seats: Uint8Array.from(SCHEME_ORDER[scheme], (c) => CONDUCTORS.indexOf(c)),
  open: 0,
  bridges: [],
});

/** A sound cable. */
export const SOUND_CABLE: CompactCable = { head: 0, span: 0, tail: 0, bridges: [] };

/** The same end always gives the same key. */
export function endKey(end: CompactEnd): string {
  let seats = 0;
  for (let i = 0; i < 8; i++) seats = seats * 9 + (end.seats[i]! === NONE ? 8 : end.seats[i]!);
  return end.bridges.length ? `${seats},${end.open},${end.bridges.join(';')}` : `${seats},${end.open}`;
}

/** The same cable always gives the same key. */
export const cableKey = (c: CompactCable): string => `${c.head},${c.span},${c.tail},${c.bridges.join(';')}`;

const PAIRS = CONTACT_PAIRS.map((p) => contactsOfPair(p).map((c) => Number(c) - 1) as [number, number]);
const PAIR_OF = [0, 0, 1, 2, 2, 1, 3, 3] as const;

const parent = new Uint8Array(24);
const find = (x: number): number => {
  while (parent[x] !== x) x = parent[x] = parent[parent[x]!]!;
  return x;
};
const join = (a: number, b: number) => {
  parent[find(a)] = find(b);
};

/** Joins up the copper: nodes 0-7 are head contacts, 8-15 tail contacts, 16-23 conductors before a span break. */
function connect(h: CompactEnd, t: CompactEnd, c: CompactCable): void {
  for (let i = 0; i < 24; i++) parent[i] = i;
  const past = c.span | c.tail;
  for (let i = 0; i < 8; i++) {
    const k = h.seats[i]!;
    if (k !== NONE && !((h.open >> i) & 1) && !((c.head >> k) & 1)) join(i, 16 + k);
    const m = t.seats[i]!;
    if (m !== NONE && !((t.open >> i) & 1) && !((past >> m) & 1)) join(8 + i, 16 + m);
  }
  for (const [a, b] of c.bridges) join(16 + a, 16 + b);
  for (const [a, b] of h.bridges) join(a, b);
  for (const [a, b] of t.bridges) join(8 + a, 8 + b);
}

/** Who answers each head contact, as masks of tail contacts, written into `out` (length 8). */
export function walkMasks(h: CompactEnd, t: CompactEnd, c: CompactCable, out: Uint8Array): void {
  if (h.bridges.length + t.bridges.length + c.bridges.length === 0) {
    const dead = c.head | c.span | c.tail;
    for (let i = 0; i < 8; i++) {
      const k = h.seats[i]!;
      let mask = 0;
      if (k !== NONE && !((h.open >> i) & 1) && !((dead >> k) & 1)) {
        const j = t.seats.indexOf(k);
        if (j >= 0 && !((t.open >> j) & 1)) mask = 1 << j;
      }
      out[i] = mask;
    }
    return;
  }
  connect(h, t, c);
  for (let i = 0; i < 8; i++) {
    let mask = 0;
    const root = find(i);
    for (let j = 0; j < 8; j++) if (find(8 + j) === root) mask |= 1 << j;
    out[i] = mask;
  }
}

/** Split head contact pairs as a mask of the four, for a walk seen with these head seats. */
export function splitMask(h: CompactEnd, walk: Uint8Array): number {
  let mask = 0;
  for (let p = 0; p < 4; p++) {
    const [a, b] = PAIRS[p]!;
    const x = walk[a]!,
      y = walk[b]!;
    if (!x || !y || x === y || x & (x - 1) || y & (y - 1)) continue;
    if (PAIR_OF[31 - Math.clz32(x)] !== PAIR_OF[31 - Math.clz32(y)]) continue;
    const [k, m] = [h.seats[a]!, h.seats[b]!];
    if (k !== NONE && m !== NONE && k >> 1 !== m >> 1) mask |= 1 << p;
  }
  return mask;
}

/** Joined contacts of both ends: for each contact the mask of those it is joined to, itself included. Length 16. */
export function joinMasks(h: CompactEnd, t: CompactEnd, c: CompactCable): number[] {
  connect(h, t, c);
  const out: number[] = [];
  for (const base of [0, 8])
    for (let i = 0; i < 8; i++) {
      let mask = 0;
      for (let j = 0; j < 8; j++) if (find(base + j) === find(base + i)) mask |= 1 << j;
      out.push(mask);
    }
  return out;
}

/** Contacts set in a mask. */
export const contactsIn = (mask: number): NumberedContact[] => CONTACTS.filter((_, i) => (mask >> i) & 1);
/** Conductors set in a mask. */
export const conductorsIn = (mask: number): PairConductor[] => CONDUCTORS.filter((_, i) => (mask >> i) & 1);

/** A compact end written out; `S` is right where the link is shielded. */
export function wideEnd(end: CompactEnd, shielded: boolean): EndCopper {
  const seats: Seats = {};
  end.seats.forEach((k, i) => {
    if (k !== NONE) seats[CONTACTS[i]!] = CONDUCTORS[k]!;
  });
  if (shielded) seats.S = 'DRAIN';
  return {
    seats,
    open: contactsIn(end.open),
    bridges: end.bridges.map(([a, b]) => [CONTACTS[a]!, CONTACTS[b]!]),
  };
}

/** An end's eight numbered contacts in few bytes. */
export function narrowEnd(end: EndCopper): CompactEnd {
  const eight = (c: Contact) => CONTACTS.indexOf(c as NumberedContact);
  return {
    seats: Uint8Array.from(CONTACTS, (c) => {
      const k = end.seats[c];
      return k === undefined || k === 'DRAIN' ? NONE : CONDUCTORS.indexOf(k);
    }),
    open: end.open.reduce((m, c) => (c === 'S' ? m : m | (1 << eight(c))), 0),
    bridges: end.bridges.filter(([a, b]) => a !== 'S' && b !== 'S').map(([a, b]) => [eight(a), eight(b)]),
  };
}

/** A compact cable written out. */
export function wideCable(c: CompactCable): CableCopper {
  const at = (zone: Zone, mask: number) => conductorsIn(mask).map((conductor) => ({ conductor, zone }));
  return {
    breaks: [...at('head', c.head), ...at('span', c.span), ...at('tail', c.tail)],
    bridges: c.bridges.map(([a, b]) => [CONDUCTORS[a]!, CONDUCTORS[b]!]),
  };
}
