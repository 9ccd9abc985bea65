import type { Policy } from './job';

/** Metres in an international foot: exact. */
export const FOOT_METRES = 0.3048;

/** A length in metres as it was typed; or the sentence that says why it is none. */
export type ReadMetres = { ok: true; metres: number } | { ok: false; message: string };

const METRES = { m: 1, cm: 0.01, mm: 0.001, ft: FOOT_METRES, in: FOOT_METRES / 12 } as const;
const UNIT: Record<string, keyof typeof METRES> = { m: 'm', metre: 'm', metres: 'm', cm: 'cm', mm: 'mm', ft: 'ft', foot: 'ft', feet: 'ft', "'": 'ft', in: 'in', inch: 'in', inches: 'in', '"': 'in' }; // prettier-ignore

/**
 * Reads the length of a cable: `2`, `2.5 m`, `50 cm`, `6 ft`, `1 1/2 ft`. A bare number is in metres, or in feet where the
 * job works in inches; a fraction is never metres.
 *
 * @example
 * readMetres('6 ft', 'mm') // { ok: true, metres: 1.8288 }
 */
export function readMetres(text: string, units: Policy['units']): ReadMetres {
  const said = text.trim().slice(0, 30);
  const usual = units === 'inch' ? 'ft' : 'm';
  const match = /^(?:(\d+)\s+)?(?:(\d+)\s*\/\s*(\d+)|(\d+(?:[.,]\d+)?))\s*([a-z'"]*)\.?$/i.exec(said);
  const unit = match && (match[5] ? UNIT[match[5].toLowerCase()] : usual);
  if (!match || !unit || (match[1] !== undefined && match[2] === undefined))
    return { ok: false, message: `“${said}” is not a length: write it like 2.5 m or 6 ft.` };
  const fraction = match[2] !== undefined;
  if (fraction && unit !== 'ft' && unit !== 'in')
    return { ok: false, message: `“${said}” is a fraction of a metre: write it like 0.5 m, or name feet.` };
  const value = fraction
    ? Number(match[1] ?? 0) + Number(match[2]) / Number(match[3])
    : Number(match[4]!.replace(',', '.'));
  if (!Number.isFinite(value)) return { ok: false, message: `“${said}” is not a length.` };
  return { ok: true, metres: value * METRES[unit] };
}

/** A length of cable for people, in metres, or in feet where the job works in inches. */
export const formatMetres = (metres: number, units: Policy['units']): string =>
  units === 'inch' ? `${(metres / FOOT_METRES).toFixed(1)} ft` : `${Number(metres.toFixed(2))} m`;
