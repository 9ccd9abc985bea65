/** Writes the demo job, demo/skerry-point.json: a made-up station with a log of two weeks. Same output every time. */
import { jobFileProblems } from '../src/core/plan/invariants';
import type { Evidence } from '../src/core/model/evidence';
import { writeFileSync } from 'node:fs';
import type { Run } from '../src/core/model/run';
import { canonicalJson } from '../src/core/formats/canonical';
import { copperAsOrdered, type Copper } from '../src/core/copper/copper';
import { sense } from '../src/core/copper/sense';
import { jobFileSchema, type JobFile, type Link } from '../src/core/model/job';
import type { Entry, EntryOf } from '../src/core/model/entry';
import { specOf } from '../src/core/log/link-spec';
import { diagnoseInputFor } from '../src/core/diagnose/ask';
import { likeliestAt } from '../src/core/diagnose/blame';
import { createEngine } from '../src/core/diagnose/engine';
import { readMeasured } from '../src/core/log/measured';
import { writeWalk } from '../src/core/reading/walk';
import type { Contact, End } from '../src/core/wiring/conductors';
import { randomFrom } from '../src/core/practice/random';
import { otherScheme } from '../src/core/wiring/schemes';
import { uuid7 } from '../src/core/practice/uuid7';

const random = randomFrom(20260504);
const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const JOB = 'skerry-point';
const policy: JobFile['job']['policy'] = {
  scheme: 'T568B',
  evidence: 'wiremap',
  units: 'mm',
  untwist: 'standard',
  practice: { exchanged: [['K1-21', 'K1-22']] },
};

const spaces: JobFile['spaces'] = [
  {
    id: 'low-closet',
    name: 'Low closet',
    kind: 'closet',
    floor: 0,
    x: 0,
    y: 0,
    code: 'LC',
    width: 3,
    depth: 4,
  },
  {
    id: 'tower-closet',
    name: 'Tower closet',
    kind: 'closet',
    floor: 2,
    x: 4,
    y: 18,
    code: 'TC',
    width: 3,
    depth: 3,
  },
  { id: 'kelp-lab', name: 'Kelp lab', kind: 'room', floor: 0, x: 12, y: 4, code: 'KL', width: 9, depth: 7 },
  { id: 'tide-lab', name: 'Tide lab', kind: 'room', floor: 0, x: 24, y: 4, code: 'TL', width: 9, depth: 7 },
  {
    id: 'boathouse',
    name: 'Boathouse',
    kind: 'room',
    floor: -1,
    x: 40,
    y: -12,
    code: 'BH',
    width: 12,
    depth: 8,
  },
  { id: 'bird-room', name: 'Bird room', kind: 'room', floor: 1, x: 10, y: 8, code: 'BR', width: 8, depth: 6 },
  { id: 'library', name: 'Library', kind: 'room', floor: 1, x: 22, y: 8, code: 'LB', width: 10, depth: 7 },
  {
    id: 'radio-room',
    name: 'Radio room',
    kind: 'room',
    floor: 2,
    x: 8,
    y: 22,
    code: 'RR',
    width: 7,
    depth: 6,
  },
  {
    id: 'lantern',
    name: 'Lantern gallery',
    kind: 'room',
    floor: 4,
    x: 4,
    y: 24,
    code: 'LG',
    width: 6,
    depth: 6,
  },
  { id: 'galley', name: 'Galley', kind: 'room', floor: 0, x: 33, y: 14, code: 'GY', width: 8, depth: 6 },
  {
    id: 'bunk-room',
    name: 'Bunk room',
    kind: 'room',
    floor: 1,
    x: 14,
    y: 18,
    code: 'BK',
    width: 8,
    depth: 6,
  },
  {
    id: 'net-store',
    name: 'Net store',
    kind: 'room',
    floor: -1,
    x: 26,
    y: -10,
    code: 'NS',
    width: 8,
    depth: 6,
  },
];
const panels: JobFile['panels'] = [
  { id: 'K1', name: 'K1', space: 'low-closet', ports: 24, order: 0 },
  { id: 'K2', name: 'K2', space: 'low-closet', ports: 24, order: 1 },
  { id: 'T1', name: 'T1', space: 'tower-closet', ports: 12, order: 2 },
  { id: 'X1', name: 'X1', space: 'low-closet', ports: 4, order: 3 },
  { id: 'K3', name: 'K3', space: 'low-closet', ports: 24, order: 4 },
];
const crew: JobFile['crew'] = [
  { id: 'ines', name: 'Ines Rask', role: 'technician' },
  { id: 'bo', name: 'Bo Tarn', role: 'technician' },
  { id: 'mika', name: 'Mika Fell', role: 'trainee' },
  { id: 'una', name: 'Una Brae', role: 'technician' },
  { id: 'pell', name: 'Pell Orme', role: 'lead' },
];
const parts: JobFile['parts'] = [
  { id: 'crimper-1', name: 'Ratchet crimper, red tape', kind: 'crimper' },
  { id: 'punch-1', name: 'Punch tool, low closet', kind: 'punch tool' },
  { id: 'punch-2', name: 'Punch tool, tower', kind: 'punch tool' },
  { id: 'jack-lot-a', name: 'Jacks, box A', kind: 'connector lot', lot: 'A-114' },
  { id: 'lead-1', name: 'Lead, red tape', kind: 'test lead' },
  { id: 'lead-2', name: 'Lead, white tape', kind: 'test lead' },
  { id: 'lead-3', name: 'Lead, long', kind: 'test lead' },
  { id: 'plug-lot-c', name: 'Plugs, bag C', kind: 'connector lot', lot: 'C-031' },
];

