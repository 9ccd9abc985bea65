import { json } from '@sveltejs/kit';
import type { PdfFonts } from '../pdf/fonts';
import { Refused } from '../refused';

/** Points in a millimetre: 72 an inch of 25.4 mm, exact. */
const POINTS_A_MM = 72 / 25.4;
/** Millimetres in points. */
export const pt = (mm: number): number => mm * POINTS_A_MM;

/** A PDF as it is drawn, and how many pages it will have. */
export interface StreamedPdf {
  pages: number;
  stream: ReadableStream<Uint8Array>;
}

/**
 * A document sent on while `draw` draws it, so that whoever waits sees it grow. Once nobody waits any more, as after a
 * closed page, `gone` says so and nothing is sent.
 */
export function streamOf(
  doc: PDFKit.PDFDocument,
  pages: number,
  draw: (gone: () => boolean) => Promise<void>,
): StreamedPdf {
  let open = true;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const fail = (error: Error) => {
        if (open) controller.error(error);
        open = false;
      };
      doc.on('data', (part: Buffer) => {
        if (open) controller.enqueue(new Uint8Array(part));
      });
      doc.on('end', () => {
        if (open) controller.close();
        open = false;
      });
      doc.on('error', fail);
      draw(() => !open).then(() => doc.end(), fail);
    },
    cancel() {
      open = false;
    },
  });
  return { pages, stream };
}

/** Lines that no typeface here can write, all at once: each can be printed as something else. */
export class StrangeLetters extends Refused {
  constructor(readonly strange: string[]) {
    super(
      `${strange.length === 1 ? 'One line has' : `${strange.length} lines have`} letters that cannot be printed here, first “${strange[0]}”: say what is printed instead.`,
      strange.map((line) => ({ path: 'instead', message: line })),
      409,
    );
  }
  override toResponse(): Response {
    const { message, issues, strange } = this;
    return json({ error: { message, issues: issues.slice(0, 50) }, strange: strange.slice(0, 500) }, { status: 409 }); // prettier-ignore
  }
}

/** Throws `StrangeLetters` where lines have letters in none of the typefaces. */
export function refuseStrange(fonts: PdfFonts, lines: readonly string[]): void {
  const strange = [...new Set(lines)].filter((line) => !fonts.canWrite(line));
  if (strange.length) throw new StrangeLetters(strange);
}
