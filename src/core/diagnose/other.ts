import { SOUND_LEAD, type Copper, type EndCopper } from '../copper/copper';
import { sense } from '../copper/sense';
import type { Reading } from '../reading/reading';
import { turnWalk, writeWalk } from '../reading/walk';
import {
  colourOf,
  CONDUCTORS,
  CONTACT_PAIRS,
  contactPairOf,
  contactsOf,
  contactsOfPair,
  type Conductor,
  type Contact,
  type End,
} from '../wiring/conductors';
import { laidAt, layoutsFor } from '../wiring/schemes';
import type { LinkSpec } from '../wiring/link-spec';
import type { DiagnoseInput, Look } from './types';

/** How many search steps are spent on one reading before the best so far is taken. */
const MOST_STEPS = 10_000;
/** How many equally short explanations are offered. */
const MOST_ANSWERS = 8;

interface Group {
  head: Contact[];
  tail: Contact[];
}

type FewestMovesInput = Pick<DiagnoseInput, 'link' | 'reading' | 'leads'> & {
  knowledge: Pick<DiagnoseInput['knowledge'], 'looked'>;
};

/**
 * Copper that gives a reading with the fewest conductors out of place, plus opens and bridges as needed; for
 * readings that no listed mistakes explain. Several where they are equally short; empty only where the looks
 * contradict the reading.
 */
export function fewestMoves({ link, reading, leads, knowledge }: FewestMovesInput): Copper[] {
  const looks = knowledge.looked;
  const contacts = contactsOf(link.shielded);
  const layouts = layoutsFor(link);
  const right = (end: End, c: Contact) => laidAt(layouts[end], c);
  const groups = groupsOf(reading, contacts);
  const paths = groups.flatMap((g) => slotsOf(g, (h, t) => right('head', h) === right('tail', t)));
  const pinned = (end: End, c: Contact) => looks.find((l) => l.end === end && l.contact === c)?.conductor;
  const pins = new Map(looks.map((l) => [`${l.end}${l.conductor}`, l.contact]));
  const all: Conductor[] = link.shielded ? [...CONDUCTORS, 'DRAIN'] : [...CONDUCTORS];

  const wanted = eligibleSplits(reading);
  const solutions: { cost: number; of: Conductor[] }[] = [];
  let best = Infinity;
  let steps = 0;
  const place = (i: number, used: Set<Conductor>, cost: number, of: Conductor[]): void => {
    if (cost > best || ++steps > MOST_STEPS) return;
    if (i === paths.length) {
      if (!splitsHold(paths, of, wanted)) return;
      if (cost < best) solutions.length = 0;
      best = Math.min(best, cost);
      if (solutions.length < MOST_ANSWERS && !solutions.some((s) => s.of.join() === of.join()))
        solutions.push({ cost, of: [...of] });
      return;
    }
    const [h, t] = paths[i]!;
    const price = (c: Conductor) =>
      Number(c !== right('head', h)) + Number(t !== null && c !== right('tail', t));
    const fits = (c: Conductor) =>
      !used.has(c) &&
      (pinned('head', h) ?? c) === c &&
      (pins.get(`head${c}`) ?? h) === h &&
      (t === null || ((pinned('tail', t) ?? c) === c && (pins.get(`tail${c}`) ?? t) === t));
    for (const c of all.filter(fits).sort((a, b) => price(a) - price(b))) {
      used.add(c);
      place(i + 1, used, cost + price(c), [...of, c]);
      used.delete(c);
    }
  };
  // All of it at one end comes first: a search that stops at the first few would find the one end and not the other.
  for (const end of ['tail', 'head'] as const) {
    const of = paths.map(([h, t]) => (end === 'tail' || t === null ? right('head', h) : right('tail', t)));
    const fits = of.every((c, i) => {
      const [h, t] = paths[i]!;
      return (
        (pinned('head', h) ?? c) === c &&
        (pins.get(`head${c}`) ?? h) === h &&
        (t === null || ((pinned('tail', t) ?? c) === c && (pins.get(`tail${c}`) ?? t) === t))
      );
    });
    if (!fits || new Set(of).size < of.length || !splitsHold(paths, of, wanted)) continue;
    const cost = paths.reduce(
      (sum, [h, t], i) =>
        sum + Number(of[i] !== right('head', h)) + Number(t !== null && of[i] !== right('tail', t)),
      0,
    );
    if (cost < best) solutions.length = 0;
    if (cost <= best) solutions.push({ cost, of });
    best = Math.min(best, cost);
  }
  place(0, new Set(), 0, []);
  return solutions
    .flatMap((s) =>
      (['head', 'tail'] as const).map((openEnd) => lay(link, leads, groups, paths, s.of, looks, openEnd)),
    )
    .filter((copper, i, list) => list.findIndex((o) => JSON.stringify(o) === JSON.stringify(copper)) === i)
    .filter(
      (copper) => reproduces(copper, reading, link.shielded) && looks.every((l) => copperAgrees(copper, l)),
    );
}

