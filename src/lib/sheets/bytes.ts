import { parseText } from '$core/schedule/sheet';
import { MOST_BYTES, type SheetFile } from './file';
import { workbookSheets } from './workbook';

const starts = (bytes: Uint8Array, ...mark: number[]) => mark.every((b, i) => bytes[i] === b);

/** Reads a spreadsheet or a text of cells, by its content and not by its name. */
export async function readSheetBytes(bytes: Uint8Array): Promise<SheetFile> {
  if (bytes.length > MOST_BYTES)
    return { ok: false, message: `The file is ${Math.round(bytes.length / 1_000_000)} MB; at most ${MOST_BYTES / 1_000_000} are read: leave pictures and other sheets out, or split it.` }; // prettier-ignore
  if (starts(bytes, 0x50, 0x4b, 0x03, 0x04)) return workbookSheets(bytes);
  if (starts(bytes, 0xd0, 0xcf, 0x11, 0xe0))
    return { ok: false, message: 'This is a spreadsheet of the old kind, or one with a password: save it as .xlsx without one, or as CSV.' }; // prettier-ignore
  if (starts(bytes, 0x25, 0x50, 0x44, 0x46))
    return { ok: false, message: 'This is a PDF: a schedule is read from .xlsx or CSV. Ask its sender for the spreadsheet.' }; // prettier-ignore
  const text = textOf(bytes);
  if (!text)
    return {
      ok: false,
      message: 'This is not a spreadsheet: bring an .xlsx file or a CSV with a header row.',
    };
  const parsed = parseText(text.text);
  return parsed.ok
    ? { ok: true, sheets: [{ name: 'the file', rows: parsed.rows }], notes: text.notes }
    : parsed;
}

/** A text in UTF-8, in UTF-16 with its mark, or else in the encoding old spreadsheet programs write. Null: no text. */
function textOf(bytes: Uint8Array): { text: string; notes: string[] } | null {
  if (starts(bytes, 0xff, 0xfe)) return { text: new TextDecoder('utf-16le').decode(bytes), notes: [] };
  if (starts(bytes, 0xfe, 0xff)) return { text: new TextDecoder('utf-16be').decode(bytes), notes: [] };
  if (bytes.includes(0)) return null;
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), notes: [] };
  } catch {
    return {
      text: new TextDecoder('windows-1252').decode(bytes),
      notes: ['The file is not in UTF-8: it was read as Windows-1252. Look at names with accents before you take it in.'], // prettier-ignore
    };
  }
}
