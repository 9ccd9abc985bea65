import { jobFileProblems } from '../plan/invariants';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { READ_DIRECTLY, type Copper } from '../copper/copper';
import { z } from 'zod';
import demo from '../../../demo/skerry-point.json';
import { canonicalJson } from './canonical';
import { PUBLISHED } from '../published';
import { copperProblems, diagnoseInput, diagnoseRequestSchema } from './diagnose';
import { entrySchema, type Entry } from '../model/entry';
import { jobFileSchema, type JobFile } from '../model/job';

const file = jobFileSchema.parse(demo);
const changed = (change: (f: JobFile) => void) => {
  const copy = structuredClone(file);
  change(copy);
  return jobFileProblems(copy).map((p) => p.path);
};
const seats = {
  '1': 'WO',
  '2': 'O',
  '3': 'WG',
  '4': 'BL',
  '5': 'WBL',
  '6': 'G',
  '7': 'WBR',
  '8': 'BR',
} as const;

describe('published schemas', () => {
  it('are those that the program checks by', () => {
    for (const [name, schema] of Object.entries(PUBLISHED)) {
      const there = readFileSync(
        new URL(`../../../docs/formats/${name}.schema.json`, import.meta.url),
        'utf8',
      );
      expect(JSON.parse(there), `${name}: run npm run formats`).toEqual(
        z.toJSONSchema(schema, { io: 'input' }),
      );
    }
  });
});

describe('canonical JSON', () => {
  it('sorts keys at every depth, leaves lists and drops what is undefined', () => {
    expect(canonicalJson({ b: [{ d: 1, c: 2 }, 3], a: undefined, A: null })).toBe(
      '{\n "A": null,\n "b": [\n  {\n   "c": 2,\n   "d": 1\n  },\n  3\n ]\n}\n',
    );
  });
});

describe('a job file that contradicts itself', () => {
  it('is told where', () => {
    expect(changed(() => {})).toEqual([]);
    expect(changed((f) => (f.panels[0]!.space = 'nowhere'))).toEqual(['panels.0.space']);
    expect(changed((f) => (f.outlets[0]!.space = 'nowhere'))).toEqual(['outlets.0.space']);
    expect(changed((f) => (f.links[0]!.head.port = 25))).toEqual(['links.0.head.port']);
    expect(changed((f) => (f.links[1]!.head.port = 1))).toEqual(['links.1.head.port']);
    expect(changed((f) => (f.links[0]!.tail.outlet = 'nowhere'))).toEqual(['links.0.tail.outlet']);
    expect(changed((f) => (f.links[2]!.head.panel = 'nowhere'))).toEqual(['links.2.head.panel']);
    expect(changed((f) => ((f.entries[3] as Entry).link = 'nowhere'))).toEqual(['entries.3.link']);
    expect(changed((f) => (f.entries[3]!.by = 'nobody'))).toEqual(['entries.3.by']);
    expect(changed((f) => (f.entries[3]!.job = 'elsewhere'))).toEqual(['entries.3.job']);
    expect(changed((f) => (f.crew[1]!.id = f.crew[0]!.id))).toContain('crew.1.id');
  });
});

describe('an entry', () => {
  const reading = file.entries.find((e) => e.kind === 'reading')!;
  const paths = (e: unknown) => {
    const parsed = entrySchema.safeParse(e);
    return parsed.success ? [] : parsed.error.issues.map((i) => i.path.join('.'));
  };
  it('is refused by the name of its field', () => {
    expect(paths(reading)).toEqual([]);
    expect(paths({ ...reading, kind: 'wish' })).toEqual(['kind']);
    expect(paths({ ...reading, at: 'yesterday' })).toEqual(['at']);
    expect(paths({ ...reading, data: { reading: { walk: 7 } } })).toEqual(['data.reading.walk']);
    expect(paths({ ...reading, data: { ...reading.data, extra: 1 } })).toEqual(['data']);
    expect(paths({ ...file.entries.find((e) => e.kind === 'seated')!, end: undefined })).toEqual(['end']);
  });
});

describe('what the open routes take', () => {
  const link = { head: { connector: 'jack', scheme: 'T568B' }, tail: { connector: 'plug', scheme: 'T568B' } };
  it('fills in what may be left out', () => {
    const asked = diagnoseInput(diagnoseRequestSchema.parse({ link, reading: { walk: '12345678' } }));
    expect(asked).toMatchObject({
      ok: true,
      input: {
        standingAt: 'head',
        link: { ordered: 'straight', shielded: false },
        knowledge: { looked: [] },
        costs: { walk: 4, repull: 90 },
        reading: { evidence: 'continuity' },
      },
    });
  });
  it('turns a reading from the tail round', () => {
    const asked = diagnoseInput(
      diagnoseRequestSchema.parse({ link, reading: { walk: '2 3 1 4 5 6 7 8', from: 'tail' } }),
    );
    expect(asked.ok && asked.input.reading.walk.join(' ')).toBe('3 1 2 4 5 6 7 8');
  });
  it('names a distance to S where there is no S', () => {
    const asked = diagnoseInput(
      diagnoseRequestSchema.parse({
        link,
        reading: { walk: '12345678', distances: [{ contact: 'S', from: 'head', metres: 1 }] },
      }),
    );
    expect(asked).toMatchObject({ ok: false, path: 'reading.distances.0.contact' });
  });
  it('refuses copper that cannot be', () => {
    const right = { seats, open: [], looksHome: [], bent: [], bridges: [] };
    const cable = { breaks: [], bridges: [] };
    const problems = (copper: Omit<Copper, 'leads' | 'setting'>) =>
      copperProblems({ ...READ_DIRECTLY, ...copper }, false).map((p) => p.path);
    expect(problems({ head: right, tail: right, cable })).toEqual([]);
    expect(problems({ head: { ...right, seats: { ...seats, '2': 'WO' } }, tail: right, cable })).toEqual([
      'head.seats.2',
    ]);
    expect(problems({ head: { ...right, bridges: [['4', '4']] }, tail: right, cable })).toEqual([
      'head.bridges.0',
    ]);
    expect(problems({ head: right, tail: { ...right, open: ['S'] }, cable })).toEqual(['tail']);
    expect(problems({ head: { ...right, seats: {} }, tail: right, cable })).toEqual(['head.seats']);
    expect(problems({ head: right, tail: right, cable: { ...cable, bridges: [['BL', 'BL']] } })).toEqual([
      'cable.bridges.0',
    ]);
  });
});
