/** The words and numbers of a text, in letters and digits of any script, small, accents left out. */
const words = (s: string): string[] =>
  s
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .match(/\p{L}+|\p{N}+/gu) ?? [];

/** A text as it is compared. */
const plain = (s: string): string => words(s).join('');

/** A label as one says it, without leading zeros: `k1-7` for K1-07, `c-3` for C-03. */
const said = (s: string): string => words(s).map((w) => w.replace(/^0+(?=.)/, '')).join(''); // prettier-ignore

/**
 * Things that a typed text may mean, the likeliest first: the very label, the same letters, its beginning, what it
 * holds, and then what `about` says of it. A label of nothing but signs is found by those signs.
 *
 * @example
 * findByLabel(links, 'k1-7', (l) => farWords(where(l)))[0]?.label // 'K1-07'
 */
export function findByLabel<T extends { label: string }>(
  things: readonly T[],
  text: string,
  about: (thing: T) => string,
  most = 8,
): T[] {
  const raw = text.trim().toLowerCase();
  if (!raw) return [];
  const wanted = plain(text);
  const asSaid = said(text);
  const rank = (thing: T): number => {
    const label = thing.label.trim().toLowerCase();
    if (label === raw) return 0;
    if (wanted === '') return label.includes(raw) ? 3 : Infinity;
    const letters = plain(thing.label);
    if (letters === wanted || said(thing.label) === asSaid) return 1;
    if (letters.startsWith(wanted)) return 2;
    if (letters.includes(wanted)) return 3;
    return plain(about(thing)).includes(wanted) ? 4 : Infinity;
  };
  return things
    .map((thing) => ({ thing, rank: rank(thing) }))
    .filter((x) => x.rank < Infinity)
    .sort((a, b) => a.rank - b.rank)
    .slice(0, most)
    .map((x) => x.thing);
}
