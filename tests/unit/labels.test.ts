import jsQR from 'jsqr';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { LABEL_SHEETS, labelPlaces, type LabelSheet } from '../../src/core/labels/label-sheet';
import { layLabel } from '../../src/core/labels/label-layout';
import { LABEL_SPOTS } from '../../src/core/labels/label-text';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { importJob } from '../../src/lib/server/jobs/job-file';
import { labelSheetPdf } from '../../src/lib/server/labels/label-pdf';
import { demoCopy } from '../support/job';

/** Points in a millimetre: a point is 1/72 inch in PDF (ISO 32000, from memory), an inch 25.4 mm exactly. */
const MM = 72 / 25.4;
const JOB = 'labels';
let db: Db;
beforeAll(async () => {
  db = await openDatabase(':memory:');
  await importJob(db, demoCopy(JOB));
});
const sheet = (id: string): LabelSheet => LABEL_SHEETS.find((s) => s.id === id)!.sheet;

interface Drawn {
  width: number;
  height: number;
  /** Texts with their left edge and baseline, in millimetres from the upper left corner. */
  texts: { text: string; x: number; y: number; width: number; size: number }[];
  /** Filled rectangles, in millimetres from the upper left corner. */
  boxes: { x: number; y: number; width: number; height: number }[];
}

/** What is really drawn on the pages of a PDF, measured by a reader of its own. */
async function measure(pdf: Buffer): Promise<Drawn[]> {
  const doc = await getDocument({ data: new Uint8Array(pdf), useSystemFonts: false }).promise;
  const pages: Drawn[] = [];
  for (let n = 1; n <= doc.numPages; n++) {
    const page = await doc.getPage(n);
    const [, , width, height] = page.view as [number, number, number, number];
    const content = await page.getTextContent();
    const texts = content.items.flatMap((item) =>
      'str' in item && item.str.trim()
        ? [
            {
              text: item.str,
              x: item.transform[4] / MM,
              y: (height - item.transform[5]) / MM,
              width: item.width / MM,
              size: item.height / MM,
            },
          ]
        : [],
    );
    const ops = await page.getOperatorList();
    const boxes: Drawn['boxes'] = [];
    ops.fnArray.forEach((fn, i) => {
      if (fn !== OPS.constructPath) return;
      const [, , bounds] = ops.argsArray[i] as [number, unknown, Float32Array | null];
      if (bounds) boxes.push({ x: bounds[0]! / MM, y: bounds[1]! / MM, width: (bounds[2]! - bounds[0]!) / MM, height: (bounds[3]! - bounds[1]!) / MM }); // prettier-ignore
    });
    pages.push({ width: width / MM, height: height / MM, texts, boxes });
  }
  return pages;
}

describe('label sheets', () => {
  it('x', async () => {
    const pdf = await labelSheetPdf(db, JOB, { sheet: sheet('a4-3x8'), spots: [...LABEL_SPOTS], opens: { base: 'http://192.0.2.7:4860', screen: 'prove' } });
    const pages = await measure(pdf);
    console.log(pages.length, pages[0]!.width, pages[0]!.height, pages[0]!.texts.slice(0, 7), pages[0]!.boxes.slice(0, 4), pages[0]!.boxes.length, pdf.length);
    require('fs').writeFileSync('/tmp/l.pdf', pdf);
    expect(jsQR && layLabel && labelPlaces).toBeTruthy();
  });
});
