/** A small generator of random numbers in [0, 1) that gives the same row for the same seed. */
export function randomFrom(seed: number): () => number {
  let state = seed | 0;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A seed made of words: the same words, the same seed. */
export function seedOf(...words: readonly (string | number)[]): number {
  let hash = 2166136261;
  for (const char of words.join('\n')) hash = Math.imul(hash ^ char.codePointAt(0)!, 16777619);
  return hash;
}

/** A normally distributed number, mean 0 and deviation 1. */
export const normalFrom = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
