import { FOOT_METRES } from '../model/metres';
import type { LengthUnit } from './columns';

const METRES: Record<LengthUnit, number> = { m: 1, cm: 0.01, ft: FOOT_METRES, in: FOOT_METRES / 12 };
const UNIT: Record<string, LengthUnit> = { m: 'm', mtr: 'm', metre: 'm', metres: 'm', meter: 'm', meters: 'm', cm: 'cm', ft: 'ft', foot: 'ft', feet: 'ft', "'": 'ft', '′': 'ft', in: 'in', inch: 'in', inches: 'in', '"': 'in', '″': 'in' }; // prettier-ignore

/** A length of a schedule in metres, and whether the cell itself said its unit; or why it is none. */
export type ReadLength = { ok: true; metres: number; said: boolean } | { ok: false; message: string };

/**
 * Reads a length of a schedule: `62`, `31,4 m`, `62'`. What has no unit is in `unit`. A comma before three digits may
 * part thousands or decimals, so it is asked.
 *
 * @example
 * lengthIn('62', 'ft') // { ok: true, metres: 18.8976, said: false }
 */
export function lengthIn(text: string, unit: LengthUnit): ReadLength {
  const said = text.trim();
  const [, number, named] = /^(-?\d+(?:[.,]\d+)?)\s*([a-z]+|['"′″])?\.?$/i.exec(said) ?? [];
  const own = named ? UNIT[named.toLowerCase()] : unit;
  if (number === undefined || !own)
    return { ok: false, message: `“${said.slice(0, 20)}” is not a length: write metres, such as 31.4.` };
  if (/^-?\d{1,3},\d{3}$/.test(number))
    return { ok: false, message: `“${said.slice(0, 20)}” may be ${number.replace(',', '')} or ${number.replace(',', '.')}: write it without the comma.` }; // prettier-ignore
  return { ok: true, metres: Number(number.replace(',', '.')) * METRES[own], said: Boolean(named) };
}
