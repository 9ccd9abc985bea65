import {
  CONDUCTORS,
  CONTACTS,
  CONTACT_PAIRS,
  contactsOfPair,
  type Contact,
  type NumberedContact,
  type PairConductor,
} from '../wiring/conductors';
import type { Layout, Seats } from '../wiring/schemes';
import type { CableCopper, EndCopper, Zone } from '../copper/copper';

/**
 * The eight numbered contacts of an end in few bytes, for counting through hundreds of thousands of them.
 * Contacts and conductors are 0 to 7; a seat of 255 is empty; masks have one bit a contact. `looksHome` and `bent`
 * are among the open ones.
 */
export interface CompactEnd {
  seats: Uint8Array;
  open: number;
  looksHome: number;
  bent: number;
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

/** Conductors of a layout as numbers. */
export const numbersOf = (layout: Layout): Uint8Array =>
  Uint8Array.from(layout, (c) => CONDUCTORS.indexOf(c));

/** An end whose conductors lie so, all of them home. */
export const endOf = (seats: Uint8Array): CompactEnd => ({
  seats,
  open: 0,
  looksHome: 0,
  bent: 0,
  bridges: [],
});

/** A sound cable. */
export const SOUND_CABLE: CompactCable = { head: 0, span: 0, tail: 0, bridges: [] };

const bitOf = ([a, b]: readonly [number, number]): number => 2 ** ((a * (15 - a)) / 2 + b - a - 1);

/** A number of its own for every end whose seats are all taken and whose only bent contacts are 1 and 8. */
export function endKey(end: CompactEnd): number {
  let seats = 0;
  for (let i = 0; i < 8; i++) seats = seats * 8 + end.seats[i]!;
  let bridges = 0;
  for (const [a, b] of end.bridges) bridges |= b - a === 1 ? 1 << a : 1 << 7;
  const bent = (end.bent & 1) | ((end.bent >> 6) & 2);
  // Seats take 24 bits, open and looking home 8 each, bent 2, joined neighbours or 3 and 6 the last 8.
  return seats + 2 ** 24 * (end.open + 256 * (end.looksHome + 256 * (bent + 4 * bridges)));
}

/** A number of its own for every cable. */
export const cableKey = (c: CompactCable): number =>
  (c.head | (c.span << 8) | (c.tail << 16)) + 2 ** 24 * c.bridges.reduce((sum, b) => sum + bitOf(b), 0);

const PAIRS = CONTACT_PAIRS.map((p) => contactsOfPair(p).map((c) => Number(c) - 1) as [number, number]);
const PAIR_OF = [0, 0, 1, 2, 2, 1, 3, 3] as const;

/** Nets by number: 0-7 head contacts, 8-15 tail contacts, 16-23 conductors before a span break. */
const net = new Uint8Array(24);
const join = (a: number, b: number): void => {
  const [from, to] = [net[a]!, net[b]!];
  if (from === to) return;
  for (let i = 0; i < 24; i++) if (net[i] === from) net[i] = to;
};

/** Joins up the copper, each net under one number. */
function connect(h: CompactEnd, t: CompactEnd, c: CompactCable): void {
  const past = c.span | c.tail;
  for (let i = 0; i < 8; i++) net[16 + i] = i;
  for (let i = 0; i < 8; i++) {
    const k = h.seats[i]!;
    net[i] = k !== NONE && !((h.open >> i) & 1) && !((c.head >> k) & 1) ? k : 8 + i;
    const m = t.seats[i]!;
    net[8 + i] = m !== NONE && !((t.open >> i) & 1) && !((past >> m) & 1) ? m : 16 + i;
  }
  for (let i = 0; i < c.bridges.length; i++) join(16 + c.bridges[i]![0], 16 + c.bridges[i]![1]);
  for (let i = 0; i < h.bridges.length; i++) join(h.bridges[i]![0], h.bridges[i]![1]);
  for (let i = 0; i < t.bridges.length; i++) join(8 + t.bridges[i]![0], 8 + t.bridges[i]![1]);
}

const answering = new Uint8Array(24);
const contactOf = new Uint8Array(8);

/** Who answers each head contact, as masks of tail contacts, written into `out` (length 8). */
export function walkMasks(h: CompactEnd, t: CompactEnd, c: CompactCable, out: Uint8Array): void {
  if (h.bridges.length === 0 && t.bridges.length === 0 && c.bridges.length === 0) {
    const dead = c.head | c.span | c.tail;
    contactOf.fill(8);
    for (let j = 0; j < 8; j++) {
      const m = t.seats[j]!;
      if (m !== NONE && !((t.open >> j) & 1)) contactOf[m] = j;
    }
    for (let i = 0; i < 8; i++) {
      const k = h.seats[i]!;
      out[i] = k === NONE || (h.open >> i) & 1 || (dead >> k) & 1 ? 0 : 1 << contactOf[k]!;
    }
    return;
  }
  connect(h, t, c);
  answering.fill(0);
  for (let j = 0; j < 8; j++) answering[net[8 + j]!]! |= 1 << j;
  for (let i = 0; i < 8; i++) out[i] = answering[net[i]!]!;
}

/** The conductor a contact reaches: its own where it makes contact, else that of one bridged to it; `NONE`: none. */
export function reachedThrough(end: CompactEnd, contact: number): number {
  const held = (at: number) => ((end.open >> at) & 1 ? NONE : end.seats[at]!);
  const own = held(contact);
  if (own !== NONE) return own;
  for (const [a, b] of end.bridges) {
    if (a !== contact && b !== contact) continue;
    const mates = held(a === contact ? b : a);
    if (mates !== NONE) return mates;
  }
  return NONE;
}

/** Split head contact pairs as a mask of the four, for a walk whose head contacts reach these conductors. */
export function splitMask(reached: (contact: number) => number, walk: Uint8Array): number {
  let mask = 0;
  for (let p = 0; p < 4; p++) {
    const [a, b] = PAIRS[p]!;
    const x = walk[a]!,
      y = walk[b]!;
    if (!x || !y || x === y || x & (x - 1) || y & (y - 1)) continue;
    if (PAIR_OF[31 - Math.clz32(x)] !== PAIR_OF[31 - Math.clz32(y)]) continue;
    const [k, m] = [reached(a), reached(b)];
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
      for (let j = 0; j < 8; j++) if (net[base + j] === net[base + i]) mask |= 1 << j;
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
    looksHome: contactsIn(end.looksHome),
    bent: contactsIn(end.bent),
    bridges: end.bridges.map(([a, b]) => [CONTACTS[a]!, CONTACTS[b]!]),
  };
}

/** An end's eight numbered contacts in few bytes. */
export function narrowEnd(end: EndCopper): CompactEnd {
  const eight = (c: Contact) => CONTACTS.indexOf(c as NumberedContact);
  const maskOf = (contacts: readonly Contact[]) =>
    contacts.reduce((m, c) => (c === 'S' ? m : m | (1 << eight(c))), 0);
  return {
    seats: Uint8Array.from(CONTACTS, (c) => {
      const k = end.seats[c];
      return k === undefined || k === 'DRAIN' ? NONE : CONDUCTORS.indexOf(k);
    }),
    open: maskOf(end.open),
    looksHome: maskOf(end.looksHome),
    bent: maskOf(end.bent),
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
