import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyCopper, straightLink } from '../../../tests/support/arbitraries';
import { copperAsOrdered } from '../copper/copper';
import { sense } from '../copper/sense';
import { simulateReading } from '../copper/simulate';
import type { Entry } from '../model/entry';
import { randomFrom } from '../practice/random';
import { writeWalk } from '../reading/walk';
import { CONTACTS, type Contact } from '../wiring/conductors';
import { hiddenCopper } from '../practice/hidden-copper';
import { lampSteps, stepAt } from './lamps';
import { checkOf, LineParser, linesOf, withCheck, type LineEvent } from './lines';
import { withNoise } from '../practice/noise';

const LINK = { head: { connector: 'jack', scheme: 'T568B' }, tail: { connector: 'jack', scheme: 'T568B' }, ordered: 'straight', shielded: false, lengthMetres: 30 } as const; // prettier-ignore
const readings = (events: LineEvent[]) => events.flatMap((e) => (e.kind === 'reading' ? [e] : []));
const problems = (events: LineEvent[]) => events.flatMap((e) => (e.kind === 'problem' ? [e] : []));
const parse = (text: string) => new LineParser().push(text);

describe('the lamp walker', () => {
  it('lights at the remote exactly what the copper rules say answers, from either end', () => {
    fc.assert(
      fc.property(anyCopper, (copper) => {
        const seen = sense(copper, false);
        lampSteps(copper, false, 'head').forEach((s, i) =>
          expect([...s.remote.keys()]).toEqual(seen.walk[i]),
        );
        lampSteps(copper, false, 'tail').forEach((s) =>
          expect([...s.remote.keys()]).toEqual(CONTACTS.filter((_, i) => seen.walk[i]!.includes(s.contact))),
        );
      }),
    );
  });
  it('lights shorted lamps together, and dimmer', () => {
    const copper = copperAsOrdered(LINK);
    copper.tail.bridges.push(['4', '5']);
    const step = lampSteps(copper, false, 'head')[3]!;
    expect([...step.remote]).toEqual([
      ['4', 0.5],
      ['5', 0.5],
    ]);
    expect([...step.main.keys()]).toEqual(['4', '5']);
  });
  it('steps in time and goes round', () => {
    expect([0, 999, 1000, 8000].map((ms) => stepAt(ms, 'slow', 8))).toEqual([0, 0, 1, 0]);
    expect(stepAt(700, 'fast', 8)).toBe(2);
  });
});

describe('the line format', () => {
  const evidence = fc.constantFrom('continuity' as const, 'wiremap' as const, 'wiremap-length' as const);
  it('carries whatever a simulated tester reads, in pieces of any size', () => {
    fc.assert(
      fc.property(
        anyCopper,
        straightLink(),
        evidence,
        fc.integer({ min: 1, max: 40 }),
        (copper, link, shows, size) => {
          const exact = simulateReading(link, copper, shows);
          const steps = shows === 'continuity' ? lampSteps(copper, false, 'head') : [];
          const text =
            linesOf({ name: 'a tester', evidence: shows }, exact, steps, 'K1 07', 3).join('\r\n') + '\r\n';
          const parser = new LineParser();
          const events: LineEvent[] = [];
          for (let i = 0; i < text.length; i += size) events.push(...parser.push(text.slice(i, i + size)));
          expect(problems(events)).toEqual([]);
          expect(events.filter((e) => e.kind === 'lamp')).toHaveLength(steps.length);
          const [read] = readings(events);
          expect(read).toMatchObject({ link: 'K1 07', remote: 3 });
          const { distances, ...rest } = read!.measured;
          const { distances: sent, ...sentRest } = exact;
          expect(rest).toEqual(sentRest);
          expect(distances ?? []).toEqual(sent ?? []);
        },
      ),
      { numRuns: 60 },
    );
  });
  it('drops what was cut off in the middle, says which line, and goes on at the next reading', () => {
    const lines = linesOf({ name: 't', evidence: 'wiremap' }, { walk: '1 2 3 4 5 6 7 8', splits: [] });
    const cut = [...lines.slice(0, 2), lines[2]!.slice(0, 9)];
    const events = parse([...cut, ...lines].map((l) => `${l}\n`).join(''));
    expect(problems(events).map((p) => p.line)).toEqual([3]);
    expect(readings(events)).toHaveLength(1);
  });
  it.each([
    ['DISTANCE contact=4 from=head metres=-3', 'A distance that cannot be'],
    ['LENGTH metres=3000', '0 to 2000 metres'],
    ['SPLITS 13', 'no contact pairs'],
    ['JOINS head=4 tail=-', 'cannot be read'],
    ['BEGIN from=middle', 'from=head or from=tail'],
    ['HELLO evidence=hunch', 'no evidence known'],
    ['BARK', 'not a word of this format'],
  ])('refuses %s', (line, says) =>
    expect(problems(parse(`${withCheck(line)}\n`))[0]!.message).toContain(says),
  );
  it('does not wait for ever for the end of a line', () => {
    expect(problems(parse('x'.repeat(5000)))[0]!.message).toContain('does not end');
  });
  it('checks by the sum of the characters', () => expect(checkOf('END')).toBe('d7'));
});