/** Whether copper gives exactly this reading, as far as it was looked at. */
export function reproduces(copper: Copper, reading: Reading, shielded: boolean): boolean {
  const seen = sense(copper, shielded);
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
  const sorted = (g: Contact[][]) => g.map((x) => [...x].sort()).sort((a, b) => (a[0]! < b[0]! ? -1 : 1));
  return (
    writeWalk(seen.walk) === writeWalk(reading.walk) &&
    (reading.splits === undefined ||
      same(
        seen.splits,
        CONTACT_PAIRS.filter((p) => reading.splits!.includes(p)),
      )) &&
    (reading.joins === undefined ||
      (same(sorted(seen.joins.head), sorted(reading.joins.head)) &&
        same(sorted(seen.joins.tail), sorted(reading.joins.tail))))
  );
}

/** Whether copper agrees with what a look showed. */
export function copperAgrees(copper: Copper, look: Look): boolean {
  const end = copper[look.end];
  return (
    end.seats[look.contact] === look.conductor &&
    (look.open ?? seenOpen(end, look.contact)) === seenOpen(end, look.contact) &&
    (look.bridged ?? bridgedAt(end.bridges, look.contact)) === bridgedAt(end.bridges, look.contact)
  );
}

const seenOpen = (end: EndCopper, c: Contact) => end.open.includes(c) && !end.looksHome.includes(c);
const bridgedAt = (bridges: readonly [Contact, Contact][], c: Contact) =>
  bridges.some(([a, b]) => a === c || b === c);

/** Leads as they lie before the ends, all sound. */
export const soundLeads = (leads: DiagnoseInput['leads']): Copper['leads'] => ({
  head: leads.head === 'none' ? null : SOUND_LEAD,
  tail: leads.tail === 'none' ? null : SOUND_LEAD,
});

/** Contacts of both ends that copper joins into one, unanswered ones included. */
function groupsOf(reading: Reading, contacts: readonly Contact[]): Group[] {
  const groups: Group[] = [];
  contacts.forEach((h, i) => {
    const answers = reading.walk[i]!;
    const there = groups.find(
      (g) =>
        g.head.length &&
        (answers.length
          ? g.tail.join() === answers.join()
          : (reading.joins?.head ?? []).some((j) => j.includes(h) && j.includes(g.head[0]!))),
    );
    if (there) there.head.push(h);
    else groups.push({ head: [h], tail: [...answers] });
  });
  const turned = turnWalk(reading.walk);
  contacts.forEach((t, i) => {
    if (turned[i]!.length) return;
    const there = groups.find(
      (g) =>
        !g.head.length && (reading.joins?.tail ?? []).some((j) => j.includes(t) && j.includes(g.tail[0]!)),
    );
    if (there) there.tail.push(t);
    else groups.push({ head: [], tail: [t] });
  });
  return groups;
}

/** A head contact with the tail contact that one conductor joins it to; null where it only leans on another's path. */
type Slot = [head: Contact, tail: Contact | null];

/** The conductors that a joined group needs: a path for each contact while both ends have one left, then the rest. */
function slotsOf(group: Group, belong: (h: Contact, t: Contact) => boolean): Slot[] {
  if (group.tail.length === 0) return [];
  const tails = [...group.tail];
  const slots: Slot[] = [];
  const rest: Contact[] = [];
  for (const h of group.head) {
    const at = tails.findIndex((t) => belong(h, t));
    if (at >= 0) slots.push([h, tails.splice(at, 1)[0]!]);
    else rest.push(h);
  }
  for (const h of rest) slots.push([h, tails.shift() ?? null]);
  return slots;
}

/** Head contact pairs that could be split in this walk, with whether they are. Undefined: not looked at. */
function eligibleSplits(reading: Reading): { a: Contact; b: Contact; split: boolean }[] {
  if (reading.splits === undefined) return [];
  return CONTACT_PAIRS.flatMap((pair) => {
    const [a, b] = contactsOfPair(pair);
    const [x, y] = [reading.walk[Number(a) - 1]!, reading.walk[Number(b) - 1]!];
    const eligible =
      x.length === 1 &&
      y.length === 1 &&
      x[0] !== y[0] &&
      contactPairOf(x[0]!) !== null &&
      contactPairOf(x[0]!) === contactPairOf(y[0]!);
    return eligible ? [{ a, b, split: reading.splits!.includes(pair) }] : [];
  });
}

