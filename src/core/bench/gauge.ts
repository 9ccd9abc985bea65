import type { Guide } from './guide';
import type { TradeLength } from '../wiring/dimensions';
import { untwistLimit, type UntwistSchool } from './untwist';
import type { Category } from '../wiring/parts';

/** Long and short edge of an identification card: ISO/IEC 7810 ID-1 (from memory). */
export const ID1_MM = { long: 85.6, short: 53.98 } as const;
/** CSS pixels in a millimetre on a display of nominal density: CSS defines 96 to the inch. */
export const NOMINAL_PX_PER_MM = 96 / 25.4;
/** Where a line begins on a screen that is touched: phones and tablets are denser. Our judgement. */
export const TOUCH_PX_PER_MM = 6;
/** CSS pixels in a millimetre that a real display can have: of a screen that is touched, and from a wall screen to a dense laptop. Our judgement. */
export const PX_PER_MM_RANGE = { touch: [4, 8], other: [1.8, 8] } as const;

/** What drawn lengths are worth on this device. */
export type Calibration = { ok: true; devicePxPerMm: number } | { ok: false; message: string };

/**
 * Calibrates from something of known length. `cssPx` is how long it was made on the screen, `dpr` the device pixels
 * in a CSS pixel: kept in device pixels, so that it holds when the page is zoomed.
 */
export function calibrate(cssPx: number, mm: number, dpr: number, touch = false): Calibration {
  const [least, most] = PX_PER_MM_RANGE[touch ? 'touch' : 'other'];
  const scale = cssPx / mm;
  if (!Number.isFinite(scale) || scale < least || scale > most) {
    const usual = Math.round((mm * scale) / (touch ? TOUCH_PX_PER_MM : NOMINAL_PX_PER_MM));
    const is = Math.round(mm);
    return {
      ok: false,
      message: `On a usual screen that line is about ${Number.isFinite(usual) && usual < 10_000 ? `${usual} mm` : 'no length at all'}, and it is to be ${is} mm: bring its end to the edge of what lies on the glass.`,
    };
  }
  return { ok: true, devicePxPerMm: scale * dpr };
}

/** A length on the gauge. */
export interface GaugeLength {
  name: string;
  length: TradeLength;
}

/** What the gauge draws for a family: its own lengths and the untwist of the job's school. */
export function gaugeLengths(guide: Guide, school: UntwistSchool, category: Category): GaugeLength[] {
  const own = Object.entries(guide.lengths).map(([name, length]) => ({ name, length: length! }));
  return guide.layout.kind === 'coax'
    ? own
    : [...own, { name: `untwist, ${school}`, length: untwistLimit(school, category) }];
}

/** How wide this screen would be by a calibration, in millimetres: what an eye checks at once. */
export const screenWidthMm = (screenCssPx: number, cssPx: number, mm: number): number =>
  Math.round((screenCssPx * mm) / cssPx);
