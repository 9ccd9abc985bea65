/**
 * Diameter in millimetres of a bare solid conductor of an American wire gauge:
 * d = 0.127 · 92^((36 − n) / 39). ASTM B258 (from memory).
 */
export const diameterOfGauge = (gauge: number): number => 0.127 * 92 ** ((36 - gauge) / 39);
