/** Speed of light in vacuum, metres a second: exact by definition of the metre. */
export const SPEED_OF_LIGHT = 299_792_458;
/** Nominal velocities of propagation that cables have. Common practice, no source. */
export const NVP_RANGE = [0.5, 0.9] as const;
/** Velocity of propagation to begin with. Common practice, no source. */
export const TYPICAL_NVP = 0.69;

/** Length in metres from a one-way delay in nanoseconds. */
export const lengthFromDelay = (ns: number, nvp: number): number => nvp * SPEED_OF_LIGHT * ns * 1e-9;
/** One-way delay in nanoseconds of a length in metres. */
export const delayOfLength = (metres: number, nvp: number): number => (metres / (nvp * SPEED_OF_LIGHT)) * 1e9;
/** Velocity of propagation from a known length and its one-way delay. */
export const nvpFrom = (metres: number, ns: number): number => metres / (SPEED_OF_LIGHT * ns * 1e-9);

/** Most delay of 100 m of cable in nanoseconds, at a frequency in MHz: 534 + 36/√f. TIA-568 (from memory). */
export const mostDelayPer100m = (megahertz: number): number => 534 + 36 / Math.sqrt(megahertz);
