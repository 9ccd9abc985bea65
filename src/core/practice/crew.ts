import type { LogEntry } from '../model/entry';
import type { JobFile, Person } from '../model/job';
import { CONTACTS, type End, type NumberedContact } from '../wiring/conductors';
import { normalFrom, randomFrom } from './random';
import { uuid7 } from './uuid7';

/** Somebody of a made-up crew: how long an end takes them, and how often they get one wrong, by how many they made before. */
export interface MadeUpPerson extends Omit<Person, 'retired'> {
  minutes: number;
  wrong: (made: number) => number;
}
/** A made-up crew at work: what is true of it is planted here, to be found in its log. */
export interface MadeUpCrew {
  job: string;
  name: string;
  seed: number;
  links: number;
  /** The Monday it begins on, as an ISO day. */
  begins: string;
  people: readonly MadeUpPerson[];
  /** Chance that a slot is missed by a new blade, how that grows with a hundred ends, and after how many it is changed. */
  blade: { missed: number; growth: number; changedAfter?: number };
  /** From which end of all a lot of jacks is used, and how often one of it has a bent contact. */
  lot?: { from: number; bent: number };
  /** Links at the end that nobody has made yet. */
  left?: number;
}

const PORTS = 24;
const DAY_MS = 86_400_000;
const MINUTE_MS = 60_000;
/** A day's work, in minutes after midnight UTC, with a break in its middle. */
const DAY = { from: 8 * 60, noon: 12 * 60, after: 13 * 60, to: 16 * 60 };
const label = (i: number) =>
  `${'GHJLMNPQ'[Math.floor(i / PORTS)]}-${String((i % PORTS) + 1).padStart(2, '0')}`;

interface Made {
  link: number;
  end: End;
  by: string;
  mistake?: { kind: 'missed-punch' | 'bent-contact' | 'pair-reversed'; contacts: NumberedContact[] };
}

/** A walk as a wiremap tester shows it, every contact by itself. */
function walkOf(made: readonly Made[]): string {
  const answers: string[] = [...CONTACTS];
  for (const { mistake } of made) {
    if (mistake?.kind === 'pair-reversed') {
      const [a, b] = mistake.contacts.map((c) => CONTACTS.indexOf(c)) as [number, number];
      [answers[a], answers[b]] = [answers[b]!, answers[a]!];
    } else for (const c of mistake?.contacts ?? []) answers[CONTACTS.indexOf(c)] = '-';
  }
  return answers.join(' ');
}

/**
 * The log of a made-up crew: whoever is free takes the next end; a panel that is whole is proven port by port, what
 * fails is looked at, written down, mended and proven again. The same crew gives the same log.
 */
