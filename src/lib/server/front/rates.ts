import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible';

/** What is held to a rate, each address by itself: points within seconds. Our judgement. */
const RATES = {
  /** Routes that compute for anybody who asks. */
  open: new RateLimiterMemory({ points: 300, duration: 10 }),
  /** Codes, PINs and keys that are tried. */
  entering: new RateLimiterMemory({ points: 10, duration: 60, blockDuration: 60 }),
} as const;
/** A kind of request that is held to a rate. */
export type Rate = keyof typeof RATES;

/** Counts a request; how many seconds to wait where there were too many, else null. */
export async function tooMany(rate: Rate, address: string): Promise<number | null> {
  try {
    await RATES[rate].consume(address);
    return null;
  } catch (refusal) {
    if (refusal instanceof RateLimiterRes) return Math.ceil(refusal.msBeforeNext / 1000);
    throw refusal;
  }
}

/** Takes a request back that turned out to be a good one: only tries that fail are counted. */
export const wasGood = async (rate: Rate, address: string): Promise<void> =>
  void (await RATES[rate].reward(address));