describe('a practice link’s hidden copper', () => {
  let n = 0;
  const entry = (kind: string, data: object, end?: string) =>
    ({ id: `e${++n}`, job: 'j', link: 'l', kind, at: `2026-05-04T09:${String(n % 60).padStart(2, '0')}:00Z`, by: 'x', data, ...(end ? { end } : {}) }) as unknown as Entry; // prettier-ignore
  const seated = (end: 'head' | 'tail') =>
    entry('seated', { connector: 'punch-down-jack', scheme: 'T568B' }, end);
  const walkOf = (entries: Entry[], id = 'l') =>
    writeWalk(
      sense(
        hiddenCopper(id, LINK, entries, () => null),
        false,
      ).walk,
    );

  it('answers nothing before it is terminated, and the same every time after', () => {
    expect(walkOf([])).toBe('- - - - - - - -');
    const both = [seated('head'), seated('tail')];
    expect(walkOf(both)).toBe(walkOf(both));
  });
  it('has something wrong on some links and nothing on most', () => {
    const both = [seated('head'), seated('tail')];
    const wrong = Array.from({ length: 60 }, (_, i) => walkOf(both, `l${i}`)).filter(
      (w) => w !== '1 2 3 4 5 6 7 8',
    );
    expect(wrong.length).toBeGreaterThan(5);
    expect(wrong.length).toBeLessThan(50);
  });
  it('is what the log says was read, and a re-punch mends what it punches', () => {
    const copper = copperAsOrdered(LINK);
    copper.head.open.push('4' as Contact);
    const log = [seated('head'), seated('tail'), entry('reading', { reading: { walk: '1 2 3 - 5 6 7 8' } })];
    const of = (entries: Entry[]) =>
      writeWalk(
        sense(
          hiddenCopper('l', LINK, entries, () => copper),
          false,
        ).walk,
      );
    expect(of(log)).toBe('1 2 3 - 5 6 7 8');
    expect(of([...log, entry('redone', { action: 'repunch', contacts: ['4'] }, 'tail')])).toBe(
      '1 2 3 - 5 6 7 8',
    );
    expect(of([...log, entry('redone', { action: 'repunch', contacts: ['4'] }, 'head')])).toBe(
      '1 2 3 4 5 6 7 8',
    );
  });
  it('is right once a pass was read', () => {
    const log = [seated('head'), seated('tail'), entry('reading', { reading: { walk: '12345678' } })];
    for (const id of ['a', 'b', 'c', 'd', 'e', 'f']) expect(walkOf(log, id)).toBe('1 2 3 4 5 6 7 8');
  });
});

describe('a reflectometer', () => {
  it('errs by its kind, 0.6 m and 1 % of the distance, and never below nought', () => {
    const random = randomFrom(4);
    const exact = {
      walk: '1 2 3 - 5 6 7 8',
      lengthMetres: 50,
      distances: [{ contact: '4' as const, from: 'head' as const, metres: 0 }],
    };
    const lengths = Array.from({ length: 400 }, () => withNoise(exact, random));
    const off = lengths.map((r) => r.lengthMetres! - 50);
    const deviation = Math.sqrt(off.reduce((s, d) => s + d * d, 0) / off.length);
    expect(deviation).toBeGreaterThan(0.95);
    expect(deviation).toBeLessThan(1.25);
    expect(Math.min(...lengths.map((r) => r.distances![0]!.metres))).toBe(0);
  });
});

describe('what a tester says of the link itself', () => {
  const reading = (...words: string[]) => {
    const text = ['HELLO evidence=certification name=x', 'BEGIN from=head', 'WALK 1 2 3 4 5 6 7 8', ...words, 'END'].map(withCheck).join('\n'); // prettier-ignore
    return new LineParser().push(`${text}\n`).at(-1)!;
  };
  it('goes out as lines and comes in the same', () => {
    const measured = {
      from: 'head' as const,
      evidence: 'certification' as const,
      walk: '1 2 3 4 5 6 7 8',
      splits: [],
      lengthMetres: 31.4,
      configuration: 'permanent-link' as const,
      leadsSubtracted: true,
      result: { says: 'fail' as const, limit: 'a limit of many words', worst: { parameter: 'NEXT', pairs: '36-45', marginDb: -1.2, atMHz: 310, end: 'head' as const } },
    }; // prettier-ignore
    const lines = linesOf({ name: 'x', evidence: 'certification' }, measured);
    const events = new LineParser().push(
      lines.map((l) => `${l.slice(0, -2)}${l.slice(-2).toUpperCase()}\n`).join(''),
    );
    expect(events.at(-1)).toEqual({ kind: 'reading', measured });
  });
  it.each([
    'RESULT says=perhaps limit=x',
    'RESULT says=pass',
    'RESULT says=fail worst=NEXT limit=x',
    'RESULT says=fail worst=NEXT margin=-1 pairs=13 limit=x',
    'RESULT says=fail worst=NEXT margin=-1 end=middle limit=x',
    'TESTED as=nothing',
    'TESTED as=channel leads_subtracted=perhaps',
  ])('is told where it cannot be: %s', (words) => {
    const text = ['BEGIN from=head', words].map(withCheck).join('\n');
    expect(new LineParser().push(`${text}\n`).at(-1)!.kind).toBe('problem');
    expect(reading('RESULT says=pass limit=x')).toMatchObject({
      measured: { result: { says: 'pass', limit: 'x' } },
    });
  });
});
