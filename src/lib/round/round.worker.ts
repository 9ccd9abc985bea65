import { planRounds, type Hands, type RoundRoom } from '$core/survey/rounds';
import type { Floor } from '$core/model/job';
import { Ways } from '$core/survey/ways';
import type { Place } from '$core/survey/distance';

self.onmessage = (
  event: MessageEvent<{
    closet: Place;
    rooms: RoundRoom[];
    remotes: number | number[];
    hands: Hands;
    floors: Floor[];
  }>,
) => {
  const { closet, rooms, remotes, hands, floors } = event.data;
  postMessage(planRounds(closet, rooms, remotes, hands, new Ways(floors).metres));
};