function splitsHold(
  paths: readonly Slot[],
  of: readonly Conductor[],
  wanted: ReturnType<typeof eligibleSplits>,
): boolean {
  const colourAt = (c: Contact) => {
    const i = paths.findIndex(([h]) => h === c);
    return i < 0 ? null : colourOf(of[i]!);
  };
  return wanted.every(({ a, b, split }) => (colourAt(a) !== colourAt(b)) === split);
}

/** Writes a solution out as copper: what is left over lies where it belongs if it can, and is cut off from the rest. */
function lay(
  link: LinkSpec,
  leads: DiagnoseInput['leads'],
  groups: readonly Group[],
  paths: readonly Slot[],
  of: readonly Conductor[],
  looks: readonly Look[],
  openEnd: End,
): Copper {
  const layouts = layoutsFor(link);
  const contacts = contactsOf(link.shielded);
  const bare = (): EndCopper => ({ seats: {}, open: [], looksHome: [], bent: [], bridges: [] });
  const copper: Copper = {
    head: bare(),
    tail: bare(),
    cable: { breaks: [], bridges: [] },
    leads: soundLeads(leads),
    setting: 'right',
  };
  paths.forEach(([h, t], i) => {
    copper.head.seats[h] = of[i]!;
    if (t !== null) copper.tail.seats[t] = of[i]!;
  });
  for (const end of ['head', 'tail'] as const) {
    const seats = copper[end].seats;
    const left = new Set<Conductor>(
      [...CONDUCTORS, ...(link.shielded ? (['DRAIN'] as const) : [])].filter(
        (c) => !Object.values(seats).includes(c),
      ),
    );
    const take = (c: Contact, conductor: Conductor | undefined) => {
      if (conductor === undefined || seats[c] !== undefined || !left.delete(conductor)) return;
      seats[c] = conductor;
    };
    for (const l of looks) if (l.end === end) take(l.contact, l.conductor);
    for (const c of contacts) take(c, laidAt(layouts[end], c));
    for (const c of contacts) take(c, [...left][0]);
  }
  const look = (end: End, c: Contact) => looks.find((l) => l.end === end && l.contact === c);
  const cut = (end: End, c: Contact) => {
    const conductor = copper[end].seats[c]!;
    const across = contacts.find((x) => copper[end === 'head' ? 'tail' : 'head'].seats[x] === conductor);
    const options: { end: End; contact: Contact | undefined }[] = [
      { end, contact: c },
      { end: end === 'head' ? 'tail' : 'head', contact: across },
    ];
    if (openEnd !== end) options.reverse();
    const told = options.find((o) => o.contact && look(o.end, o.contact)?.open === true);
    const free = told ?? options.find((o) => o.contact && look(o.end, o.contact)?.open !== false) ?? options.find((o) => o.contact); // prettier-ignore
    if (free?.contact) openAt(free.end, free.contact);
  };
  /** Opens a contact, so that it looks home where a look took it for home. */
  const openAt = (end: End, c: Contact) => {
    const { open, looksHome } = copper[end];
    if (open.includes(c)) return;
    open.push(c);
    if (look(end, c)?.open === false) looksHome.push(c);
  };
  const chain = (end: End, list: readonly Contact[]) =>
    list.slice(1).forEach((c, i) => copper[end].bridges.push([list[i]!, c]));
  for (const g of groups) {
    const paired = paths.filter(([h, t]) => t !== null && g.head.includes(h));
    const spareHeads = g.head.filter((h) => !paired.some(([x]) => x === h));
    const spareTails = g.tail.filter((t) => !paired.some(([, y]) => y === t));
    if (g.head.length === 0 || g.tail.length === 0) {
      const [end, list] = g.head.length ? (['head', g.head] as const) : (['tail', g.tail] as const);
      chain(end, list);
      for (const c of list) (list.length > 1 ? openAt : cut)(end, c);
      continue;
    }
    spareHeads.forEach((c) => openAt('head', c));
    spareTails.forEach((c) => openAt('tail', c));
    if (g.head.length === 1 && g.tail.length === 1) continue;
    const free = (end: End) =>
      (end === 'head' ? g.head : g.tail).every((c) => look(end, c)?.bridged !== false);
    if (paired.length === 1) {
      chain('head', g.head);
      chain('tail', g.tail);
    } else if (
      spareHeads.length ||
      (openEnd === 'head' && free('head')) ||
      (spareTails.length === 0 && !free('tail') && free('head'))
    ) {
      chain('head', g.head);
      if (spareTails.length) chain('tail', [paired[0]![1]!, ...spareTails]);
    } else if (spareTails.length || free('tail')) {
      chain('tail', g.tail);
    } else {
      const held = paired.map(([h]) => copper.head.seats[h]!);
      held.slice(1).forEach((c, i) => copper.cable.bridges.push([held[i]!, c]));
    }
  }
  return copper;
}
