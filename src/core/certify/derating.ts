import { circuitOhms, poeAtDevice, poeThrough, POE_TYPES, type PoeType } from '../electrical/poe';
import { CERTIFIED, type Certified } from './limits';
import type { Carries } from './carries';

/** The longest permanent link, in metres. TIA-568, from memory. */
export const LINK_METRES = 90;
/** Degrees Celsius at which cable is specified. */
const COOL = 20;

/**
 * How much more a cable loses than at 20 °C: unscreened 0.4 % a degree to 40 °C and 0.6 % beyond, screened 0.2 %.
 * TIA-568.2 and ISO/IEC 11801, from memory.
 */
export function lossFactor(celsius: number, shielded: boolean): number {
  if (celsius <= COOL) return 1;
  if (shielded) return 1 + 0.002 * (celsius - COOL);
  return 1 + 0.004 * (Math.min(celsius, 40) - COOL) + 0.006 * Math.max(0, celsius - 40);
}

/** The longest permanent link at a temperature, in whole metres, rounded down. */
export const longestLink = (celsius: number, shielded: boolean): number =>
  Math.floor(LINK_METRES / lossFactor(celsius, shielded) + 1e-9);

/**
 * By the gauge of cords: how much more they lose than cable, the longest in a work area, and what the closet's cords and
 * jumpers have to be left, in metres. TIA-568.1, from memory.
 */
const CORDS = { 24: { more: 0.2, most: 22, closet: 5 }, 26: { more: 0.5, most: 17, closet: 4 } } as const;

/** The longest cord at a work area behind a consolidation or multi-user outlet, in whole metres rounded down; null past 90 m of link. */
export function openOfficeCord(linkMetres: number, gauge: 24 | 26): number | null {
  if (linkMetres > LINK_METRES) return null;
  const { more, most, closet } = CORDS[gauge];
  const all = (102 - linkMetres) / (1 + more);
  return Math.max(0, Math.min(most, Math.floor(all - closet + 1e-9)));
}

/** What power of a type comes to over a cable: no device is promised more than its type. */
export interface PowerCarried {
  type: PoeType;
  watts: number;
  will: Carries;
}
/**
 * Power over the cable by type: gauge, metres and how warm the cable is. A loop that was measured, as it was found then,
 * stands for what gauge and metres would come to.
 */
export const powerCarried = (
  gauge: number,
  metres: number,
  celsius: number,
  loopOhms?: number,
): PowerCarried[] =>
  POE_TYPES.map((type) => {
    const { watts, enough } =
      loopOhms === undefined
        ? poeAtDevice(type, gauge, metres, celsius)
        : poeThrough(type, circuitOhms(type, loopOhms));
    return { type, watts: Math.min(Math.max(0, watts), type.deviceWatts), will: enough ? 'yes' : 'no' };
  });

/** What a link would be made of. */
export interface Imagined {
  cable: Certified;
  head: Certified;
  tail: Certified;
  metres: number;
  celsius: number;
  shielded: boolean;
  /** Untwist at the worse end, in mm. */
  untwistMm: number;
}
/** Most untwist at a contact, in mm. TIA-568, from memory. */
export const MOST_UNTWIST_MM = 13;

/** The category a link could reach before it is made: that of its lowest part, while length and untwist allow any; with the reasons. */
export function couldReach(link: Imagined): { category: Certified | null; reasons: string[] } {
  const longest = longestLink(link.celsius, link.shielded);
  const reasons: string[] = [];
  if (link.metres > longest) reasons.push(`${link.metres} m is more than the ${longest} m that a link may have at ${link.celsius} °C.`); // prettier-ignore
  if (link.untwistMm > MOST_UNTWIST_MM) reasons.push(`${link.untwistMm} mm of untwist is more than ${MOST_UNTWIST_MM} mm: crosstalk there is past any limit one could promise.`); // prettier-ignore
  if (reasons.length) return { category: null, reasons };
  const parts = { cable: link.cable, 'connector at the head': link.head, 'connector at the tail': link.tail };
  const lowest = CERTIFIED.find((c) => Object.values(parts).includes(c))!;
  const held = Object.entries(parts).flatMap(([name, c]) => (c === lowest ? [name] : []));
  const all = held.length === Object.keys(parts).length;
  return {
    category: lowest,
    reasons: [all ? `Every part is category ${lowest}.` : `No better than its lowest part: ${held.join(' and ')}, category ${lowest}.`], // prettier-ignore
  };
}
