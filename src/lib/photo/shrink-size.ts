/** Longest edge of a kept picture, in pixels: enough to read a conductor's stripe, small enough to send from a closet. */
export const LONGEST_EDGE = 1600;
/** Most bytes the server keeps of a picture. */
export const MOST_BYTES = 4_000_000;

/** The size a picture is shrunk to; never made larger. */
export function shrunkSize(width: number, height: number): { width: number; height: number } {
  const scale = Math.min(1, LONGEST_EDGE / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * scale)), height: Math.max(1, Math.round(height * scale)) };
}
