import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { jobFileSchema, type Space } from '../model/job';
import { runStepSchema, type Run, type RunStep, STEP_KINDS } from '../model/run';
import { planOfFile, planProblems } from '../plan/invariants';
import { applyChanges } from '../plan/apply-changes';
import { HEIGHTS, runAlongPlan, runFor, withoutRun } from './along-plan';
import { tightBends } from './bends';
import { clipsOf, tiesOf } from './clips';
import { bundleMm, holesOf } from './holes';
import { markStrips, STRIP_MM } from './mark-strips';
import { lengthOfMarks, readMarks } from './metre-marks';
import { MOST_PULL_N, PULLED, pullForce } from './pull';
import { takesOfRun } from './takes';
import { layRun } from './way';

const run = (steps: RunStep[], more: Partial<Run> = {}): Run => ({
  id: 'r',
  name: 'R',
  steps,
  links: [],
  ...more,
});
const anyStep: fc.Arbitrary<RunStep> = fc
  .record({ go: fc.constantFrom(...STEP_KINDS), cm: fc.integer({ min: 1, max: 2000 }), turn: fc.constantFrom(undefined, -90, 90, 45) })
  .map(({ go, cm, turn }) => ({ go, metres: cm / 100, ...(turn !== undefined && (go === 'along' || go === 'over' || go === 'through') ? { turn } : {}) })); // prettier-ignore

describe('a run laid out', () => {
  it('goes up, along, left round a corner and through the wall: lengths, places and bends by hand', () => {
    const { stretches, bends, metres } = layRun(
      run([
        { go: 'up', metres: 2 },
        { go: 'along', metres: 3 },
        { go: 'along', metres: 4, turn: -90 },
        { go: 'through', metres: 0.2 },
        { go: 'down', metres: 2 },
      ]),
    );
    expect(metres).toBeCloseTo(11.2, 9);
    expect(bends.map((b) => [b.index, b.at, Math.round(b.degrees)])).toEqual([
      [1, 2, 90],
      [2, 5, 90],
      [4, 9.2, 90],
    ]);
    const end = stretches.at(-1)!.to;
    expect([end.x, end.y, end.z].map((n) => Number(n.toFixed(6)) + 0)).toEqual([3, -4.2, 0]);
  });
  it('takes as much cable as its steps, and bends where two ways differ and nowhere else (property)', () => {
    let bent = 0;
    fc.assert(
      fc.property(fc.array(anyStep, { minLength: 1, maxLength: 20 }), (steps) => {
        expect(steps.every((s) => runStepSchema.safeParse(s).success)).toBe(true);
        const laid = layRun(run(steps));
        expect(laid.metres).toBeCloseTo(
          steps.reduce((s, x) => s + x.metres, 0),
          9,
        );
        for (const b of laid.bends) {
          expect(b.degrees).toBeGreaterThanOrEqual(5);
          expect(laid.stretches[b.index]!.at).toBeCloseTo(b.at, 9);
        }
        const ways = steps
          .filter((s) => s.go !== 'loop')
          .map((s) => (s.go === 'up' || s.go === 'down' ? s.go : 'level'));
        const changes = ways.filter((w, i) => i > 0 && w !== ways[i - 1]).length;
        expect(laid.bends.length).toBeGreaterThanOrEqual(changes);
        bent += laid.bends.length;
      }),
      { numRuns: 100 },
    );
    expect(bent).toBeGreaterThan(100);
  });
});

