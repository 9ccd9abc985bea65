import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Entry } from '../model/entry';
import { jobFileSchema, type JobFile } from '../model/job';
import { planOfFile } from '../plan/invariants';
import { foldLink } from '../log/state';
import { ENDS } from '../wiring/conductors';
import { planBoxes, type CableToCut } from './boxes';
import { takeOff } from './take-off';

const read = (name: string): JobFile =>
  jobFileSchema.parse(
    JSON.parse(readFileSync(new URL(`../../../demo/${name}.json`, import.meta.url), 'utf8')),
  );
function kitOf(file: JobFile) {
  const plan = planOfFile(file);
  const terms = { policy: plan.policy, parts: plan.parts };
  const states = new Map(plan.links.map((l) => [l.id, foldLink(l, terms, file.entries.filter((e): e is Entry => 'link' in e && e.link === l.id))])); // prettier-ignore
  const links = plan.links.filter((l) => !l.retired);
  return { plan, links, states, kit: takeOff(plan, links, (id) => states.get(id)!) };
}

/** The fewest boxes by trying every way: for a few cuts only. */
function fewest(cuts: readonly CableToCut[], box: number): number {
  let best = cuts.length;
  const go = (i: number, left: number[]): void => {
    if (left.length >= best && i < cuts.length) return;
    if (i === cuts.length) return void (best = Math.min(best, left.length));
    left.forEach((l, k) => {
      if (l >= cuts[i]!.metres) go(i + 1, left.with(k, l - cuts[i]!.metres));
    });
    go(i + 1, [...left, box - cuts[i]!.metres]);
  };
  go(0, []);
  return best;
}

describe('boxes', () => {
  it('hold every cut once, whole, and none more than it has; never below the bound, near the fewest (property)', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 5, max: 120 }), { minLength: 1, maxLength: 8 }), (lengths) => {
        const cuts = lengths.map((metres, i) => ({ label: `R${i}`, metres }));
        const { boxes, least, tooLong } = planBoxes(cuts, 152);
        expect(tooLong).toEqual([]);
        expect(boxes.flatMap((b) => b.cuts.map((r) => r.label)).sort()).toEqual(cuts.map((r) => r.label).sort()); // prettier-ignore
        for (const b of boxes) expect(b.cuts.reduce((s, r) => s + r.metres, 0) + b.left).toBeCloseTo(b.metres, 9); // prettier-ignore
        const best = fewest(cuts, 152);
        expect(least).toBeLessThanOrEqual(best);
        expect(boxes.length).toBeGreaterThanOrEqual(best);
        // First fit, longest first: at most 11/9 of the fewest and one more (Johnson 1973, from memory).
        expect(boxes.length).toBeLessThanOrEqual((11 / 9) * best + 1);
      }),
      { numRuns: 60 },
    );
  });
  it('use up what is left of part boxes first, and name a cut no box holds', () => {
    const cuts = [{ label: 'A', metres: 40 }, { label: 'B', metres: 60 }, { label: 'C', metres: 400 }]; // prettier-ignore
    const { boxes, tooLong } = planBoxes(cuts, 305, [45, 70]);
    expect(boxes.map((b) => [b.metres, b.cuts.map((r) => r.label)])).toEqual([
      [45, ['A']],
      [70, ['B']],
    ]);
    expect(tooLong.map((r) => r.label)).toEqual(['C']);
  });
});

describe('what a job takes', () => {
  it.each(['skerry-point', 'tern-workshop'])('adds up to the plan of %s: every end a connector, every cut its cable', (name) => {
    const { links, states, kit } = kitOf(read(name));
    const connectors = kit.items.filter((i) => i.kind === 'connector');
    expect(connectors.reduce((n, i) => n + i.all, 0)).toBe(2 * links.length);
    const done = links.reduce((n, l) => n + ENDS.filter((e) => states.get(l.id)![e].state !== 'bare').length, 0);
    expect(connectors.reduce((n, i) => n + i.done, 0)).toBe(done);
    for (const i of kit.items) expect(i.done + i.left).toBe(i.all);
    expect(kit.items.find((i) => i.name === 'patch panel port')?.spare ?? 0).toBe(0);
    const known = links.filter((l) => l.lengthMetres !== undefined);
    const planned = known.reduce((s, l) => s + l.lengthMetres!, 0);
    const metres = kit.cables.reduce((s, c) => s + c.allMetres, 0);
    expect(metres).toBeGreaterThan(planned);
    expect(metres).toBeLessThan(planned + known.length * 2.5);
    expect(kit.cables.reduce((n, c) => n + c.unknown + (c.reckoned?.links ?? 0), 0)).toBe(links.length - known.length);
    for (const c of kit.cables) expect(c.cuts.reduce((s, r) => s + r.metres, 0)).toBeCloseTo(c.leftMetres, 6);
  }); // prettier-ignore
});
