import type { Floor, Outlet, Space } from '../model/job';
import { NewIds, slugOf } from './new-ids';

/** Half the width of a corridor as rooms are set along it, in metres. Our judgement. */
const HALF_CORRIDOR = 1;

/** On which sides of a corridor rooms lie, seen along it. */
export type Sides = 'both' | 'left' | 'right';

/**
 * Where rooms lie that are set along a corridor in their order, evenly from its first point to its last: on both
 * sides by turns, or all on one. `depthOf` says how deep a room is drawn. In metres, to half a metre.
 */
export function arrangedAlong<T extends { id: string }>(
  rooms: readonly T[],
  points: readonly (readonly [number, number])[],
  sides: Sides,
  depthOf: (room: T) => number,
): Map<string, { x: number; y: number }> {
  const lengths = points.slice(1).map((p, i) => Math.hypot(p[0] - points[i]![0], p[1] - points[i]![1]));
  const whole = lengths.reduce((a, b) => a + b, 0);
  const out = new Map<string, { x: number; y: number }>();
  const half = (x: number) => Math.round(x * 2) / 2;
  const left = rooms.filter((_, i) => sides === 'left' || (sides === 'both' && i % 2 === 0));
  for (const side of [left, rooms.filter((r) => !left.includes(r))])
    for (const [i, room] of side.entries()) {
      let along = ((i + 0.5) * whole) / side.length;
      let k = 0;
      while (k < lengths.length - 1 && along > lengths[k]!) along -= lengths[k++]!;
      const [a, b] = [points[k]!, points[k + 1]!];
      const [dx, dy] = [(b[0] - a[0]) / (lengths[k]! || 1), (b[1] - a[1]) / (lengths[k]! || 1)];
      const off = (HALF_CORRIDOR + depthOf(room) / 2) * (side === left ? 1 : -1);
      // Left of the way one goes: y grows downwards on a plan.
      out.set(room.id, { x: half(a[0] + dx * along + dy * off), y: half(a[1] + dy * along - dx * off) });
    }
  return out;
}

/** A room's name on another floor: its leading floor number exchanged, else with the floor behind it. */
export function nameOnFloor(name: string, from: number, to: number): string {
  const [, rest] = from > 0 ? (new RegExp(`^${from}(\\d\\d.*)$`).exec(name) ?? []) : [];
  return rest === undefined || to < 1 ? `${name}, floor ${to}` : `${to}${rest}`;
}

/** What a floor is made of while it is drawn. */
export interface FloorParts {
  spaces: readonly Space[];
  outlets: readonly Outlet[];
  floors: readonly Floor[];
}

/**
 * A floor drawn like another one: rooms that are there under the other floor's names get their places, those that are
 * missing are put in with outlets like theirs; corridors and stairs come along, the picture does not. Closets are not
 * copied: what hangs in one hangs nowhere else.
 */
export function copiedFloor(parts: FloorParts, from: number, to: number): FloorParts {
  const ids = new NewIds([...parts.spaces, ...parts.outlets].map((x) => x.id));
  const there = new Map(parts.spaces.filter((s) => s.floor === to).map((s) => [s.name.toLowerCase(), s]));
  const placed = new Map<string, Space>();
  const spaces: Space[] = [];
  const outlets: Outlet[] = [];
  for (const s of parts.spaces.filter((x) => x.floor === from && x.kind === 'room' && !x.retired)) {
    const name = nameOnFloor(s.name, from, to);
    const found = there.get(name.toLowerCase()) ?? there.get(s.name.toLowerCase());
    const { x, y, width, depth } = s;
    const drawn = { x, y, ...(width ? { width } : {}), ...(depth ? { depth } : {}) };
    if (found) {
      placed.set(found.id, { ...found, ...drawn });
      continue;
    }
    const id = ids.give(slugOf(name));
    spaces.push({ id, name, kind: 'room', floor: to, ...drawn });
    for (const o of parts.outlets.filter((y) => y.space === s.id && !y.retired))
      outlets.push({
        id: ids.give(slugOf(`${id}-${o.name}`)),
        name: o.name,
        space: id,
        positions: o.positions,
      });
  }
  const like = parts.floors.find((f) => f.floor === from && !f.retired);
  const now = parts.floors.find((f) => f.floor === to);
  const floor: Floor = {
    ...(now ?? { id: `floor-${to}`, floor: to }),
    ...(like?.corridors ? { corridors: like.corridors } : {}),
    // Stairs that led up from there lead up as far from here.
    ...(like?.stairs ? { stairs: like.stairs.map((s) => ({ ...s, to: s.to + to - from })) } : {}),
  };
  return {
    spaces: [...parts.spaces.map((s) => placed.get(s.id) ?? s), ...spaces],
    outlets: [...parts.outlets, ...outlets],
    floors: like ? [...parts.floors.filter((f) => f !== now), floor] : parts.floors,
  };
}

/** A corridor as it is typed: points as `x y`, one after another with commas; or the sentence that says what is wrong. */
export function readPoints(
  text: string,
): { ok: true; points: [number, number][] } | { ok: false; message: string } {
  const points: [number, number][] = [];
  for (const part of text
    .split(/[,;\n]+/)
    .map((p) => p.trim())
    .filter(Boolean)) {
    const [x, y, more] = part.split(/\s+/).map(Number);
    if (
      x === undefined ||
      y === undefined ||
      more !== undefined ||
      !Number.isFinite(x) ||
      !Number.isFinite(y)
    )
      return {
        ok: false,
        message: `“${part.slice(0, 20)}” is no point: write metres across and down, such as 0 4.`,
      };
    points.push([x, y]);
  }
  return points.length < 2
    ? { ok: false, message: 'A corridor has at least two points, such as 0 4, 30 4.' }
    : { ok: true, points };
}