describe('clips', () => {
  it('sit by hand: a metre of wall with a bend at its end, cable of 6 mm', () => {
    // First 150 mm in, last 24 mm (four diameters) before the corner, and 826 mm between in six gaps of at most 150.
    const laid = layRun(run([{ go: 'along', metres: 1 }, { go: 'up', metres: 0.03 }])); // prettier-ignore
    const clips = clipsOf(laid, 6);
    const first = clips.filter((c) => c.stretch === 0).map((c) => Math.round(c.along * 1000));
    expect(first).toEqual([150, 288, 425, 563, 701, 838, 976]);
    // The short rise has one, in its middle.
    expect(clips.filter((c) => c.stretch === 1).map((c) => Math.round(c.along * 1000))).toEqual([15]);
  });
  it('are never more than 150 mm apart, and one stands each side of every bend between clipped stretches (property)', () => {
    let looked = 0;
    fc.assert(
      fc.property(fc.array(anyStep, { minLength: 2, maxLength: 12 }), (steps) => {
        const laid = layRun(run(steps));
        const clips = clipsOf(laid, 6);
        for (const s of laid.stretches) {
          const own = clips.filter((c) => c.stretch === s.index);
          if (s.step.go === 'over' || s.step.go === 'through' || s.step.go === 'loop')
            expect(own).toEqual([]);
          else expect(own.length).toBeGreaterThan(0);
          for (const [i, c] of own.entries()) {
            expect(c.along).toBeGreaterThan(0);
            expect(c.along).toBeLessThan(s.step.metres);
            if (i) expect(c.along - own[i - 1]!.along).toBeLessThanOrEqual(0.15 + 1e-9);
          }
          const bend = laid.bends.find((b) => b.index === s.index);
          if (bend && own.length) {
            expect(own[0]!.bend).toBe(true);
            looked++;
          }
        }
      }),
      { numRuns: 100 },
    );
    expect(looked).toBeGreaterThan(50);
  });
  it('are ties over a ceiling: one every metre and a half and one at the end, two for a loop', () => {
    expect(tiesOf(layRun(run([{ go: 'over', metres: 6 }, { go: 'loop', metres: 2 }])))).toBe(7); // prettier-ignore
  });
});

describe('strips of marks', () => {
  it('carry every clip once, each where it is on its stretch (property)', () => {
    fc.assert(
      fc.property(fc.array(anyStep, { minLength: 1, maxLength: 8 }), (steps) => {
        const laid = layRun(run(steps));
        const clips = clipsOf(laid, 6);
        const strips = markStrips({ clips, laid });
        const found = strips.flatMap((s) =>
          s.marks.map((m) => `${s.stretch} ${(s.fromMm + m.mm).toFixed(6)}`),
        );
        expect(found.sort()).toEqual(clips.map((c) => `${c.stretch} ${(c.along * 1000).toFixed(6)}`).sort());
        for (const s of strips) expect(s.lengthMm).toBeLessThanOrEqual(STRIP_MM);
      }),
      { numRuns: 60 },
    );
  });
});

describe('bends, holes and pulling', () => {
  it('name a radius under four diameters (TIA-568.2-D, from memory)', () => {
    const laid = layRun(run([{ go: 'along', metres: 1 }, { go: 'up', metres: 1, radiusMm: 20 }, { go: 'along', metres: 1, radiusMm: 25 }])); // prettier-ignore
    expect(tightBends(laid, 6)).toEqual([{ index: 1, radiusMm: 20, leastMm: 24 }]);
  });
  it('pack cables as circles in a circle: 1, 2, 3, 4 and 7 of them', () => {
    // Three circles: 1 + 2/√3; four: 1 + √2; seven: one in the middle of six.
    expect(bundleMm(1, 6)).toBe(6);
    expect(bundleMm(2, 6)).toBe(12);
    expect(bundleMm(3, 6)).toBeCloseTo(6 * (1 + 2 / Math.sqrt(3)), 2);
    expect(bundleMm(4, 6)).toBeCloseTo(6 * (1 + Math.SQRT2), 2);
    expect(bundleMm(7, 6)).toBe(18);
    for (let n = 2; n < 60; n++) expect(bundleMm(n, 6)).toBeGreaterThanOrEqual(bundleMm(n - 1, 6));
  });
  it('make a hole for the cable, or for its plug, and two bushings each', () => {
    const laid = layRun(
      run([
        { go: 'along', metres: 1 },
        { go: 'through', metres: 0.24, cornerMm: 120 },
      ]),
    );
    const about = { cables: 1, jacketMm: 6, families: ['closed-plug' as const] };
    const [bare] = holesOf(laid, { ...about, plugFirst: false });
    expect(bare).toMatchObject({ passMm: 7, cornerMm: 120, thickMm: 240, bushings: 2, at: 1 });
    const [plugged] = holesOf(laid, { ...about, plugFirst: true });
    expect(plugged!.passMm).toBe(16);
    // A jack never goes through a wall.
    expect(holesOf(laid, { ...about, plugFirst: true, families: ['punch-down-jack'] })[0]!.passMm).toBe(7);
  });
  it('pull by friction, weight and the capstan equation: one corner by hand, and never less from a worse end', () => {
    const { friction, kgPerMetre } = PULLED;
    const laid = layRun(run([{ go: 'over', metres: 50 }, { go: 'over', metres: 1, turn: 90 }])); // prettier-ignore
    const w = kgPerMetre * 9.81 * friction;
    const corner = Math.exp((friction * Math.PI) / 2);
    expect(pullForce(laid).newtons).toBeCloseTo(50 * w * corner + w, 6);
    expect(pullForce(laid, true).newtons).toBeCloseTo(w * corner + 50 * w, 6);
    // The corner lies near the far end: fed from there it is drawn round it with next to nothing behind it.
    expect(pullForce(laid, true).newtons).toBeLessThan(pullForce(laid).newtons);
    expect(MOST_PULL_N).toBe(110);
  });
});

