import { readTypedWalk, expectedWalk, writeWalk } from '../reading/walk';
import type { Link } from '../model/job';

/** A line of a work sheet as it was typed off the paper. */
export interface TypedLine {
  made: boolean;
  readBack: boolean;
  /** What the tester showed, as a walk; none where it was not tested. */
  walk?: string;
}
/** A line that was read, or the sentence that says what is wrong with it. */
export type TypedResult = { ok: true; line: TypedLine } | { ok: false; message: string };

/**
 * A line of a work sheet: `m` made, `r` read back, then `ok` for a reading with every contact at its own, or the walk
 * as the tester showed it. Letters may stand together.
 *
 * @example
 * readTypedLine('mr ok', link) // made, read back, and read good
 */
export function readTypedLine(text: string, link: Pick<Link, 'ordered' | 'shielded'>): TypedResult {
  const [first = '', ...rest] = text.trim().toLowerCase().split(/\s+/);
  const marks = /^[mr]{1,2}$/.test(first) ? first : '';
  const reading = (marks ? rest : [first, ...rest]).join(' ').trim();
  const line: TypedLine = { made: marks.includes('m'), readBack: marks.includes('r') };
  if (!reading) return marks ? { ok: true, line } : { ok: false, message: 'Nothing was typed.' };
  if (reading === 'ok')
    return { ok: true, line: { ...line, walk: writeWalk(expectedWalk(link.ordered, link.shielded)) } };
  const walk = readTypedWalk(reading, link.shielded);
  if (!walk.ok)
    return { ok: false, message: `“${reading.slice(0, 30)}”: m is made, r is read back, ok is a good reading; else the walk. ${walk.message}` }; // prettier-ignore
  return { ok: true, line: { ...line, walk: writeWalk(walk.walk) } };
}
