import { formatLength, parseLength, type Units } from './units';
import { UNTWIST_STANDARD, UNTWIST_STRICT, type TradeLength } from '../wiring/dimensions';
import type { Category } from '../wiring/parts';

/** The two schools of how far a pair may be untwisted at its contact. */
export type UntwistSchool = 'standard' | 'strict';

/** The limit that a school sets at a category; the strict one is stricter from category 6 on. */
export const untwistLimit = (school: UntwistSchool, category: Category): TradeLength =>
  school === 'strict' && category !== '5e' ? UNTWIST_STRICT : UNTWIST_STANDARD;

/** What a measured untwist is worth. */
export interface UntwistJudgement {
  ok: boolean;
  text: string;
}

/** Longest untwist that can be meant, in millimetres: beyond, it is a slip of the pen. */
export const MOST_UNTWIST_MM = 100;

/** Judges a measured untwist: the standard's figure may be reached, the strict one must be kept under. */
export function judgeUntwist(
  mm: number,
  school: UntwistSchool,
  category: Category,
  units: Units,
): UntwistJudgement {
  const limit = untwistLimit(school, category);
  const ok = limit === UNTWIST_STRICT ? mm < limit.mm : mm <= limit.mm;
  const rule = `${limit === UNTWIST_STRICT ? 'under' : 'at most'} ${formatLength(limit.mm, units)}`;
  return {
    ok,
    text: ok
      ? `${formatLength(mm, units)} is within the ${school} school, ${rule}.`
      : `${formatLength(mm, units)} is too far untwisted: the ${school} school allows ${rule} for category ${category}.`,
  };
}

/** An untwist as it was typed: judged, or why it is none. */
export type SaidUntwist = { ok: true; mm: number; judged: UntwistJudgement } | { ok: false; message: string };

/** Reads and judges a typed untwist; null where nothing was typed. */
export function readUntwist(
  text: string,
  school: UntwistSchool,
  category: Category,
  units: Units,
): SaidUntwist | null {
  if (!text.trim()) return null;
  const parsed = parseLength(text, units);
  if (!parsed.ok) return parsed;
  if (parsed.mm > MOST_UNTWIST_MM)
    return { ok: false, message: `An untwist of ${Math.round(parsed.mm)} mm cannot be: measure from the twist to the contact.` }; // prettier-ignore
  return { ...parsed, judged: judgeUntwist(parsed.mm, school, category, units) };
}
