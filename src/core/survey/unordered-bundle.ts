/**
 * A bundle whose cables lie in no known order: what is heard of one says nothing of where the others are. Every
 * cable but the toned one sings at an unknown level, the likelier the more places of a round bundle have it; what
 * was heard of two cables binds their two levels together, and the belief sums over all that could be.
 */
export interface Factor {
  /** Cables it is about, one or two, by index. */
  about: readonly number[];
  /** How likely what was heard is, by the levels (indexes) of these cables. */
  chance: (levels: readonly number[]) => number;
}

/** A table over some variables, each of `size` values; the first variable counts slowest. */
interface Table {
  about: readonly number[];
  values: Float64Array;
}

/**
 * An order in which to take variables out of tables over these sets of them, the one with fewest neighbours first:
 * tables stay small where what was heard hangs together like a chain or a star, as a person goes through a bundle.
 */
export function eliminationOrder(sets: readonly (readonly number[])[]): number[] {
  const neighbours = new Map<number, Set<number>>();
  for (const about of sets)
    for (const v of about) neighbours.set(v, new Set([...(neighbours.get(v) ?? []), ...about]));
  const order: number[] = [];
  while (neighbours.size) {
    const [v, near] = [...neighbours].reduce((least, x) => (x[1].size < least[1].size ? x : least));
    neighbours.delete(v);
    order.push(v);
    for (const x of near) {
      const of = neighbours.get(x);
      if (!of) continue;
      for (const y of near) of.add(y);
      of.delete(v);
    }
  }
  return order;
}

/** The sum of the product of all tables over all variables, taken out in this order. Exact. */
export function sumOfProducts(tables: readonly Table[], order: readonly number[], size: number): number {
  const at = new Map(order.map((v, i) => [v, i]));
  const buckets: Table[][] = order.map(() => []);
  let product = 1;
  const put = (t: Table) => {
    if (t.about.length) buckets[Math.min(...t.about.map((v) => at.get(v)!))]!.push(t);
    else product *= t.values[0]!;
  };
  for (const t of tables) put(t);
  for (const [i, v] of order.entries()) put(summedOut(buckets[i]!, v, size));
  return product;
}

function summedOut(tables: readonly Table[], v: number, size: number): Table {
  const about = [...new Set(tables.flatMap((t) => t.about))].filter((x) => x !== v);
  const values = new Float64Array(size ** about.length);
  const level = new Map<number, number>();
  for (let i = 0; i < values.length; i++) {
    let rest = i;
    for (let k = about.length - 1; k >= 0; k--) {
      level.set(about[k]!, rest % size);
      rest = Math.floor(rest / size);
    }
    for (let x = 0; x < size; x++) {
      level.set(v, x);
      let p = 1;
      for (const t of tables) p *= t.values[t.about.reduce((at, y) => at * size + level.get(y)!, 0)]!;
      values[i] = values[i]! + p;
    }
  }
  return { about, values };
}

/** A factor as a table over levels `0 … size-1`. */
export function tableOf({ about, chance }: Factor, size: number): Table {
  const values = new Float64Array(size ** about.length);
  for (let i = 0; i < values.length; i++)
    values[i] = chance(about.length === 1 ? [i] : [Math.floor(i / size), i % size]);
  return { about, values };
}
