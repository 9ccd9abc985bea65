import {
  colourOf,
  CONDUCTORS,
  CONTACT_PAIRS,
  contactPairOf,
  contactsOf,
  contactsOfPair,
  type Conductor,
  type Contact,
  type ContactPair,
  type End,
} from '../wiring/conductors';
import type { Joins } from '../reading/reading';
import type { Walk } from '../reading/walk';
import type { Copper, LeadCopper, Zone } from './copper';

/** All that copper can show a tester, distances apart. */
export interface Sensed {
  walk: Walk;
  splits: ContactPair[];
  joins: Joins;
}

/** `h1` and `t1` are the tester's contacts, `H1` and `T1` the connector's. */
type Node =
  `${'h' | 't' | 'H' | 'T'}${Contact}` | `${Conductor}@${'head-stub' | 'span' | 'past-break' | 'tail-stub'}`;

class Net {
  private readonly parent = new Map<Node, Node>();
  find(node: Node): Node {
    const up = this.parent.get(node);
    if (up === undefined) return node;
    const root = this.find(up);
    this.parent.set(node, root);
    return root;
  }
  join(a: Node, b: Node): void {
    const [ra, rb] = [this.find(a), this.find(b)];
    if (ra !== rb) this.parent.set(ra, rb);
  }
}

/** What a tester sees of a link: who answers whom, which pairs are split, which contacts of an end are joined. */
export function sense(copper: Copper, shielded: boolean): Sensed {
  const contacts = contactsOf(shielded);
  if (copper.setting === 'wrong')
    return { walk: contacts.map(() => []), splits: [], joins: { head: [], tail: [] } };
  const net = new Net();
  const broken = (conductor: Conductor, zone: Zone) =>
    copper.cable.breaks.some((b) => b.conductor === conductor && b.zone === zone);

  for (const conductor of [...CONDUCTORS, 'DRAIN'] as const) {
    if (!broken(conductor, 'head')) net.join(`${conductor}@head-stub`, `${conductor}@span`);
    if (!broken(conductor, 'span')) net.join(`${conductor}@span`, `${conductor}@past-break`);
    if (!broken(conductor, 'tail')) net.join(`${conductor}@past-break`, `${conductor}@tail-stub`);
  }
  for (const [a, b] of copper.cable.bridges) net.join(`${a}@span`, `${b}@span`);
  for (const contact of contacts) {
    const [h, t] = [copper.head.seats[contact], copper.tail.seats[contact]];
    if (h && !copper.head.open.includes(contact)) net.join(`H${contact}`, `${h}@head-stub`);
    if (t && !copper.tail.open.includes(contact)) net.join(`T${contact}`, `${t}@tail-stub`);
  }
  for (const [a, b] of copper.head.bridges) net.join(`H${a}`, `H${b}`);
  for (const [a, b] of copper.tail.bridges) net.join(`T${a}`, `T${b}`);
  for (const contact of contacts) {
    const [h, t] = [metAt(copper.leads.head, contact), metAt(copper.leads.tail, contact)];
    if (h) net.join(`h${contact}`, `H${h}`);
    if (t) net.join(`t${contact}`, `T${t}`);
  }
  for (const [a, b] of copper.leads.head?.bridges ?? []) net.join(`h${a}`, `h${b}`);
  for (const [a, b] of copper.leads.tail?.bridges ?? []) net.join(`t${a}`, `t${b}`);

  const walk = contacts.map((h) => contacts.filter((t) => net.find(`h${h}`) === net.find(`t${t}`)));
  const joinsAt = (end: End) => {
    const letter = end === 'head' ? 'h' : 't';
    const groups = new Map<Node, Contact[]>();
    for (const c of contacts) {
      const root = net.find(`${letter}${c}` as Node);
      groups.set(root, [...(groups.get(root) ?? []), c]);
    }
    return [...groups.values()].filter((g) => g.length > 1);
  };
  return { walk, splits: splitsOf(walk, copper), joins: { head: joinsAt('head'), tail: joinsAt('tail') } };
}

/** The connector's contact that a tester's contact meets through a lead; none behind an open path. */
function metAt(lead: LeadCopper | null, contact: Contact): Contact | undefined {
  if (lead === null || contact === 'S') return contact;
  return lead.open.includes(contact) ? undefined : (lead.order[Number(contact) - 1] as Contact);
}

/** The conductor a tester's head contact reaches: its own where it makes contact, else that of one bridged to it. */
function reached({ head, leads }: Copper, contact: Contact): Conductor | undefined {
  const holds = (c: Contact | undefined) => (c && !head.open.includes(c) ? head.seats[c] : undefined);
  const met = metAt(leads.head, contact);
  const mates = [
    ...head.bridges.filter((b) => met && b.includes(met)).map(([a, b]) => (a === met ? b : a)),
    ...(leads.head?.bridges ?? [])
      .filter((b) => b.includes(contact))
      .map(([a, b]) => metAt(leads.head, a === contact ? b : a)),
  ];
  return [met, ...mates].map(holds).find((c) => c !== undefined) ?? undefined;
}

/** Contact pairs whose two contacts are answered as one pair, but whose conductors are of two physical pairs. */
function splitsOf(walk: Walk, copper: Copper): ContactPair[] {
  return CONTACT_PAIRS.filter((pair) => {
    const [a, b] = contactsOfPair(pair);
    const [x, y] = [walk[Number(a) - 1]!, walk[Number(b) - 1]!];
    if (x.length !== 1 || y.length !== 1 || x[0] === y[0]) return false;
    const target = contactPairOf(x[0]!);
    if (target === null || target !== contactPairOf(y[0]!)) return false;
    const [p, q] = [reached(copper, a), reached(copper, b)];
    return p !== undefined && q !== undefined && colourOf(p) !== colourOf(q);
  });
}
