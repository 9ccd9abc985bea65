import type { Configuration } from '../model/tester-result';

/** What a link may measure at most, whatever its length. */
export interface LinkLimits {
  metres: number;
  /** Loop of a pair at 20 °C. */
  loopOhms: number;
  /** One-way delay of a pair at 10 MHz. */
  delayNs: number;
  /** Between the slowest and the fastest pair. */
  skewNs: number;
}

/**
 * Limits of links, not of cable by the metre. Length 90 and 100 m, loop 21 and 25 Ω, delay 498 and 555 ns, skew 44
 * and 50 ns: TIA-568.2-D, from memory; delay and skew follow from 534 + 36/√10 ns and 45 ns of 100 m of cable and 2.5
 * and 1.25 ns a connector. A panel to a plug is held by the permanent link's, a cord by the channel's: our judgement.
 */
export const LINK_LIMITS: Record<Configuration, LinkLimits> = {
  'permanent-link': { metres: 90, loopOhms: 21, delayNs: 498, skewNs: 44 },
  channel: { metres: 100, loopOhms: 25, delayNs: 555, skewNs: 50 },
  mptl: { metres: 90, loopOhms: 21, delayNs: 498, skewNs: 44 },
  cord: { metres: 100, loopOhms: 25, delayNs: 555, skewNs: 50 },
};

/** Share a length may lie over its limit before it fails, since the velocity it is reckoned by is no better known. TIA-568, from memory. */
export const LENGTH_TOLERANCE = 0.1;
/** Shorter than this no installed link is: the remote sits in the main unit. Our judgement. */
export const LEAST_LINK_METRES = 0.5;
/** How far a length may lie from its plan before the cable is doubted: a share of the plan, at least so many metres. Our judgement. */
export const FROM_PLAN = { share: 0.35, metres: 5 } as const;
/** The same where the length was read off the jacket: what a velocity of propagation and a lay usually leave, and ends cut off since. Our judgement. */
export const FROM_MARKS = { share: 0.08, metres: 1.5 } as const;
