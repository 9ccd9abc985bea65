import { NONE, type CompactCable, type CompactEnd } from './compact';
import { LEAD_JOINTS, withLead, type LeadJoint } from './leads';

/** Contacts and conductors of an end. */
const EIGHT = 8;
/** The number of no conductor, and the place of its empty mask. */
const NO_CONDUCTOR = 8;

/** The nets within one end, for every state of it and every joint of a lead before it, each under one number. */
export class EndNets {
  /** Conductors that the net of each contact reaches, as a mask: eight a net. */
  readonly reached: Uint8Array;
  /** Contacts of the net of each conductor, as a mask, and a ninth that is empty. */
  readonly contacts: Uint8Array;
  /** Conductors of the net of each conductor, itself included, as a mask: eight a net. */
  readonly mates: Uint8Array;
  /** Whether nothing is joined to anything there. */
  readonly plain: Uint8Array;

  /** `ends` of which the first `withLeads` may have a lead before them that joins contacts. */
  constructor(
    private readonly ends: readonly CompactEnd[],
    private readonly withLeads: number,
  ) {
    const count = ends.length + withLeads * (LEAD_JOINTS - 1);
    this.reached = new Uint8Array(EIGHT * count);
    this.contacts = new Uint8Array((EIGHT + 1) * count);
    this.mates = new Uint8Array(EIGHT * count);
    this.plain = new Uint8Array(count);
    ends.forEach((end, i) => this.lay(i, end));
    for (let joint = 1; joint < LEAD_JOINTS; joint++)
      for (let i = 0; i < withLeads; i++) this.lay(this.numberOf(i, joint), withLead(ends[i]!, joint));
  }

  /** The number of an end's nets with a lead before it that joins so. */
  numberOf(end: number, joint: LeadJoint): number {
    return joint === 0 ? end : this.ends.length + (joint - 1) * this.withLeads + end;
  }

  private lay(n: number, end: CompactEnd): void {
    const { reached, contacts, mates } = this;
    const held = (i: number) => ((end.open >> i) & 1 ? NONE : end.seats[i]!);
    this.plain[n] = Number(end.bridges.length === 0);
    for (let i = 0; i < EIGHT; i++) {
      let group = 1 << i;
      for (const _ of end.bridges)
        for (const [a, b] of end.bridges)
          if ((group >> a) & 1 || (group >> b) & 1) group |= (1 << a) | (1 << b);
      let conductors = 0;
      for (let j = 0; j < EIGHT; j++) if ((group >> j) & 1 && held(j) !== NONE) conductors |= 1 << held(j);
      reached[EIGHT * n + i] = conductors;
      const own = held(i);
      if (own === NONE) continue;
      contacts[(EIGHT + 1) * n + own] = group;
      mates[EIGHT * n + own] = conductors;
    }
  }
}

/** A head with a cable: what each head contact reaches, worked out once for all the tails it is tried with. */
export class HeadAndCable {
  /** The conductor each contact reaches all along, where nothing is joined to anything. */
  private readonly conductor = new Uint8Array(EIGHT);
  private readonly reached = new Uint8Array(EIGHT);
  /** Conductors joined before the tail, each with itself. */
  private readonly joined = new Uint8Array(EIGHT);
  private plain = true;
  private whole = 0;

  constructor(
    private readonly heads: EndNets,
    private readonly tails: EndNets,
  ) {}

  /** Lays the nets of a head, by its number, before this cable. */
  lay(head: number, cable: CompactCable): void {
    const { reached, mates } = this.heads;
    const past = ~(cable.span | cable.tail);
    const before = ~cable.head;
    this.plain = this.heads.plain[head] === 1 && cable.bridges.length === 0;
    this.whole = past;
    if (this.plain) {
      for (let i = 0; i < EIGHT; i++) {
        const mask = reached[EIGHT * head + i]! & before & past;
        this.conductor[i] = mask ? 31 - Math.clz32(mask) : NO_CONDUCTOR;
      }
      return;
    }
    const { joined } = this;
    for (let k = 0; k < EIGHT; k++)
      joined[k] = (1 << k) | ((before >> k) & 1 ? mates[EIGHT * head + k]! & before : 0);
    for (const [a, b] of cable.bridges) {
      joined[a]! |= 1 << b;
      joined[b]! |= 1 << a;
    }
    for (let changed = true; changed;) {
      changed = false;
      for (let k = 0; k < EIGHT; k++) {
        const mask = this.allJoined(joined[k]!);
        if (mask !== joined[k]) changed = true;
        joined[k] = mask;
      }
    }
    for (let i = 0; i < EIGHT; i++) this.reached[i] = this.allJoined(reached[EIGHT * head + i]! & before);
  }

  private allJoined(conductors: number): number {
    let mask = 0;
    for (let left = conductors; left; left &= left - 1) mask |= this.joined[31 - Math.clz32(left & -left)]!;
    return mask;
  }

  /** Tail contacts that answer each head contact, as masks, with the tail of that number. Written into `out`. */
  walkTo(tail: number, out: Uint8Array): void {
    const { contacts, mates, plain } = this.tails;
    const at = (EIGHT + 1) * tail;
    if (this.plain) {
      for (let i = 0; i < EIGHT; i++) out[i] = contacts[at + this.conductor[i]!]!;
      return;
    }
    for (let i = 0; i < EIGHT; i++) {
      let net = this.reached[i]!;
      if (!plain[tail])
        for (let before = 0; before !== net;) {
          before = net;
          for (let left = net & this.whole; left; left &= left - 1)
            net |= this.allJoined(mates[EIGHT * tail + 31 - Math.clz32(left & -left)]! & this.whole);
        }
      let mask = 0;
      for (let left = net & this.whole; left; left &= left - 1)
        mask |= contacts[at + 31 - Math.clz32(left & -left)]!;
      out[i] = mask;
    }
  }
}
