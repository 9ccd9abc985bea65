/** What a pattern may name, with what stands for it. */
export const IDENTIFIER_FIELDS = {
  closet: 'the closet’s code or name',
  closetfloor: 'the floor of the closet',
  panel: 'the panel',
  port: 'the port',
  room: 'the room’s code or name',
  floor: 'the floor of the room',
  outlet: 'the outlet',
  position: 'the position at the outlet',
} as const;
/** A field of a pattern. */
export type IdentifierField = keyof typeof IDENTIFIER_FIELDS;
/** Where both ends of a link are, as an identifier names it. */
export type IdentifierParts = Record<IdentifierField, string | number>;

/** The patterns of a job. */
export interface Identifiers {
  head: string;
  tail: string;
  link: string;
}

/** What stands on the labels of a link. */
export interface LinkIdentifiers {
  link: string;
  head: string;
  tail: string;
}

/**
 * Patterns to start from. The first is what crews do; the second follows the form of the administration standard:
 * floor and space, then panel and port. TIA-606 class 2, from memory.
 */
export const IDENTIFIER_STYLES: readonly (Identifiers & { name: string })[] = [
  {
    name: 'panel and port',
    head: '{closet}-{panel}-{port:2}',
    tail: '{room}-{outlet}-{position}',
    link: '{panel}-{port:2}',
  },
  {
    name: 'floor and space, panel and port',
    head: '{closet}-{panel}{port:2}',
    tail: '{room}-{outlet}{position}',
    link: '{closet}-{panel}{port:2}',
  },
  {
    name: 'by the room',
    head: '{closet}-{panel}-{port:2}',
    tail: '{room}-{outlet}-{position}',
    link: '{room}-{outlet}-{position}',
  },
];

const TOKEN = /\{([a-z]+)(?::(\d))?\}/g;

/** What is wrong with a pattern, in a sentence; null when nothing is. */
export function patternProblem(pattern: string): string | null {
  if (!pattern.trim()) return 'A pattern needs at least one field, such as {port:2}.';
  const rest = pattern.replace(TOKEN, (whole, name: string) => (name in IDENTIFIER_FIELDS ? '' : whole));
  const unknown = /\{[^}]*\}?/.exec(rest)?.[0];
  if (unknown)
    return `${unknown} is not a field: use ${Object.keys(IDENTIFIER_FIELDS).map((f) => `{${f}}`).join(', ')}; {port:2} writes two digits.`; // prettier-ignore
  if (rest.includes('}')) return 'A } stands there without its {: write fields like {port:2}.';
  if (rest === pattern)
    return 'Without a field all links would be called the same: add one, such as {port:2}.';
  return null;
}

/** The identifier a pattern makes. A number after the colon is the least number of digits. */
export const identifierFor = (pattern: string, parts: IdentifierParts): string =>
  pattern.replace(TOKEN, (_, name: IdentifierField, digits?: string) => {
    const value = String(parts[name] ?? '');
    return digits && /^\d+$/.test(value) ? value.padStart(Number(digits), '0') : value;
  });

/** What stands for a space on a label: its code, else its name in short: without blanks, or its initials where long. */
export function spaceCode(space: { name: string; code?: string | undefined }): string {
  if (space.code) return space.code;
  const words = space.name.trim().split(/[\s,._/-]+/).filter(Boolean); // prettier-ignore
  const numbered = words.find((w) => /\d/.test(w));
  if (numbered) return numbered.toUpperCase();
  const joined = words.join('');
  return (joined.length <= 6 || words.length === 1 ? joined.slice(0, 8) : words.map((w) => w[0]).join('')).toUpperCase(); // prettier-ignore
}

/** Identifiers that more than one thing has, each with the indexes of those. */
export function doubles(identifiers: readonly string[]): { identifier: string; at: number[] }[] {
  const seen = new Map<string, number[]>();
  identifiers.forEach((id, i) => {
    const key = id.toLowerCase();
    const at = seen.get(key);
    if (at) at.push(i);
    else seen.set(key, [i]);
  });
  return [...seen.values()].filter((at) => at.length > 1).map((at) => ({ identifier: identifiers[at[0]!]!, at })); // prettier-ignore
}
