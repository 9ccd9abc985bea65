import { CERTIFIED_TO, type CertifiedTo } from '../wiring/parts';
import { CONFIGURATION_WORDS, type Configuration } from '../model/tester-result';

/** Classes of a channel by the category of its parts: ISO/IEC 11801-1, from memory. */
const OF_CLASS: Readonly<Record<string, CertifiedTo>> = { d: '5e', e: '6', ea: '6A', f: '6A', fa: '6A', i: '6A', ii: '6A' }; // prettier-ignore
const OF_NUMBER: Readonly<Record<string, CertifiedTo>> = { '5': '5e', '5e': '5e', '6': '6', '6a': '6A', '7': '6A', '7a': '6A', '8': '6A' }; // prettier-ignore

/**
 * The category that a name of a cable or a limit says, 6A at most; the lowest where it says several; null where it says none.
 *
 * @example
 * categoryIn('TIA Cat 6A permanent link') // '6A'
 */
export function categoryIn(name: string): CertifiedTo | null {
  const text = name.toLowerCase();
  const numbers = [...text.matchAll(/\bcat(?:egory|\.)?[ -]?(5e|6a|7a|[5-8])(?![0-9a-z])/g)].map((m) => OF_NUMBER[m[1]!]!); // prettier-ignore
  const classes = [...text.matchAll(/\bclass[ -]?(ii?|[de]_?a?|f_?a?)(?![0-9a-z])/g)].flatMap((m) => OF_CLASS[m[1]!.replace('_', '')] ?? []); // prettier-ignore
  const said = [...numbers, ...classes];
  return CERTIFIED_TO.find((c) => said.includes(c)) ?? null;
}

/** Whether a limit by its name is one of a channel, which lets more pass than a link without its cords. */
const isOfChannel = (limit: string): boolean =>
  /\bch(annel)?\b/i.test(limit) && !/\bpermanent\b/i.test(limit);

/** What a link was tested against by the name of a limit, and what it should have been. */
export interface LimitAsked {
  limit: string;
  category: CertifiedTo | null;
  configuration: Configuration;
}

/** Why a limit is less than a link asks for, in words; '' where it is not, or its name does not say. */
export function lesserLimit({ limit, category, configuration }: LimitAsked): string {
  const held = categoryIn(limit);
  if (held && category && CERTIFIED_TO.indexOf(held) < CERTIFIED_TO.indexOf(category))
    return `its limit is for category ${held}, and the link is of category ${category}`;
  if (isOfChannel(limit) && (configuration === 'permanent-link' || configuration === 'mptl'))
    return `its limit is for a channel, and it was tested as a ${configuration === 'mptl' ? 'link from a ' : ''}${CONFIGURATION_WORDS[configuration]}`;
  return '';
}
