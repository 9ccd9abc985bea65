import { expose } from 'comlink';
import { planRounds, type Hands, type RoundPlan, type RoundRoom } from '$core/survey/rounds';
import type { Floor } from '$core/model/job';
import { Ways } from '$core/survey/ways';
import type { Place } from '$core/survey/distance';

/** What a round is planned from. */
export interface RoundAsked {
  closet: Place;
  rooms: readonly RoundRoom[];
  remotes: number | readonly number[];
  hands: Hands;
  floors: readonly Floor[];
}

const api = {
  plan: ({ closet, rooms, remotes, hands, floors }: RoundAsked): RoundPlan =>
    planRounds(closet, rooms, remotes, hands, new Ways(floors).metres),
};
/** What this worker does. */
export type RoundApi = typeof api;
expose(api);
