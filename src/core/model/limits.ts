/** Most ports of a panel. Our judgement: the largest panels in common use have 48. */
export const MOST_PORTS = 96;
/** Most positions of an outlet. Our judgement. */
export const MOST_POSITIONS = 24;
/** Longest cable a plan or a reading may name, in metres. Our judgement: far past any link. */
export const MOST_CABLE_METRES = 500;
/** Shortest known length, in metres, that a velocity of propagation is found from: a shorter one makes its error too large. Common practice, no source. */
export const LEAST_NVP_METRES = 15;
/** Most cords of a batch. Our judgement: more are made in several, so that one mistake is not in all of them. */
export const MOST_CORDS = 1000;
/** Longest cord, in metres: a channel with all its cords is at most so long. TIA-568, from memory. */
export const MOST_CORD_METRES = 100;
