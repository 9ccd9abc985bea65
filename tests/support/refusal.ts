import { Refused } from '../../src/lib/server/refused';

/** What a call was refused with; throws where it was not refused. */
export const refusal = (call: Promise<unknown>): Promise<Refused> =>
  call.then(
    () => Promise.reject(new Error('It was not refused.')),
    (e: unknown) => (e instanceof Refused ? e : Promise.reject(e as Error)),
  );
