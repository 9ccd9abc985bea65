import type { RawSheet } from '$core/schedule/sheet';

/** Largest file that is read, in bytes. */
export const MOST_BYTES = 10_000_000;

/** The sheets of a file by name, with what one should know of how they were read; or why it is none. */
export type SheetFile = { ok: true; sheets: RawSheet[]; notes: string[] } | { ok: false; message: string };