/** Rooms in the order in which the ports of each panel go to them: space, outlet names, positions, tail connector. */
const RUNS: [
  string,
  string,
  string[],
  'punch-down-jack' | 'closed-plug' | 'shielded-toolless-jack' | 'field-plug',
][] = [
  ['K1', 'kelp-lab', ['east bench', 'west bench', 'sink wall', 'door'], 'punch-down-jack'],
  ['K1', 'tide-lab', ['tank row', 'window', 'desk', 'ceiling'], 'punch-down-jack'],
  ['K1', 'boathouse', ['slip', 'workbench', 'winch', 'loft'], 'closed-plug'],
  ['K2', 'bird-room', ['hide', 'scope', 'desk'], 'punch-down-jack'],
  ['K2', 'library', ['carrels', 'map table', 'desk', 'printer'], 'punch-down-jack'],
  ['K2', 'kelp-lab', ['ceiling', 'store', 'camera'], 'field-plug'],
  ['T1', 'radio-room', ['console', 'rack', 'bench', 'mast'], 'shielded-toolless-jack'],
  ['T1', 'lantern', ['rail', 'stair'], 'punch-down-jack'],
];
const outlets: JobFile['outlets'] = [];
const links: Link[] = [];
const used: Record<string, number> = { K1: 0, K2: 0, T1: 0 };
for (const [panel, space, names, connector] of RUNS)
  for (const name of names) {
    const positions = 2;
    const outlet = `${space}-${name.replaceAll(' ', '-')}`;
    outlets.push({ id: outlet, name, space, positions });
    for (let position = 1; position <= positions; position++) {
      const port = (used[panel] = used[panel]! + 1);
      const label = `${panel}-${String(port).padStart(2, '0')}`;
      const shielded = space === 'radio-room';
      links.push({
        id: label,
        label,
        head: { panel, port, connector: shielded ? 'shielded-toolless-jack' : 'patch-panel' },
        tail: { outlet, position, connector },
        ordered: 'straight',
        shielded,
        cable: shielded ? 'Cat 6A F/UTP' : 'Cat 6 U/UTP',
        lengthMetres: Math.round((12 + random() * 55) * 10) / 10,
      });
    }
  }
/** Two aerial leads on coax, beside the data links. */
for (const [port, outlet] of [
  [1, 'boathouse-loft'],
  [2, 'lantern-rail'],
] as const) {
  outlets.find((o) => o.id === outlet)!.positions = 3;
  links.push({
    id: `X1-0${port}`,
    label: `X1-0${port}`,
    head: { panel: 'X1', port, connector: 'coax-compression' },
    tail: { outlet, position: 3, connector: 'coax-compression' },
    ordered: 'straight',
    shielded: false,
    cable: 'Coax, 75 ohm',
    lengthMetres: port === 1 ? 38 : 24,
  });
}
const link = (id: string) => links.find((l) => l.id === id)!;
Object.assign(link('K2-12'), { ordered: 'crossover', note: 'Joins the two old loggers back to back.' });
Object.assign(link('T1-10'), { scheme: 'T568A', note: 'Carries the old foghorn telephone.' });

