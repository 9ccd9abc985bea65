import { walkMetres, type Distance, type Place } from './distance';
import { shortestTour, type Tour } from './tour';

/**
 * The shortest walk from `from` that takes remotes out of rooms and puts others in, never more than are in the hand:
 * `collect` and `place` are numbers by room, `inHand` what one starts with. Indexes of `order` are those of the rooms.
 */
export function legTour(
  from: Place,
  rooms: readonly Place[],
  collect: readonly number[],
  place: readonly number[],
  inHand: number,
  to?: Place,
  far: Distance = walkMetres,
): Tour {
  const called = rooms.flatMap((_, i) => (collect[i] || place[i] ? [i] : []));
  const tour = shortestTour(
    from,
    called.map((i) => rooms[i]!),
    to,
    { start: inHand, change: called.map((i) => collect[i]! - place[i]!) },
    far,
  );
  return { order: tour.order.map((j) => called[j]!), metres: tour.metres };
}