describe('metre marks', () => {
  it('give a length with its error, corrected for their box', () => {
    const plain = lengthOfMarks({ start: 151, end: 120, unit: 'm' });
    expect(plain.metres).toBe(31);
    // Two readings to a quarter of a mark, and one in a hundred of the length.
    expect(plain.errorMetres).toBeCloseTo(Math.hypot(0.25 * Math.SQRT2, 0.31), 9);
    const measured = lengthOfMarks({ start: 120, end: 151, unit: 'm', scale: 1.01 });
    expect(measured.metres).toBeCloseTo(31.31, 9);
    expect(measured.errorMetres).toBeLessThan(plain.errorMetres);
    expect(lengthOfMarks({ start: 0, end: 1000, unit: 'ft' }).metres).toBeCloseTo(304.8, 9);
  });
});

describe('typed marks', () => {
  it('are read whichever end they are read at first, in the unit the jacket counts in', () => {
    const metres = (a: string, b: string, usual: 'm' | 'ft' = 'm', ten = '') => {
      const read = readMarks(a, b, usual, ten);
      return read.ok ? Number(read.length.metres.toFixed(3)) : read.message;
    };
    expect(metres('0231', '199,6')).toBe(31.4);
    expect(metres('0', '100 ft')).toBe(30.48);
    expect(metres('0', '100', 'ft')).toBe(30.48);
    expect(metres('231', '201', 'm', '10.1')).toBe(30.3);
  });
  it.each([
    ['12', '12', '', 'the same'],
    ['x', '12', '', 'not a mark'],
    ['0', '1500', '', 'no cable is that long'],
    ['12 m', '40 ft', '', 'one of them'],
    ['12', '40', '14', 'more than a tenth off'],
    ['12', '40', 'ten', 'more than a tenth off'],
  ])('%s and %s, ten measuring “%s”: says what is wrong', (a, b, ten, says) => {
    const read = readMarks(a, b, 'm', ten);
    expect(read.ok ? '' : read.message).toContain(says);
  });
});

const demo = planOfFile(jobFileSchema.parse(JSON.parse(readFileSync(new URL('../../../demo/skerry-point.json', import.meta.url), 'utf8')))); // prettier-ignore

