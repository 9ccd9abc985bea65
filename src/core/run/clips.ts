import { BEND_DIAMETERS } from './bends';
import type { LaidRun, Stretch } from './way';

/** Cable clips sit about so far apart, in millimetres. Common practice, no source. */
export const CLIP_EVERY_MM = 150;
/** A cable over a ceiling is held at least so often, in metres. TIA-569, from memory: 1.5 m. */
export const TIE_EVERY_METRES = 1.5;

/** A clip: how far along its stretch, and how far along the cable, in metres. */
export interface Clip {
  stretch: number;
  along: number;
  at: number;
  /** It holds one side of a bend. */
  bend?: true;
}

const isClipped = (s: Stretch): boolean =>
  s.step.go === 'along' || s.step.go === 'up' || s.step.go === 'down';

/**
 * Where clips go: one each side of every bend, as far from the corner as the bend's radius asks, and between those as
 * many as keep them at most 150 mm apart, all alike. An end that is no bend has its first clip 150 mm in.
 * `jacketMm` is the outer diameter of the cable, or of the bundle.
 */
export function clipsOf(laid: LaidRun, jacketMm: number): Clip[] {
  const every = CLIP_EVERY_MM / 1000;
  const out: Clip[] = [];
  for (const s of laid.stretches.filter(isClipped)) {
    const bendInto = laid.bends.find((b) => b.index === s.index);
    const bendOut = laid.bends.find((b) => b.at > s.at && Math.abs(b.at - s.at - s.step.metres) < 1e-9);
    const fromCorner = (radiusMm: number | undefined) => Math.max(radiusMm ?? 0, BEND_DIAMETERS * jacketMm) / 1000;
    const first = bendInto ? fromCorner(bendInto.radiusMm) : every;
    const last = s.step.metres - (bendOut ? fromCorner(bendOut.radiusMm) : every);
    const put = (along: number, bend: boolean) =>
      out.push({ stretch: s.index, along, at: s.at + along, ...(bend ? { bend: true as const } : {}) });
    // Too short for two: one in its middle holds it.
    if (last <= first + 1e-9) {
      put(s.step.metres / 2, Boolean(bendInto ?? bendOut));
      continue;
    }
    const gaps = Math.ceil((last - first) / every - 1e-9);
    for (let i = 0; i <= gaps; i++)
      put(first + (i * (last - first)) / gaps, (i === 0 && Boolean(bendInto)) || (i === gaps && Boolean(bendOut)));
  }
  return out;
} // prettier-ignore

/** Ties or hooks over ceilings: one every metre and a half of each stretch, and one at its end; two hold a loop. */
export const tiesOf = (laid: LaidRun): number =>
  laid.stretches.reduce((n, { step }) => n + (step.go === 'over' ? Math.floor(step.metres / TIE_EVERY_METRES) + 1 : step.go === 'loop' ? 2 : 0), 0); // prettier-ignore
