import type { Box } from './boxes';
import type { UsedBox } from './used';

/** The first of a series of names that is not taken; it is taken then. */
function free(taken: Set<string>, nth: (n: number) => string): string {
  let n = 1;
  while (taken.has(nth(n))) n++;
  taken.add(nth(n));
  return nth(n);
}

/**
 * What the boxes of a cutting are called: opened ones as the log calls them, others by a name that no opened box of the
 * cable has, so that two boxes are never one in the log. `inUse` are the opened ones that were given to the cutting,
 * `words` writes a length.
 */
export function boxNames(boxes: readonly Box[], cable: string, opened: readonly UsedBox[], inUse: readonly UsedBox[], words: (metres: number) => string): string[] {
  const left = [...inUse];
  const taken = new Set(opened.map((o) => o.name));
  return boxes.map((b) => {
    if (!b.part) return free(taken, (n) => `${cable}, box ${n}`);
    const i = left.findIndex((o) => o.left === b.metres);
    return i < 0 ? free(taken, (n) => `${cable}, part box ${n} of ${words(b.metres)}`) : left.splice(i, 1)[0]!.name;
  });
} // prettier-ignore
