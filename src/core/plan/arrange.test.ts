import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { arrangedAlong, byName, copiedFloor, nameOnFloor, readPoints } from './arrange';

const room = (id: string, floor = 1) => ({ id, name: id, kind: 'room' as const, floor, x: 0, y: 0 });

describe('rooms along a corridor', () => {
  it('lie on both sides by turns, evenly, doors towards it', () => {
    const rooms = byName(['104', '101', '102', '110', '103'].map((n) => room(n)));
    expect(rooms.map((r) => r.name)).toEqual(['101', '102', '103', '104', '110']);
    const at = arrangedAlong(rooms.slice(0, 4), [[0, 10], [40, 10]], 'both', () => 4); // prettier-ignore
    // Two a side on 40 m: at 10 and 30 m; 1 m of corridor and half of 4 m deep away from its middle.
    expect([...at]).toEqual([
      ['101', { x: 10, y: 7 }],
      ['103', { x: 30, y: 7 }],
      ['102', { x: 10, y: 13 }],
      ['104', { x: 30, y: 13 }],
    ]);
  });
  it('go round its corners, and none is lost (property)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.constantFrom('both' as const, 'left' as const, 'right' as const),
        (n, sides) => {
          // prettier-ignore
          const rooms = Array.from({ length: n }, (_, i) => room(String(i)));
          const at = arrangedAlong(rooms, [[0, 0], [30, 0], [30, 20]], sides, () => 4); // prettier-ignore
          expect(at.size).toBe(n);
          for (const { x, y } of at.values()) {
            // Three metres off one of the two legs, to half a metre.
            const off = Math.min(Math.abs(y), Math.abs(x - 30));
            expect(off).toBeGreaterThanOrEqual(0);
            expect(Math.min(Math.abs(Math.abs(y) - 3), Math.abs(Math.abs(x - 30) - 3))).toBeLessThanOrEqual(
              0.5,
            );
          }
        },
      ),
    );
  });
});

describe('a floor like another', () => {
  const parts = {
    spaces: [room('101'), room('102'), room('201', 2), { ...room('closet'), kind: 'closet' as const }],
    outlets: [{ id: 'o', name: '1', space: '102', positions: 4 }],
    floors: [{ id: 'floor-1', floor: 1, corridors: [{ id: 'c', points: [[0, 0], [9, 0]] as [number, number][] }], stairs: [{ id: 's', x: 9, y: 0, to: 2 }] }], // prettier-ignore
  };
  parts.spaces[0] = { ...parts.spaces[0]!, x: 7, y: 8 };
  it('gives rooms that are there their place, and puts in those that are not, with their outlets', () => {
    const { spaces, outlets, floors } = copiedFloor(parts, 1, 2);
    expect(spaces.filter((s) => s.floor === 2).map((s) => [s.name, s.x, s.y])).toEqual([
      ['201', 7, 8],
      ['202', 0, 0],
    ]);
    expect(outlets.filter((o) => o.space === '202')).toMatchObject([{ name: '1', positions: 4 }]);
    expect(floors.find((f) => f.floor === 2)).toMatchObject({
      corridors: [{ id: 'c' }],
      stairs: [{ to: 3 }],
    });
    expect(copiedFloor({ spaces, outlets, floors }, 1, 2).spaces).toHaveLength(spaces.length);
  });
  it('calls rooms as that floor would', () => {
    expect(nameOnFloor('101', 1, 3)).toBe('301');
    expect(nameOnFloor('1.01', 1, 3)).toBe('1.01, floor 3');
    expect(nameOnFloor('Kitchen', 1, 2)).toBe('Kitchen, floor 2');
    expect(nameOnFloor('112b', 1, 12)).toBe('1212b');
  });
});

it('a corridor is read as it is typed, or the sentence says what is wrong', () => {
  expect(readPoints('0 4, 30 4.5')).toEqual({ ok: true, points: [[0, 4], [30, 4.5]] }); // prettier-ignore
  expect(readPoints('0 4')).toMatchObject({ message: expect.stringContaining('two points') as string });
  expect(readPoints('0 4, here')).toMatchObject({
    message: expect.stringContaining('“here” is no point') as string,
  });
});
