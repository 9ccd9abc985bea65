import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byName } from '../model/by-name';
import { arrangedAlong, copiedFloor, nameOnFloor, readPoints } from './arrange';

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
  it('lie left and right as one goes, at the depth they are drawn, and past each corner from there on', () => {
    const rooms = ['a', 'b', 'c'].map((n) => room(n));
    const turn = [[0, 0], [10, 0], [10, 30], [0, 30]] as const; // prettier-ignore
    const depth = (r: { id: string }) => (r.id === 'b' ? 6 : 2);
    // 50 m in three: at 8.33 m on the first leg, 25 m of which 15 on the second, 41.67 m of which 1.67 on the third.
    expect([...arrangedAlong(rooms, turn, 'left', depth)]).toEqual([['a', { x: 8.5, y: -2 }], ['b', { x: 14, y: 15 }], ['c', { x: 8.5, y: 32 }]]); // prettier-ignore
    expect([...arrangedAlong(rooms, turn, 'right', depth)]).toEqual([['a', { x: 8.5, y: 2 }], ['b', { x: 6, y: 15 }], ['c', { x: 8.5, y: 28 }]]); // prettier-ignore
    // A point said twice is no leg, and one that is met to the metre belongs to the leg before it.
    expect([...arrangedAlong(rooms.slice(0, 1), [[0, 0], [10, 0], [10, 0], [20, 0]], 'left', depth)]).toEqual([['a', { x: 10, y: -2 }]]); // prettier-ignore
    expect(arrangedAlong([], turn, 'both', depth).size).toBe(0);
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
  it('takes what is drawn and in use there, under ids of its own, and what that floor has already', () => {
    const drawn = { ...room('101'), x: 1, y: 2, width: 5, depth: 4 };
    const busy = {
      spaces: [drawn, { ...room('Store'), retired: true as const }, { ...room('Kitchen') }, { ...room('kitchen', 2), x: 9 }, { ...room('Hall'), floor: 3 }],
      outlets: [
        { id: 'o', name: 'A', space: '101', positions: 2 },
        { id: 'p', name: 'B', space: '101', positions: 2, retired: true as const },
        { id: 'q', name: 'C', space: 'Kitchen', positions: 2 },
        { id: '201', name: 'D', space: 'Hall', positions: 2 },
      ],
      floors: [{ id: 'two', floor: 2, corridors: [] }, { id: 'old', floor: 1, retired: true as const }, { id: 'one', floor: 1, corridors: [{ id: 'c', points: [[0, 0], [9, 0]] as [number, number][] }] }],
    }; // prettier-ignore
    const { spaces, outlets, floors } = copiedFloor(busy, 1, 2);
    expect(spaces.filter((s) => s.floor === 2)).toEqual([
      { id: 'kitchen', name: 'kitchen', kind: 'room', floor: 2, x: 0, y: 0 },
      { id: '201-2', name: '201', kind: 'room', floor: 2, x: 1, y: 2, width: 5, depth: 4 },
    ]);
    expect(outlets.slice(4)).toEqual([{ id: '201-2-a', name: 'A', space: '201-2', positions: 2 }]);
    expect(floors).toEqual([busy.floors[1], busy.floors[2], { id: 'two', floor: 2, corridors: [{ id: 'c', points: [[0, 0], [9, 0]] }] }]); // prettier-ignore
    // A floor that nothing is drawn of has nothing to take but its rooms.
    const bare = copiedFloor({ ...busy, floors: [busy.floors[0]!] }, 1, 4);
    expect(bare.floors).toEqual([busy.floors[0]]);
    expect(bare.spaces.filter((s) => s.floor === 4).map((s) => s.name)).toEqual(['401', 'Kitchen, floor 4']);
    expect(copiedFloor({ ...busy, floors: busy.floors.slice(2) }, 1, 4).floors[1]).toEqual({ id: 'floor-4', floor: 4, corridors: busy.floors[2]!.corridors }); // prettier-ignore
  });
  it('calls rooms as that floor would', () => {
    expect(nameOnFloor('101', 1, 3)).toBe('301');
    expect(nameOnFloor('1.01', 1, 3)).toBe('1.01, floor 3');
    expect(nameOnFloor('Kitchen', 1, 2)).toBe('Kitchen, floor 2');
    expect(nameOnFloor('112b', 1, 12)).toBe('1212b');
    expect(nameOnFloor('201', 2, 1)).toBe('101');
    expect(nameOnFloor('101', 1, -1)).toBe('101, floor -1');
    expect(nameOnFloor('012', 0, 1)).toBe('012, floor 1');
    expect(nameOnFloor('12', 1, 2)).toBe('12, floor 2');
  });
});

it('a corridor is read as it is typed, or the sentence says what is wrong', () => {
  expect(readPoints('0 4, 30 4.5')).toEqual({ ok: true, points: [[0, 4], [30, 4.5]] }); // prettier-ignore
  expect(readPoints(' 0  4 ;\n30 4,\n')).toEqual({ ok: true, points: [[0, 4], [30, 4]] }); // prettier-ignore
  expect(readPoints('0 4')).toEqual({ ok: false, message: 'A corridor has at least two points, such as 0 4, 30 4.' }); // prettier-ignore
  for (const wrong of ['4', '1 2 3', 'x 4', '4 y', '1 Infinity', 'Infinity 1'])
    expect(readPoints(`0 4, ${wrong}`)).toEqual({ ok: false, message: `“${wrong}” is no point: write metres across and down, such as 0 4.` }); // prettier-ignore
  expect(readPoints(`0 4, ${'x'.repeat(30)}`)).toMatchObject({ message: expect.stringMatching(/^“x{20}”/) as string }); // prettier-ignore
  expect(readPoints('0 4, here')).toMatchObject({
    message: expect.stringContaining('“here” is no point') as string,
  });
});
