import { FOOT_METRES } from '../model/metres';

/** What a person reads off a jacket between two marks: it is right to about so much of a mark. Our judgement. */
export const READ_TO_MARKS = 0.25;
/** How far printed marks lie from true ones where nobody measured a stretch of the box, as a share. Common practice, no source: about 1 %. */
export const MARKS_OFF = 0.01;
/** The same once a stretch of the box was measured: the tape's own share. Our judgement. */
export const MEASURED_OFF = 0.002;

/** Two marks of a jacket, and what the box they are of is known to be off. */
export interface Marks {
  start: number;
  end: number;
  unit: 'm' | 'ft';
  /** True metres of a metre that is printed; missing: nobody measured a stretch of this box. */
  scale?: number | undefined;
}
/** A length with how far it may be off, both in metres; about two standard deviations. */
export interface MeasuredLength {
  metres: number;
  errorMetres: number;
}

/**
 * The length between two marks of a jacket, whichever is the larger, corrected for its box: readings are right to a
 * quarter of a mark each, marks to one in a hundred, or as well as the box was measured.
 *
 * @example
 * lengthOfMarks({ start: 120, end: 151, unit: 'm' }) // { metres: 31, errorMetres: 0.47 }
 */
export function lengthOfMarks({ start, end, unit, scale }: Marks): MeasuredLength {
  const perMark = unit === 'ft' ? FOOT_METRES : 1;
  const metres = Math.abs(end - start) * perMark * (scale ?? 1);
  const read = Math.SQRT2 * READ_TO_MARKS * perMark;
  return { metres, errorMetres: Math.hypot(read, metres * (scale === undefined ? MARKS_OFF : MEASURED_OFF)) };
}

/** Most that two marks of one cable lie apart, in metres: a full reel. Our judgement. */
const MOST_BETWEEN = 500;
/** A box's marks are never further off than this: what measures more was measured wrong. Our judgement. */
const MOST_OFF = 0.1;
/** So many printed units of a box are measured to find how far off its marks are. */
export const MEASURED_MARKS = 10;

/** Marks as they were typed; or the sentence that says what is wrong with them. */
export type ReadMarks = { ok: true; marks: Marks; length: MeasuredLength } | { ok: false; message: string };

const MARK = /^0*(\d{1,5}(?:[.,]\d+)?)\s*(m|ft)?$/i;

/**
 * Reads the marks of a jacket where a cable begins and where it ends: `0231`, `199.6`, `120 ft`. `usual` is the unit of
 * bare numbers; `tenMeasure` what ten printed ones of this box measure, where somebody held a tape to them.
 */
export function readMarks(start: string, end: string, usual: 'm' | 'ft', tenMeasure = ''): ReadMarks {
  const [a, b] = [MARK.exec(start.trim()), MARK.exec(end.trim())];
  const bad = (text: string): ReadMarks => ({ ok: false, message: `“${text.trim().slice(0, 20)}” is not a mark: write the number on the jacket, such as 231.` });
  if (!a) return bad(start);
  if (!b) return bad(end);
  const units = new Set([a[2], b[2]].flatMap((u) => (u ? [u.toLowerCase() as 'm' | 'ft'] : [])));
  if (units.size > 1) return { ok: false, message: 'One mark is in metres and one in feet: a jacket counts in one of them.' };
  const unit = [...units][0] ?? usual;
  const number = (s: string) => Number(s.replace(',', '.'));
  const ten = tenMeasure.trim() ? number(tenMeasure.trim()) : null;
  if (ten !== null && !(Math.abs(ten / MEASURED_MARKS - 1) <= MOST_OFF))
    return { ok: false, message: `Ten printed ${unit} that measure “${tenMeasure.trim().slice(0, 12)}” are more than a tenth off: measure again, in the same unit.` };
  const marks: Marks = { start: number(a[1]!), end: number(b[1]!), unit, ...(ten === null ? {} : { scale: ten / MEASURED_MARKS }) };
  const length = lengthOfMarks(marks);
  if (length.metres < 0.1) return { ok: false, message: 'Both marks are the same: read the one where the cable begins and the one where it ends.' };
  if (length.metres > MOST_BETWEEN) return { ok: false, message: `The marks are ${Math.round(length.metres)} m apart: no cable is that long, so read both again.` };
  return { ok: true, marks, length };
} // prettier-ignore
