import type { Measured } from '../model/reading';
import type { Reading } from '../reading/reading';
import { seenFromHead } from '../reading/turn';
import { parseWalk } from '../reading/walk';

/** A measured reading turned to the head and parsed, or the sentence that says why its walk cannot be read. */
export function readMeasured(
  measured: Measured,
  shielded: boolean,
): { ok: true; reading: Reading } | { ok: false; message: string } {
  const parsed = parseWalk(measured.walk, shielded);
  if (!parsed.ok) return parsed;
  const reading: Reading = {
    walk: parsed.walk,
    evidence: measured.evidence ?? (measured.splits === undefined ? 'continuity' : 'wiremap'),
    splits: measured.splits,
    joins: measured.joins,
    distances: measured.distances,
    lengthMetres: measured.lengthMetres,
    leadsSubtracted: measured.leadsSubtracted,
    configuration: measured.configuration,
    result: measured.result,
  };
  return { ok: true, reading: seenFromHead(reading, measured.from ?? 'head') };
}

/** Where along a link its first measured open or short lies, from 0 at the head to 1 at the tail; by the length measured with it, else the planned one. */
export function placeOfFault(measured: Measured, plannedMetres: number | undefined): number | undefined {
  const [d] = measured.distances ?? [];
  const metres = measured.lengthMetres ?? plannedMetres;
  if (!d || !metres) return undefined;
  const share = Math.min(1, d.metres / metres);
  return d.from === 'head' ? share : 1 - share;
}
