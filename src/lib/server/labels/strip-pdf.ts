import PDFDocument from 'pdfkit';
import { stripRequestSchema } from '$core/formats/labels';
import { layLabel } from '$core/labels/label-layout';
import { stripsOf } from '$core/labels/strip';
import { linkIdentifiers } from '$core/plan/link-identifiers';
import type { Db } from '../db/open';
import { readPlan } from '../jobs/job-file';
import { PdfFonts } from '../pdf/fonts';
import { noSuchJob, Refused } from '../refused';
import { pt, refuseStrange, streamOf, type StreamedPdf } from './label-paper';

/** Strips along panels as a PDF, a field for every port, to be cut out. Throws `Refused` with what is wrong. */
export async function stripPdf(db: Db, job: string, body: unknown): Promise<StreamedPdf> {
  const parsed = stripRequestSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod(parsed.error.issues[0]!.message || 'These strips cannot be printed.', parsed.error);
  const { strip, panels: wanted, instead } = parsed.data;
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const panels = plan.panels.filter((p) => !p.retired && (!wanted || wanted.includes(p.id)));
  if (!panels.length)
    throw new Refused('There is no panel to print a strip for.', [{ path: 'panels', message: 'Choose some.' }]); // prettier-ignore
  const links = plan.links.filter((l) => !l.retired);
  const swap = (text: string) => (Object.hasOwn(instead, text) ? instead[text]! : text);
  const pieces = stripsOf(panels, links, linkIdentifiers(plan), strip).map((p) => ({
    ...p,
    says: swap(p.says),
    fields: p.fields.map((f) => ({ ...f, large: swap(f.large), small: f.small.map(swap) })),
  }));
  const doc = new PDFDocument({ autoFirstPage: false, size: [pt(strip.pageWidth), pt(strip.pageHeight)], margin: 0, info: { Title: `${plan.name}: strips` } }); // prettier-ignore
  const fonts = new PdfFonts(doc);
  refuseStrange(fonts, pieces.flatMap((p) => [p.says, ...p.fields.flatMap((f) => [f.large, ...f.small])])); // prettier-ignore
  return streamOf(doc, (pieces.at(-1)?.page ?? 0) + 1, async (gone) => {
    let page = -1;
    for (const piece of pieces) {
      if (gone()) return;
      while (page < piece.page) {
        doc.addPage();
        page++;
      }
      const { x, y, width, height } = piece;
      doc.fillColor('#000000').lineWidth(0.4);
      fonts.at(piece.says, pt(x), pt(y - 3.6), 'plain', 7);
      doc.rect(pt(x), pt(y), pt(width), pt(height)).stroke('#000000');
      for (const field of piece.fields) {
        doc.lineWidth(0.2).rect(pt(x + field.x), pt(y), pt(field.width), pt(height)).stroke('#999999'); // prettier-ignore
        const size = { width: field.width, height };
        for (const line of layLabel(size, field, false).lines)
          if (line.text)
            fonts.write(line.text, { x: pt(x + field.x + line.x), y: pt(y + line.y), width: pt(line.width), height: pt(line.height) }, line.bold ? 'bold' : 'plain'); // prettier-ignore
      }
      await new Promise((resolve) => setImmediate(resolve));
    }
  });
}