export function madeUpJob(crew: MadeUpCrew): JobFile {
  const random = randomFrom(crew.seed);
  const entries: LogEntry[] = [];
  const made = new Map<string, number>();
  let bladeAge = 0;
  let ends = 0;
  const begin = Date.parse(`${crew.begins}T00:00:00Z`);
  const free = new Map(crew.people.map((p, i) => [p.id, begin + (DAY.from + 3 * i) * MINUTE_MS]));

  /** The next moment of work after one: not in a break, not in the night, not on a weekend. */
  function atWork(ms: number): number {
    const day = Math.floor(ms / DAY_MS) * DAY_MS;
    const minute = (ms - day) / MINUTE_MS;
    if (minute >= DAY.noon && minute < DAY.after) return day + DAY.after * MINUTE_MS;
    if (minute < DAY.to) return ms;
    let next = day + DAY_MS;
    while ([0, 6].includes(new Date(next).getUTCDay())) next += DAY_MS;
    return next + (DAY.from + 10 * random()) * MINUTE_MS;
  }
  /** Somebody works for so many minutes; when they are done. */
  function work(by: string, minutes: number): number {
    const done = atWork(free.get(by)!) + minutes * MINUTE_MS;
    free.set(by, done);
    return done;
  }
  const write = (kind: string, by: string, at: number, data: object, more: object = {}) =>
    entries.push({ id: uuid7(Math.round(at), random), job: crew.job, kind, by, at: new Date(Math.round(at / 1000) * 1000).toISOString().replace('.000Z', 'Z'), data, ...more } as unknown as LogEntry);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const took = (minutes: number) => Math.max(1.2, minutes * Math.exp(0.3 * normalFrom(random)));
  const firstFree = () => [...crew.people].sort((a, b) => free.get(a.id)! - free.get(b.id)!)[0]!;

  function makeEnd(link: number, end: End): Made {
    const person = firstFree();
    const before = made.get(person.id) ?? 0;
    made.set(person.id, before + 1);
    const at = work(person.id, took(person.minutes));
    if (crew.blade.changedAfter !== undefined && bladeAge >= crew.blade.changedAfter) {
      write('tool', person.id, at - MINUTE_MS, { part: 'punch-1', did: 'blade-changed' });
      bladeAge = 0;
    }
    const out: Made = { link, end, by: person.id };
    const slot = crew.blade.missed * Math.exp((crew.blade.growth * bladeAge) / 100);
    const lot = crew.lot && end === 'tail' ? (ends >= crew.lot.from ? 'jacks-b' : 'jacks-a') : null;
    if (random() < person.wrong(before)) out.mistake = { kind: 'pair-reversed', contacts: pick([['1', '2'], ['7', '8']]) };
    else if (lot === 'jacks-b' && random() < crew.lot!.bent) out.mistake = { kind: 'bent-contact', contacts: [pick(CONTACTS)] };
    else if (random() < 1 - (1 - slot) ** CONTACTS.length) out.mistake = { kind: 'missed-punch', contacts: [pick(CONTACTS)] };
    write('read-back', person.id, at - MINUTE_MS / 2, { held: [], right: true, seconds: Math.round(15 + 20 * random()) }, { link: label(link), end });
    write('seated', person.id, at, { connector: end === 'head' ? 'patch-panel' : 'punch-down-jack', scheme: 'T568B', parts: ['punch-1', ...(lot ? [lot] : [])] }, { link: label(link), end });
    bladeAge++;
    ends++;
    return out;
  }
  function prove(by: string, link: number, both: Made[]): void {
    const read = (walk: string) => write('reading', by, work(by, took(1.6)), { reading: { evidence: 'wiremap', joins: { head: [], tail: [] }, splits: [], walk }, leadsProvenAt: new Date(free.get(by)! - 3_600_000).toISOString() }, { link: label(link) });
    read(walkOf(both));
    for (const m of both) {
      if (!m.mistake) continue;
      const { kind, contacts } = m.mistake;
      write('found', by, work(by, 2), { asExplained: true, mistakes: [{ kind, where: m.end, contacts, conductors: [] }] }, { link: label(link) });
      write('redone', by, work(by, took(6)), kind === 'bent-contact' ? { action: 'redo', connector: 'punch-down-jack', scheme: 'T568B' } : { action: 'repunch', contacts }, { link: label(link), end: m.end });
      delete m.mistake;
      read(walkOf(both));
    }
  }
  const whole = crew.links - (crew.left ?? 0);
  for (let from = 0; from < whole; from += PORTS) {
    const panel = Array.from({ length: Math.min(PORTS, whole - from) }, (_, i) => from + i);
    const both = new Map(panel.map((link) => [link, [makeEnd(link, 'head'), makeEnd(link, 'tail')]]));
    const by = firstFree().id;
    free.set(by, Math.max(...free.values()));
    for (const [link, list] of both) prove(by, link, list);
  }
  entries.sort((a, b) => Date.parse(a.at) - Date.parse(b.at) || (a.id < b.id ? -1 : 1));
  const panels = Math.ceil(crew.links / PORTS);
  return {
    format: 'gauntlet/job@1',
    job: { id: crew.job, name: crew.name, createdAt: `${crew.begins}T06:00:00Z`, policy: { scheme: 'T568B', evidence: 'wiremap', units: 'mm', untwist: 'standard', working: { days: [1, 2, 3, 4, 5], hours: 7, people: crew.people.length } } },
    spaces: [
      { id: 'closet', name: 'Ground closet', kind: 'closet', floor: 0, x: 0, y: 0 },
      ...Array.from({ length: panels }, (_, i) => ({ id: `room-${i}`, name: `Room ${i + 1}`, kind: 'room' as const, floor: 0, x: 10 * (i + 1), y: 6 })),
    ],
    panels: Array.from({ length: panels }, (_, i) => ({ id: label(i * PORTS)[0]!, name: label(i * PORTS)[0]!, space: 'closet', ports: PORTS, order: i })),
    outlets: Array.from({ length: Math.ceil(crew.links / 2) }, (_, i) => ({ id: `out-${i}`, name: `wall ${i + 1}`, space: `room-${Math.floor((2 * i) / PORTS)}`, positions: 2 })),
    links: Array.from({ length: crew.links }, (_, i) => ({ id: label(i), label: label(i), head: { panel: label(i)[0]!, port: (i % PORTS) + 1, connector: 'patch-panel' as const }, tail: { outlet: `out-${Math.floor(i / 2)}`, position: (i % 2) + 1, connector: 'punch-down-jack' as const }, ordered: 'straight' as const, shielded: false, cable: 'Cat 6 U/UTP', lengthMetres: 20 + (i % 30) })),
    parts: [
      { id: 'jacks-a', kind: 'connector lot', name: 'Jacks, box 1', lot: 'J-20' },
      { id: 'jacks-b', kind: 'connector lot', name: 'Jacks, box 2', lot: 'J-27' },
      { id: 'punch-1', kind: 'punch tool', name: 'Punch tool, green tape' },
    ],
    crew: crew.people.map(({ id, name, role }) => ({ id, name, role })),
    entries: entries as JobFile['entries'],
  };
} // prettier-ignore
