import { planRounds, type Hands, type RoundRoom } from '$core/survey/rounds';
import type { Place } from '$core/survey/distance';

self.onmessage = (
  event: MessageEvent<{ closet: Place; rooms: RoundRoom[]; remotes: number | number[]; hands: Hands }>,
) => {
  const { closet, rooms, remotes, hands } = event.data;
  postMessage(planRounds(closet, rooms, remotes, hands));
};
