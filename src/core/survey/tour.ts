import { walkMetres, type Distance, type Place } from './distance';

/** Up to so many places the shortest order is found exactly; beyond, by a good heuristic. */
export const EXACT_PLACES = 12;

/** An order in which to visit places (indexes into what was given) and how far it is to walk. */
export interface Tour {
  order: number[];
  metres: number;
}

/** What is carried on a walk: how much at the start, and what each place adds or takes. It may never fall below none. */
export interface Load {
  start: number;
  change: readonly number[];
}

/** How far it is from `from` through the places in this order, and on to `to` where that is given. */
export function tourMetres(
  from: Place,
  places: readonly Place[],
  order: readonly number[],
  to?: Place,
  far: Distance = walkMetres,
): number {
  let at = from;
  let metres = 0;
  for (const i of order) {
    metres += far(at, places[i]!);
    at = places[i]!;
  }
  return to ? metres + far(at, to) : metres;
}

/** Whether the load never falls below none in this order. */
export function carries(load: Load, order: readonly number[]): boolean {
  let carried = load.start;
  return order.every((i) => (carried += load.change[i]!) >= 0);
}

/**
 * The shortest order from `from` through all places, ending at `to` where that is given: exact up to twelve. With a
 * `load`, only orders in which there is always enough to put down; one must exist. `far` says how far two places are.
 */
export function shortestTour(
  from: Place,
  places: readonly Place[],
  to?: Place,
  load?: Load,
  far: Distance = walkMetres,
): Tour {
  const order = (places.length <= EXACT_PLACES ? exactOrder : improvedOrder)(from, places, to, load, far);
  return { order, metres: tourMetres(from, places, order, to, far) };
}

/** Held and Karp's dynamic programme over subsets; what is carried depends on the subset alone. */
function exactOrder(
  from: Place,
  places: readonly Place[],
  to: Place | undefined,
  load: Load | undefined,
  far: Distance,
): number[] {
  const n = places.length;
  if (n === 0) return [];
  const between = places.map((a) => places.map((b) => far(a, b)));
  const size = 1 << n;
  const carried = load && loadOfSets(load, size);
  const best = new Float64Array(size * n).fill(Infinity);
  const before = new Int8Array(size * n).fill(-1);
  for (let i = 0; i < n; i++)
    if (!carried || carried[1 << i]! >= 0) best[(1 << i) * n + i] = far(from, places[i]!);
  for (let set = 1; set < size; set++)
    for (let last = 0; last < n; last++) {
      const here = best[set * n + last]!;
      if (here === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const bigger = set | (1 << next);
        if (carried && carried[bigger]! < 0) continue;
        const key = bigger * n + next;
        const metres = here + between[last]![next]!;
        if (metres < best[key]!) {
          best[key] = metres;
          before[key] = last;
        }
      }
    }
  let last = 0;
  let least = Infinity;
  for (let i = 0; i < n; i++) {
    const metres = best[(size - 1) * n + i]! + (to ? far(places[i]!, to) : 0);
    if (metres < least) [least, last] = [metres, i];
  }
  const order: number[] = [];
  for (let set = size - 1; last >= 0;) {
    order.unshift(last);
    const previous = before[set * n + last]!;
    set &= ~(1 << last);
    last = previous;
  }
  return order;
}

function loadOfSets(load: Load, size: number): Int32Array {
  const carried = new Int32Array(size);
  carried[0] = load.start;
  for (let set = 1; set < size; set++) {
    const lowest = 31 - Math.clz32(set & -set);
    carried[set] = carried[set & (set - 1)]! + load.change[lowest]!;
  }
  return carried;
}

/** Nearest place first, then segments reversed and places moved while that shortens the walk. */
function improvedOrder(
  from: Place,
  places: readonly Place[],
  to: Place | undefined,
  load: Load | undefined,
  far: Distance,
): number[] {
  const n = places.length;
  const all = [...places, from, to ?? from];
  const size = n + 2;
  const metres = new Float64Array(size * size);
  all.forEach((a, i) => all.forEach((b, j) => (metres[i * size + j] = far(a, b))));
  // No way back: the last step to `to` costs nothing from anywhere.
  if (!to) for (let i = 0; i < n; i++) metres[i * size + n + 1] = 0;
  const m = (a: number, b: number) => metres[a * size + b]!;
  // Where the walk begins and where it ends stand before and after the places.
  const tour = Int32Array.of(n, ...nearestFirst(from, places, load, far), n + 1);
  const order = () => [...tour.subarray(1, n + 1)];
  const may = () => !load || carries(load, order());
  for (let better = true; better;) {
    better = false;
    for (let i = 1; i < n; i++)
      for (let j = i + 1; j <= n; j++) {
        const before = tour[i - 1]!;
        const first = tour[i]!;
        const last = tour[j]!;
        const after = tour[j + 1]!;
        if (m(before, first) + m(last, after) - m(before, last) - m(first, after) <= 1e-9) continue;
        const turned = tour.subarray(i, j + 1);
        turned.reverse();
        if (may()) better = true;
        else turned.reverse();
      }
    for (let i = 1; i <= n; i++)
      for (let j = 0; j <= n; j++) {
        if (j === i || j === i - 1) continue;
        const moved = tour[i]!;
        const before = tour[i - 1]!;
        const after = tour[i + 1]!;
        const a = tour[j]!;
        const b = tour[j + 1]!;
        const saved = m(before, moved) + m(moved, after) - m(before, after);
        if (saved + m(a, b) - m(a, moved) - m(moved, b) <= 1e-9) continue;
        const to = j < i ? j + 1 : j;
        put(tour, i, to);
        if (may()) better = true;
        else put(tour, to, i);
      }
  }
  return order();
}

/** Takes out what stands at `i` and puts it in again so that it stands at `at`. */
function put(list: Int32Array, i: number, at: number): void {
  const moved = list[i]!;
  if (at < i) list.copyWithin(at + 1, at, i);
  else list.copyWithin(i, i + 1, at + 1);
  list[at] = moved;
}

function nearestFirst(
  from: Place,
  places: readonly Place[],
  load: Load | undefined,
  far: Distance,
): number[] {
  const left = new Set(places.keys());
  const order: number[] = [];
  let carried = load?.start ?? 0;
  for (let at = from; left.size;) {
    let nearest = -1;
    for (const i of left)
      if (
        (!load || carried + load.change[i]! >= 0) &&
        (nearest < 0 || far(at, places[i]!) < far(at, places[nearest]!))
      )
        nearest = i;
    carried += load?.change[nearest] ?? 0;
    order.push(nearest);
    left.delete(nearest);
    at = places[nearest]!;
  }
  return order;
}
