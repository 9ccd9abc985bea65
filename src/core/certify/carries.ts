import { CERTIFIED, type Certified } from './limits';

/** Whether a link of a category and length will carry something. */
export type Carries = 'yes' | 'maybe' | 'no';
/** What a link will carry, and why. */
export interface Carried {
  name: string;
  will: Carries;
  why: string;
}

/** Reach of an application over a channel, in metres: sure, and with a doubt. IEEE 802.3 and 802.3bz, from memory. */
const REACH: readonly { name: string; sure: Partial<Record<Certified, number>>; doubt?: Partial<Record<Certified, [number, string]>> }[] = [
  { name: '100BASE-TX', sure: { '5e': 100, '6': 100, '6A': 100 } },
  { name: '1000BASE-T', sure: { '5e': 100, '6': 100, '6A': 100 } },
  { name: '2.5GBASE-T', sure: { '5e': 100, '6': 100, '6A': 100 } },
  { name: '5GBASE-T', sure: { '6': 100, '6A': 100 }, doubt: { '5e': [100, 'mostly, where cables do not lie in large bundles; uncertain'] } },
  { name: '10GBASE-T', sure: { '6': 37, '6A': 100 }, doubt: { '6': [55, 'only where crosstalk from neighbouring cables is low'] } },
]; // prettier-ignore

/** Cords at both ends of a channel, in metres. TIA-568, from memory. */
export const CORDS_METRES = 10;

/** What a link of a category carries, `linkMetres` long without its cords; its category is that of its lowest part. */
export function carriedBy(category: Certified, linkMetres: number): Carried[] {
  const channel = linkMetres + CORDS_METRES;
  return REACH.map(({ name, sure, doubt }): Carried => {
    const best = CERTIFIED.filter((c) => CERTIFIED.indexOf(c) <= CERTIFIED.indexOf(category));
    const reach = Math.max(0, ...best.map((c) => sure[c] ?? 0));
    if (channel <= reach) return { name, will: 'yes', why: `${channel} m with its cords, of ${reach} m` };
    const unsure = doubt?.[category];
    if (unsure && channel <= unsure[0]) return { name, will: 'maybe', why: `${channel} m with its cords: ${unsure[1]}` };
    return { name, will: 'no', why: reach ? `${channel} m with its cords, more than ${unsure?.[0] ?? reach} m` : `not over category ${category}` };
  });
} // prettier-ignore