const entries: Entry[] = [];
const start = Date.parse('2026-11-03T08:00:00Z');
let clock = start;
/** Moves on by some minutes, from one working day to the next. */
const later = (minutes: number) => {
  clock += Math.round(minutes * 60) * 1000;
  const day = new Date(clock);
  if (day.getUTCHours() >= 16)
    clock = Date.UTC(
      day.getUTCFullYear(),
      day.getUTCMonth(),
      day.getUTCDate() + 1,
      8,
      Math.floor(random() * 20),
    );
  const weekday = new Date(clock).getUTCDay();
  if (weekday === 6) clock += 2 * 86_400_000;
  if (weekday === 0) clock += 86_400_000;
};
const write = <K extends Entry['kind']>(
  l: Link,
  kind: K,
  by: string,
  data: EntryOf<K>['data'],
  end?: End,
) => {
  const at = new Date(clock).toISOString().replace('.000Z', 'Z');
  entries.push({
    id: uuid7(clock, random),
    job: JOB,
    link: l.id,
    ...(end ? { end } : {}),
    kind,
    at,
    by,
    data,
  } as Entry);
};
const seat = (l: Link, end: End, by: string) => {
  later(2 + random() * 4);
  const spec = specOf(l, policy);
  write(l, 'read-back', by, { right: true, held: [], seconds: Math.round(14 + random() * 20) }, end);
  later(1);
  write(
    l,
    'seated',
    by,
    { connector: l[end].connector, scheme: spec[end].scheme, minutes: Math.round(30 + random() * 40) / 10 },
    end,
  );
};
type Spoil = (copper: Copper, l: Link) => void;
const read = (
  l: Link,
  by: string,
  evidence: Evidence,
  spoil: Spoil | null,
  blame: End[] = [],
  metres?: [Contact, End, number],
) => {
  later(1 + random() * 2);
  const spec = specOf(l, policy);
  const copper = copperAsOrdered(spec);
  spoil?.(copper, l);
  const seen = sense(copper, l.shielded);
  const reading: EntryOf<'reading'>['data']['reading'] = { evidence, walk: writeWalk(seen.walk) };
  if (evidence !== 'continuity') Object.assign(reading, { splits: seen.splits, joins: seen.joins });
  if (evidence === 'wiremap-length')
    reading.lengthMetres = Math.round((l.lengthMetres! + random() - 0.5) * 10) / 10;
  if (metres) reading.distances = [{ contact: metres[0], from: metres[1], metres: metres[2] }];
  const diagnosis = blame.length ? explained(l, reading, blame) : undefined;
  write(l, 'reading', by, {
    reading,
    tester: evidence === 'continuity' ? 'lamps, grey box' : 'map meter 2',
    ...(blame.length ? { blame } : {}),
    ...(diagnosis ? { diagnosis } : {}),
  });
};
const engine = createEngine();
const explained = (
  l: Link,
  reading: EntryOf<'reading'>['data']['reading'],
  blame: readonly End[],
): EntryOf<'reading'>['data']['diagnosis'] => {
  const read = readMeasured(reading, l.shielded);
  if (!read.ok) return undefined;
  const asked = diagnoseInputFor({ link: l, policy, reading: read.reading, leads: 'proven' });
  const { explanations } = engine.diagnose({
    ...asked,
    knowledge: { ...asked.knowledge, readBack: ['head', 'tail'] },
  });
  const best = explanations[likeliestAt(explanations, blame)];
  return (
    best && {
      mistakes: best.mistakes,
      probability: Math.round(best.probability * 1000) / 1000,
      remedy: [best.remedy.text, best.then?.text].filter(Boolean).join(' '),
      looked: [],
    }
  );
};
const openAt =
  (end: End, ...contacts: Contact[]): Spoil =>
  (c) =>
    c[end].open.push(...contacts);
const swap =
  (end: End, a: Contact, b: Contact): Spoil =>
  (c) => {
    const s = c[end].seats;
    [s[a], s[b]] = [s[b], s[a]];
  };
