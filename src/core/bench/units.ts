/** Millimetres in an inch: exact by definition. */
export const MM_PER_INCH = 25.4;

/** Units a job is worked in. */
export type Units = 'mm' | 'inch';

const SIXTEENTHS = ['', '1/16', '1/8', '3/16', '1/4', '5/16', '3/8', '7/16', '1/2', '9/16', '5/8', '11/16', '3/4', '13/16', '7/8', '15/16']; // prettier-ignore

/** A length for people: whole or half millimetres, or inches to the nearest sixteenth. */
export function formatLength(mm: number, units: Units): string {
  if (units === 'mm') return `${Math.round(mm * 10) / 10} mm`;
  const sixteenths = Math.round((mm / MM_PER_INCH) * 16);
  const whole = Math.floor(sixteenths / 16);
  const part = SIXTEENTHS[sixteenths % 16]!;
  return `${[whole || !part ? String(whole) : '', part].filter(Boolean).join(' ')} in`;
}

/** What was typed as a length, in millimetres; or the sentence that says why it is none. */
export type ParsedLength = { ok: true; mm: number } | { ok: false; message: string };

const NUMBER = /^(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$|^(\d+(?:[.,]\d+)?)$/;

/** Reads `12`, `12.5 mm`, `0,5 in`, `1 1/2"`; a bare number is in the job's units, a fraction in inches: nobody halves a millimetre. */
export function parseLength(text: string, units: Units): ParsedLength {
  const bad = {
    ok: false as const,
    message: `"${text.trim().slice(0, 20)}" is not a length: type it like 12 mm or 1/2 in.`,
  };
  const match = /^(.*?)\s*(mm|in|inch|")?$/i.exec(text.trim())!;
  const number = NUMBER.exec(match[1]!.trim());
  if (!number) return bad;
  const value =
    number[4] !== undefined
      ? Number(number[4].replace(',', '.'))
      : Number(number[1] ?? 0) + Number(number[2]) / Number(number[3]);
  if (!Number.isFinite(value)) return bad;
  const fraction = number[4] === undefined;
  const inches = match[2] ? match[2].toLowerCase() !== 'mm' : units === 'inch' || fraction;
  return { ok: true, mm: inches ? value * MM_PER_INCH : value };
}