describe('a run of a plan', () => {
  const closet = demo.spaces.find((s) => s.kind === 'closet')!;
  it('goes along a corridor as it lies, with the turns it has there', () => {
    const at = (id: string, x: number, y: number): Space => ({ id, name: id, kind: 'room', floor: 0, x, y });
    const floors = [{ id: 'f', floor: 0, corridors: [{ id: 'c', points: [[0, 0], [10, 0], [10, 8]] as [number, number][] }] }]; // prettier-ignore
    const { steps, from, guess } = runAlongPlan(floors, at('a', 0, 0), at('b', 10, 8));
    expect(guess).toBe(false);
    expect(from).toEqual({ floor: 0, x: 0, y: 0, heading: 0 });
    expect(steps).toEqual([
      { go: 'up', metres: Number((HEIGHTS.ceiling - HEIGHTS.panel).toFixed(2)) },
      { go: 'over', metres: 10 },
      { go: 'over', metres: 8, turn: 90 },
      { go: 'down', metres: Number((HEIGHTS.ceiling - HEIGHTS.outlet).toFixed(2)) },
    ]);
    const { stretches } = layRun({ steps, from });
    expect(stretches.at(-1)!.to.x).toBeCloseTo(10, 6);
    expect(stretches.at(-1)!.to.y).toBeCloseTo(8, 6);
  });
  it('is laid to every room whose links have none, and to none twice', () => {
    const plan = { ...demo, runs: [] };
    const without = withoutRun(plan, plan.links);
    expect(without.length).toBeGreaterThan(3);
    const runs = without.map((w, i) => runFor(w, plan.floors, `r${i}`));
    // The demo has no corridors: every one of them only goes straight.
    expect(runs.every((r) => r.straight)).toBe(true);
    expect(planProblems({ ...plan, runs })).toEqual([]);
    expect(withoutRun({ ...plan, runs }, plan.links)).toEqual([]);
  });
  it('ends where the room is, whatever the way (property)', () => {
    fc.assert(
      fc.property(fc.constantFrom(...demo.spaces.filter((s) => s.id !== closet.id)), (room) => {
        const laid = layRun(runAlongPlan(demo.floors, closet, room));
        const end = laid.stretches.at(-1)!.to;
        expect(Math.hypot(end.x - room.x, end.y - room.y)).toBeLessThan(0.3);
        expect(end.z).toBeCloseTo(
          HEIGHTS.storey * (room.floor - closet.floor) + HEIGHTS.outlet - HEIGHTS.panel,
          6,
        );
      }),
      { numRuns: 30 },
    );
  });
  it('says what is wrong: too long, no box that holds it, a bend too tight, mains beside it, a hole nobody looked through', () => {
    const link = demo.links.find((l) => !l.cord && !l.retired)!;
    const steps: RunStep[] = [
      { go: 'over', metres: 95, mainsMm: 20 },
      { go: 'down', metres: 2, radiusMm: 10 },
      { go: 'through', metres: 0.2 },
    ];
    const { warnings, cuts, bushings } = takesOfRun(run(steps, { links: [link.id] }), demo, 90);
    expect(warnings).toHaveLength(5);
    expect(warnings.join('\n')).toMatch(
      /past the 90 m[^]*no box holds it[^]*too tight[^]*local code[^]*before you drill/,
    );
    expect(cuts[0]!.cut.totalMm).toBeGreaterThan(97_200);
    expect(bushings).toBe(2);
    const fine = takesOfRun(run([{ go: 'through', metres: 0.2, behindKnown: true, lookedThrough: true }], { links: [link.id] }), demo, 305); // prettier-ignore
    expect(fine.warnings).toEqual([]);
    const straight = takesOfRun(
      run([{ go: 'over', metres: 3 }], { links: [link.id], straight: true }),
      demo,
      305,
    );
    expect(straight.warnings.join()).toContain('goes straight');
  });
  it('holds a link once, no cord and nothing that is not there; a link that goes leaves it', () => {
    const [a, b] = demo.links.filter((l) => !l.cord && !l.retired);
    const with_ = (...runs: Run[]) => planProblems({ ...demo, runs }).map((p) => p.message);
    expect(with_(run([], { links: [a!.id] }))).toEqual([]);
    expect(
      with_(run([], { links: [a!.id] }), { ...run([], { links: [a!.id] }), id: 'r2', name: 'R2' })[0],
    ).toContain('lies in R already');
    expect(with_(run([], { links: ['nowhere'] }))[0]).toContain('there is no link "nowhere"');
    expect(with_(run([{ go: 'up', metres: 1, turn: 90 }]))[0]).toContain('cannot turn');
    const plan = { ...demo, runs: [run([], { links: [a!.id, b!.id] })] };
    const applied = applyChanges(
      plan,
      { remove: { links: [a!.id] } },
      { links: new Set(), parts: new Set() },
    );
    expect(applied.problems).toEqual([]);
    expect(applied.plan.runs[0]!.links).toEqual([b!.id]);
    expect(applied.written.runs).toEqual(['r']);
  });
});