const toOtherScheme =
  (end: End): Spoil =>
  (c, l) => {
    const spec = specOf(l, policy);
    c[end].seats = copperAsOrdered({
      ...spec,
      ordered: 'straight',
      head: { ...spec.head, scheme: otherScheme(spec[end].scheme) },
      tail: { ...spec.tail, scheme: otherScheme(spec[end].scheme) },
    })[end].seats;
  };
const splitBoth: Spoil = (c) => {
  for (const end of ['head', 'tail'] as const) {
    const s = c[end].seats;
    [s['4'], s['6']] = [s['6'], s['4']];
  }
};
const both = (l: Link, head: string, tail: string) => (seat(l, 'head', head), seat(l, 'tail', tail));

const FAILS: Record<string, [Evidence, Spoil, End[], [Contact, End, number]?]> = {
  'K1-05': ['wiremap-length', openAt('tail', '4'), ['tail'], ['4', 'tail', 0.2]],
  'K1-07': ['wiremap', toOtherScheme('head'), ['head']],
  'K1-19': ['wiremap', swap('tail', '2', '3'), ['tail']],
  'K2-04': ['wiremap', (c) => c.tail.bridges.push(['4', '5']), ['tail']],
  'K2-09': ['wiremap', swap('head', '7', '8'), ['head']],
  'T1-03': ['wiremap', (c) => c.tail.open.push('S'), ['tail']],
};
const MENDED: Record<string, [Spoil, End, string, Contact[]]> = {
  'K1-03': [openAt('head', '6'), 'head', 'missed-punch', ['6']],
  'K1-11': [toOtherScheme('tail'), 'tail', 'other-scheme', ['1', '2', '3', '6']],
  'K1-16': [openAt('tail', '1'), 'tail', 'missed-punch', ['1']],
  'K2-02': [swap('tail', '4', '5'), 'tail', 'pair-reversed', ['4', '5']],
  'K2-07': [openAt('head', '3'), 'head', 'missed-punch', ['3']],
  'T1-01': [openAt('head', '8'), 'head', 'missed-punch', ['8']],
};
const PROVISIONAL = new Set(['K1-09', 'K1-10', 'K2-05', 'T1-09']);
const STALE = new Set(['K1-13', 'K2-08']);
const SEATED = new Set(['K1-20', 'K1-21', 'K1-22', 'K2-10', 'K2-11', 'K2-12', 'K2-13', 'T1-05', 'T1-06']);
const HEAD_ONLY = new Set(['K1-23', 'K1-24', 'K2-14', 'K2-15', 'K2-16', 'T1-07', 'T1-08', 'T1-11']);
const BARE = new Set(['K2-17', 'K2-18', 'K2-19', 'K2-20', 'T1-10', 'T1-12', 'X1-01', 'X1-02']);

for (const l of links) {
  if (BARE.has(l.id)) continue;
  later(60 + random() * 45);
  const [headBy, tailBy] = [pick(['ines', 'bo']), pick(['una', 'mika', 'bo'])];
  if (HEAD_ONLY.has(l.id)) {
    seat(l, 'head', headBy);
    continue;
  }
  both(l, headBy, tailBy);
  if (SEATED.has(l.id)) continue;
  const failed = FAILS[l.id];
  if (failed) {
    read(l, headBy, failed[0], failed[1], failed[2], failed[3]);
    continue;
  }
  const mended = MENDED[l.id];
  if (mended || STALE.has(l.id)) {
    const [spoil, end, kind, contacts] = mended ?? [
      openAt('tail', '2'),
      'tail' as End,
      'missed-punch',
      ['2'] as Contact[],
    ];
    read(l, headBy, 'wiremap', spoil, [end]);
    later(4);
    const copper = copperAsOrdered(specOf(l, policy));
    spoil(copper, l);
    write(l, 'found', tailBy, {
      asExplained: true,
      mistakes: [{ where: end, kind, contacts, conductors: contacts.map((c) => copper[end].seats[c]!) }],
    });
    later(3);
    const plug = l[end].connector === 'closed-plug';
    write(
      l,
      'redone',
      tailBy,
      plug
        ? { action: 'redo', connector: l[end].connector, minutes: 4 }
        : { action: 'repunch', contacts, minutes: 1.5 },
      end,
    );
    if (STALE.has(l.id)) continue;
  }
  read(
    l,
    headBy,
    PROVISIONAL.has(l.id) ? 'continuity' : pick(['wiremap', 'wiremap', 'wiremap-length']),
    null,
  );
}
later(6);
read(link('K2-10'), 'mika', 'wiremap', splitBoth, ['head', 'tail']);
later(2);
write(link('K2-10'), 'void', 'mika', { entry: entries.at(-1)!.id, reason: 'Read the wrong port.' });

