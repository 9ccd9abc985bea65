import { walkMetres, type Place } from './distance';

/** Up to so many places the shortest order is found exactly; beyond, by a good heuristic. */
export const EXACT_PLACES = 12;

/** An order in which to visit places (indexes into what was given) and how far it is to walk. */
export interface Tour {
  order: number[];
  metres: number;
}

/** How far it is from `from` through the places in this order, and on to `to` where that is given. */
export function tourMetres(
  from: Place,
  places: readonly Place[],
  order: readonly number[],
  to?: Place,
): number {
  let at = from;
  let metres = 0;
  for (const i of order) {
    metres += walkMetres(at, places[i]!);
    at = places[i]!;
  }
  return to ? metres + walkMetres(at, to) : metres;
}

/** The shortest order from `from` through all places, ending at `to` where that is given: exact up to twelve. */
export function shortestTour(from: Place, places: readonly Place[], to?: Place): Tour {
  const order =
    places.length <= EXACT_PLACES ? exactOrder(from, places, to) : improvedOrder(from, places, to);
  return { order, metres: tourMetres(from, places, order, to) };
}

/** Held and Karp's dynamic programme over subsets. */
function exactOrder(from: Place, places: readonly Place[], to?: Place): number[] {
  const n = places.length;
  if (n === 0) return [];
  const between = places.map((a) => places.map((b) => walkMetres(a, b)));
  const size = 1 << n;
  const best = new Float64Array(size * n).fill(Infinity);
  const before = new Int8Array(size * n).fill(-1);
  for (let i = 0; i < n; i++) best[(1 << i) * n + i] = walkMetres(from, places[i]!);
  for (let set = 1; set < size; set++)
    for (let last = 0; last < n; last++) {
      const here = best[set * n + last]!;
      if (here === Infinity) continue;
      for (let next = 0; next < n; next++) {
        if (set & (1 << next)) continue;
        const key = (set | (1 << next)) * n + next;
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
    const metres = best[(size - 1) * n + i]! + (to ? walkMetres(places[i]!, to) : 0);
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

/** Nearest place first, then segments reversed and moved while that shortens the walk. */
function improvedOrder(from: Place, places: readonly Place[], to?: Place): number[] {
  const left = new Set(places.keys());
  let order: number[] = [];
  for (let at = from; left.size;) {
    let nearest = -1;
    for (const i of left)
      if (nearest < 0 || walkMetres(at, places[i]!) < walkMetres(at, places[nearest]!)) nearest = i;
    order.push(nearest);
    left.delete(nearest);
    at = places[nearest]!;
  }
  const step = (a: Place | undefined, b: Place | undefined) => (a && b ? walkMetres(a, b) : 0);
  const at = (i: number) => (i < 0 ? from : i < order.length ? places[order[i]!] : to);
  for (let better = true; better;) {
    better = false;
    for (let i = 0; i < order.length - 1; i++)
      for (let j = i + 1; j < order.length; j++) {
        const gain =
          step(at(i - 1), at(i)) + step(at(j), at(j + 1)) - step(at(i - 1), at(j)) - step(at(i), at(j + 1));
        if (gain > 1e-9) {
          order = [...order.slice(0, i), ...order.slice(i, j + 1).reverse(), ...order.slice(j + 1)];
          better = true;
        }
      }
    for (let i = 0; i < order.length; i++)
      for (let j = -1; j < order.length; j++) {
        if (j === i || j === i - 1) continue;
        const gain =
          step(at(i - 1), at(i)) +
          step(at(i), at(i + 1)) -
          step(at(i - 1), at(i + 1)) +
          step(at(j), at(j + 1)) -
          step(at(j), at(i)) -
          step(at(i), at(j + 1));
        if (gain > 1e-9) {
          const moved = order[i]!;
          const without = order.filter((_, k) => k !== i);
          without.splice(j < i ? j + 1 : j, 0, moved);
          order = without;
          better = true;
        }
      }
  }
  return order;
}
