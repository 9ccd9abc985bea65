/** A mistake that can be drawn: its kind, its share of the kind, and what it does to a place. */
interface Drawable<S> {
  kind: string;
  share: number;
  apply(s: S): S;
}

/** Draws mistakes for one place: each further one with chance `p`, by weight, no way twice. */
export function drawMistakes<S>(
  start: S,
  ways: readonly Drawable<S>[],
  p: number,
  weights: Record<string, number>,
  random: () => number,
): S {
  const weightOf = (w: Drawable<S>) => (weights[w.kind] ?? 0) * w.share;
  const total = ways.reduce((s, w) => s + weightOf(w), 0);
  const used = new Set<number>();
  let state = start;
  while (random() < p) {
    let x = random() * total;
    const i = ways.findIndex((w) => (x -= weightOf(w)) < 0);
    if (i < 0 || used.has(i)) continue;
    used.add(i);
    state = ways[i]!.apply(state);
  }
  return state;
}