/** Twelve cables pulled and not known yet: what a trace finds out. Two carry a flag of tape already. */
const LOOSE: [string, string[]][] = [
  ['galley', ['range', 'hatch']],
  ['bunk-room', ['door', 'window']],
  ['net-store', ['bench', 'gate']],
];
let loosePort = 0;
for (const [space, names] of LOOSE)
  for (const name of names) {
    const outlet = `${space}-${name}`;
    outlets.push({ id: outlet, name, space, positions: 2 });
    for (const position of [1, 2]) {
      const port = ++loosePort;
      const label = `K3-${String(port).padStart(2, '0')}`;
      links.push({
        id: label,
        label,
        head: { panel: 'K3', port, connector: 'patch-panel' },
        tail: { outlet, position, connector: 'punch-down-jack' },
        ordered: 'straight',
        shielded: false,
        cable: 'Cat 6 U/UTP',
      });
    }
  }
later(20);
for (const [id, end, tape, bands, text] of [
  ['K3-01', 'tail', 'yellow', 1, 'range'],
  ['K2-17', 'head', 'red', 2, '7'],
] as const)
  write(
    links.find((l) => l.id === id)!,
    'flagged',
    'bo',
    { tape, bands, text },
    end,
  );

const file: JobFile = {
  format: 'gauntlet/job@1',
  job: { id: JOB, name: 'Skerry Point', createdAt: '2026-11-02T07:30:00Z', policy },
  spaces: [...spaces].sort((a, b) => (a.id < b.id ? -1 : 1)),
  panels: [...panels].sort((a, b) => (a.id < b.id ? -1 : 1)),
  outlets: [...outlets].sort((a, b) => (a.id < b.id ? -1 : 1)),
  runs: [
    {
      id: 'kelp-lab-east',
      name: 'Low closet to Kelp lab, east bench',
      from: { floor: 0, x: 0, y: 0, heading: 0 },
      steps: [
        { go: 'up', metres: 1.2 },
        { go: 'over', metres: 7.5 },
        { go: 'through', metres: 0.3, behindKnown: true, lookedThrough: true },
        { go: 'over', metres: 6.2, turn: 30 },
        { go: 'down', metres: 2.3 },
        { go: 'along', metres: 3.4, turn: 60, radiusMm: 40 },
        { go: 'loop', metres: 1.5 },
      ],
      links: links
        .filter((l) => l.tail.outlet === 'kelp-lab-east-bench')
        .map((l) => l.id)
        .sort(),
    },
    {
      id: 'galley-skirting',
      name: 'Kelp lab to Galley, along the skirting',
      from: { floor: 0, x: 16, y: 7, heading: 0 },
      steps: [
        { go: 'along', metres: 4.2 },
        { go: 'through', metres: 0.24 },
        { go: 'along', metres: 2.6, turn: 90, mainsMm: 30 },
        { go: 'up', metres: 0.3, radiusMm: 15 },
      ],
      links: [],
    },
  ].sort((a, b) => (a.id < b.id ? -1 : 1)) as Run[],
  links: [...links].sort((a, b) => (a.id < b.id ? -1 : 1)),
  parts: [...parts].sort((a, b) => (a.id < b.id ? -1 : 1)),
  crew: [...crew].sort((a, b) => (a.id < b.id ? -1 : 1)),
  entries,
};
const problems = jobFileProblems(jobFileSchema.parse(file));
if (problems.length) throw new Error(JSON.stringify(problems));
writeFileSync(new URL('../demo/skerry-point.json', import.meta.url), canonicalJson(file));
console.log(`${links.length} links, ${entries.length} entries, until ${entries.at(-1)!.at}`);
