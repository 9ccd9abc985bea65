import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Floor } from '../model/job';
import { STAIRS_METRES, type Place } from './distance';
import { planRounds } from './rounds';
import { Ways } from './ways';

const floor = (n: number, ...corridors: [number, number][][]): Floor => ({
  id: `f${n}`,
  floor: n,
  corridors: corridors.map((points, i) => ({ id: `c${i}`, points })),
});
const at = (x: number, y: number, f = 0): Place => ({ floor: f, x, y });

describe('walks along corridors', () => {
  it('go out of the room, along the corridor and into the other room', () => {
    const ways = new Ways([floor(0, [[0, 0], [20, 0], [20, 10]])]); // prettier-ignore
    // 3 m out, 18 m along, 10 m round the corner, 2 m in.
    expect(ways.between(at(2, 3), at(22, 10))).toEqual({ metres: 3 + 18 + 10 + 2, guess: false });
    expect(ways.between(at(2, 3), at(5, -2)).metres).toBe(3 + 3 + 2);
  });
  it('take the stairs, and go straight, as a guess, where no way is known', () => {
    const floors = [floor(0, [[0, 0], [10, 0]]), floor(1, [[0, 0], [10, 0]])]; // prettier-ignore
    expect(new Ways(floors).between(at(1, 0), at(3, 0, 1))).toEqual({
      metres: 2 + STAIRS_METRES,
      guess: true,
    });
    const stairs = [{ ...floors[0]!, stairs: [{ id: 's', x: 10, y: 0, to: 1 }] }, floors[1]!];
    expect(new Ways(stairs).between(at(1, 0), at(3, 0, 1))).toEqual({
      metres: 9 + STAIRS_METRES + 7,
      guess: false,
    });
    expect(new Ways([]).between(at(0, 0), at(3, 4))).toEqual({ metres: 5, guess: true });
    expect(new Ways(stairs).between(at(1, 2), at(1, 2))).toEqual({ metres: 0, guess: false });
  });
  it('join corridors that cross, and ends that stop a hand short of another', () => {
    const cross = new Ways([floor(0, [[0, 5], [20, 5]], [[10, 0], [10, 10]])]); // prettier-ignore
    expect(cross.between(at(0, 5), at(10, 0)).metres).toBeCloseTo(15, 9);
    const short = new Ways([floor(0, [[0, 5], [9.7, 5]], [[10, 0], [10, 10]])]); // prettier-ignore
    expect(short.between(at(0, 5), at(10, 0)).metres).toBeCloseTo(15, 9);
    const apart = new Ways([floor(0, [[0, 5], [8, 5]], [[10, 0], [10, 10]])]); // prettier-ignore
    expect(apart.between(at(0, 5), at(10, 0)).guess).toBe(true);
  });
  it('are as a search over every metre of them finds (property, against brute force)', () => {
    const SIDE = 8;
    const line = fc.record({ across: fc.boolean(), at: fc.integer({ min: 0, max: SIDE }), from: fc.integer({ min: 0, max: SIDE - 1 }), length: fc.integer({ min: 1, max: SIDE }) }); // prettier-ignore
    fc.assert(
      fc.property(
        fc.array(line, { minLength: 1, maxLength: 5 }),
        fc.array(fc.tuple(fc.integer({ min: 0, max: SIDE }), fc.integer({ min: 0, max: SIDE })), {
          minLength: 2,
          maxLength: 2,
        }),
        (lines, [p, q]) => {
          // prettier-ignore
          const corridors = lines.map(({ across, at: fixed, from, length }): [number, number][] => {
          const to = Math.min(SIDE, from + length);
          return across ? [[from, fixed], [to, fixed]] : [[fixed, from], [fixed, to]]; // prettier-ignore
        });
          const ways = new Ways([floor(0, ...corridors)]);
          // Every metre of every corridor is a cell; neighbours on one corridor are one metre apart.
          const key = (x: number, y: number) => x * 100 + y;
          const next = new Map<number, Set<number>>();
          for (const [[x0, y0], [x1, y1]] of corridors as [[number, number], [number, number]][])
            for (let i = 0, n = Math.max(x1 - x0, y1 - y0); i < n; i++) {
              const [dx, dy] = [Math.sign(x1 - x0), Math.sign(y1 - y0)];
              const [a, b] = [key(x0 + i * dx, y0 + i * dy), key(x0 + (i + 1) * dx, y0 + (i + 1) * dy)];
              next.set(a, (next.get(a) ?? new Set()).add(b));
              next.set(b, (next.get(b) ?? new Set()).add(a));
            }
          const off = (c: number, [x, y]: readonly [number, number]) => Math.hypot(Math.floor(c / 100) - x, (c % 100) - y); // prettier-ignore
          const nearest = (point: readonly [number, number]) =>
            Math.min(...[...next.keys()].map((c) => off(c, point)));
          const walk = (start: number): Map<number, number> => {
            const seen = new Map([[start, 0]]);
            for (const c of seen.keys()) for (const d of next.get(c)!) if (!seen.has(d)) seen.set(d, seen.get(c)! + 1); // prettier-ignore
            return seen;
          };
          const found = ways.between(at(...p!), at(...q!));
          const starts = [...next.keys()].filter((c) => Math.abs(off(c, p!) - nearest(p!)) < 1e-9);
          const ends = [...next.keys()].filter((c) => Math.abs(off(c, q!) - nearest(q!)) < 1e-9);
          // Of corridors that are as near the program takes one: what it says is one of these ways.
          const ways2 = starts.flatMap((s) => {
            const metres = walk(s);
            return ends.map((e) => (metres.has(e) ? nearest(p!) + metres.get(e)! + nearest(q!) : null));
          });
          if (found.guess) expect(ways2).toContain(null);
          else if (p![0] !== q![0] || p![1] !== q![1])
            expect(ways2.some((w) => w !== null && Math.abs(w - found.metres) < 1e-9)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });
  it('change the order in which rooms are gone to', () => {
    // Two rooms back to back: near through the wall, far along the corridors.
    const ways = new Ways([floor(0, [[0, 0], [30, 0], [30, 20], [0, 20]])]); // prettier-ignore
    const room = (id: string, x: number, y: number) => ({ id, ...at(x, y), links: [id] });
    const rooms = [room('a', 5, 9), room('b', 5, 11), room('c', 25, 1)];
    const order = (far?: (a: Place, b: Place) => number) => planRounds(at(0, 0), rooms, 3, 'single', far).rounds[0]!.stops.map((s) => s.room); // prettier-ignore
    expect(order(ways.metres)).not.toEqual(['a', 'b', 'c']);
    expect(planRounds(at(0, 0), rooms, 3, 'single', ways.metres).metres).toBeGreaterThan(planRounds(at(0, 0), rooms, 3).metres); // prettier-ignore
  });
});
