/** Writes the second demo job, demo/tern-workshop.json: cords, a run from room to room, coax drops. Same output every time. */
import { writeFileSync } from 'node:fs';
import { copperAsOrdered, type Copper } from '../src/core/copper/copper';
import { sense } from '../src/core/copper/sense';
import { canonicalJson } from '../src/core/formats/canonical';
import { specOf } from '../src/core/log/link-spec';
import type { Entry, EntryOf } from '../src/core/model/entry';
import { jobFileSchema, type JobFile, type Link } from '../src/core/model/job';
import { jobFileProblems } from '../src/core/plan/invariants';
import { randomFrom } from '../src/core/practice/random';
import { writeWalk } from '../src/core/reading/walk';
import { ENDS, type End } from '../src/core/wiring/conductors';
import type { ConnectorFamily } from '../src/core/wiring/connector';
import type { Order } from '../src/core/wiring/schemes';
import { uuid7 } from '../src/core/practice/uuid7';

const random = randomFrom(20261102);
const JOB = 'tern-workshop';
const policy: JobFile['job']['policy'] = {
  scheme: 'T568B',
  evidence: 'wiremap',
  units: 'mm',
  untwist: 'standard',
  practice: {},
};
const room = (id: string, name: string, x: number, y: number, floor = 0): JobFile['spaces'][number] => ({
  id,
  name,
  kind: 'room',
  floor,
  x,
  y,
  width: 6,
  depth: 5,
});
const cords = (batch: string, prefix: string, count: number, ordered: Order, lengthMetres: number): Link[] =>
  Array.from({ length: count }, (_, i) => {
    const label = `${prefix}${String(i + 1).padStart(2, '0')}`;
    return {
      id: label,
      label,
      cord: { batch, number: i + 1 },
      head: { connector: 'closed-plug' },
      tail: { connector: 'closed-plug' },
      ordered,
      shielded: false,
      cable: 'Cat 6 patch, stranded',
      lengthMetres,
    };
  });
const direct = (
  label: string,
  from: string,
  to: string,
  connector: ConnectorFamily,
  cable: string,
  lengthMetres: number,
): Link => ({
  id: label,
  label,
  head: { space: from, connector },
  tail: { space: to, connector },
  ordered: 'straight',
  shielded: false,
  cable,
  lengthMetres,
});
const links = [
  ...cords('rack-cords', 'C-', 12, 'straight', 1),
  ...cords('console-cords', 'D-', 4, 'rollover', 3),
  direct('R-01', 'office', 'sail-loft', 'punch-down-jack', 'Cat 6 U/UTP', 18),
  direct('X-01', 'attic', 'office', 'coax-compression', 'Coax, 75 ohm', 14),
  direct('X-02', 'attic', 'sail-loft', 'coax-compression', 'Coax, 75 ohm', 21),
  direct('X-03', 'attic', 'galley', 'coax-compression', 'Coax, 75 ohm', 9),
];
const link = (id: string) => links.find((l) => l.id === id)!;

const entries: Entry[] = [];
let clock = Date.parse('2026-11-17T07:40:00Z');
const later = (minutes: number) => (clock += Math.round(minutes * 60) * 1000);
function write<K extends Entry['kind']>(l: Link, kind: K, data: EntryOf<K>['data'], end?: End): void {
  entries.push({
    id: uuid7(clock, random),
    job: JOB,
    link: l.id,
    ...(end ? { end } : {}),
    kind,
    at: new Date(clock).toISOString().replace('.000Z', 'Z'),
    by: 'enna',
    data,
  } as Entry);
}
function seat(l: Link, end: End): void {
  later(1 + random());
  write(l, 'read-back', { right: true, held: [], seconds: Math.round(12 + random() * 12) }, end);
  later(0.4);
  const minutes = Math.round(14 + random() * 14) / 10;
  write(l, 'seated', { connector: l[end].connector, scheme: specOf(l, policy)[end].scheme, minutes }, end);
}
function read(l: Link, spoil?: (copper: Copper) => void, blame?: End): void {
  later(0.7);
  const copper = copperAsOrdered(specOf(l, policy));
  spoil?.(copper);
  const { walk, splits, joins } = sense(copper, l.shielded);
  write(l, 'reading', {
    reading: { evidence: 'wiremap', walk: writeWalk(walk), splits, joins },
    tester: 'map meter 2',
    ...(blame ? { blame: [blame] } : {}),
  });
}

// The first cord of a batch goes to its end before the next is begun; the fourth read wrong and waits.
for (const n of ['01', '02', '03', '04', '05']) {
  const cord = link(`C-${n}`);
  for (const end of ENDS) seat(cord, end);
  if (n === '04') read(cord, (c) => void c.tail.open.push('4'), 'tail');
  else read(cord);
}
seat(link('C-06'), 'head');

const file: JobFile = {
  format: 'gauntlet/job@1',
  job: {
    id: JOB,
    name: 'Tern workshop: cords and drops',
    createdAt: '2026-11-02T07:00:00Z',
    policy,
  },
  spaces: [
    room('attic', 'Attic', 4, 4, 2),
    room('galley', 'Galley', 0, 8),
    room('office', 'Office', 0, 0),
    room('sail-loft', 'Sail loft', 12, 0, 1),
  ],
  panels: [],
  outlets: [],
  batches: [
    { id: 'console-cords', name: 'Console cords' },
    { id: 'rack-cords', name: 'Rack cords', boots: true, box: { name: 'reel 7', metres: 60 } },
  ],
  links: [...links].sort((a, b) => (a.id < b.id ? -1 : 1)),
  parts: [
    { id: 'crimper', name: 'Crimping pliers', kind: 'crimper' },
    { id: 'lead-1', name: 'Lead 1', kind: 'test lead' },
  ],
  crew: [
    { id: 'bo', name: 'Bo Tarn', role: 'technician' },
    { id: 'enna', name: 'Enna Wick', role: 'lead' },
  ],
  entries,
};
const parsed = jobFileSchema.parse(file);
const problems = jobFileProblems(parsed);
if (problems.length) throw new Error(JSON.stringify(problems, null, 1));
writeFileSync(new URL('../demo/tern-workshop.json', import.meta.url), canonicalJson(parsed));
console.log(`demo/tern-workshop.json: ${links.length} links, ${entries.length} entries`);
