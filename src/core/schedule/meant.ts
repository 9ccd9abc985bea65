import { bareName } from './columns';
import { GENERIC_CABLES } from '../wiring/parts';
import type { Part } from '../model/job';
import { CONNECTOR_FAMILIES, FAMILY_NAMES, type ConnectorFamily } from '../wiring/connector';

const FAMILY_BY_NAME = new Map(
  CONNECTOR_FAMILIES.flatMap((f) => [
    [bareName(f), f],
    [bareName(FAMILY_NAMES[f]), f],
  ] as const),
); // prettier-ignore

/** What connectors are called in the trade, in common practice; the narrower word first. */
const SYNONYMS: readonly (readonly [RegExp, ConnectorFamily])[] = [
  [/\b(?:coax\w*|rg-?\s?\d+|bnc|f|f[ -]?type|f[ -]?conn\w*|f[ -]?plug)\b/i, 'coax-compression'],
  [/\b(?:pass|feed)[ -]?(?:through|thru)\b.*|\bthrough[ -]hole plug\b/i, 'pass-through-plug'],
  [/\bstagger\w*\b/i, 'staggered-load-bar-plug'],
  [/\bload[ -]?bar\b/i, 'load-bar-plug'],
  [/\b(?:field[ -]?(?:term\w*)?|tool[ -]?less)\s*plug\b/i, 'field-plug'],
  [
    /\b(?:shielded|screened|stp|ftp)\b.*\bplug\b|\bplug\b.*\b(?:shielded|screened|stp|ftp)\b/i,
    'shielded-plug',
  ],
  [/\bplug\b|\bcrimp(?:ed|s)?\b/i, 'closed-plug'],
  [/\b(?:shielded|screened|stp|ftp)\b.*\b(?:jack|keystone|module|outlet)\b/i, 'shielded-toolless-jack'],
  [/\btool[ -]?less\b/i, 'toolless-jack'],
  [/\b(?:patch[ -]?panel|panel port|pp)\b/i, 'patch-panel'],
  [/\b(?:jack|keystone|punch[ -]?down|110|idc|module|outlet|socket)s?\b/i, 'punch-down-jack'],
];

/**
 * The connector family a text means; undefined where it means none, or may mean two: `RJ45` alone is a plug to one and a
 * jack to another, so it is asked.
 */
export const connectorMeant = (text: string): ConnectorFamily | undefined =>
  FAMILY_BY_NAME.get(bareName(text)) ?? SYNONYMS.find(([pattern]) => pattern.test(text))?.[1];

/** Whether a cable's name says that it is coaxial. Common practice: the RG numbers and the word. */
export const namesCoax = (cable: string): boolean => /\bcoax|\brg-?\s?\d+/i.test(cable);

/** A cable's name as names are compared: `CAT-6 U/UTP` and `Cat6 UUTP` are one, `Cat 6 LSZH` is another. */
const bareCable = (name: string): string => bareName(name.replace(/\bcategory\b/gi, 'cat'));

/**
 * Ways of writing that mean one cable, by what they are written as: to the known cable (of the job, or generic) that is
 * written the same but for case, blanks and signs, else to the spelling used most.
 *
 * @example
 * sameCables(['Cat6 U/UTP', 'CAT 6 U/UTP'], []) // Map { 'Cat6 U/UTP' => 'Cat 6 U/UTP', 'CAT 6 U/UTP' => 'Cat 6 U/UTP' }
 */
export function sameCables(names: readonly string[], parts: readonly Part[]): Map<string, string> {
  const known = new Map<string, string>();
  for (const { name } of [...GENERIC_CABLES, ...parts.filter((p) => p.cable)])
    known.set(bareCable(name), name);
  const counts = new Map<string, number>();
  for (const n of names) counts.set(n, (counts.get(n) ?? 0) + 1);
  const usual = new Map<string, string>();
  for (const [n] of [...counts].sort((a, b) => b[1] - a[1]))
    if (!usual.has(bareCable(n))) usual.set(bareCable(n), n);
  return new Map([...counts.keys()].map((n) => [n, known.get(bareCable(n)) ?? usual.get(bareCable(n))!]));
}

/** Whether a text stands where a name is not decided yet: `TBD`, `tbc`, `N/A`, `-`, `?`, `spare`. Common practice. */
export const isUndecided = (text: string): boolean =>
  /^(?:tb[dca]|to be (?:decided|confirmed|advised)|n\/?a|none|unknown|spare|-+|–|—|\?+|x+)$/i.test(
    text.trim(),
  );
