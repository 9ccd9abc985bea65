import { address } from '$lib/address/address';
import PDFDocument from 'pdfkit';
import { labelRequestSchema } from '$core/formats/labels';
import { insetAt, layLabel, type LabelForm } from '$core/labels/label-layout';
import { byRoom, together } from '$core/labels/label-order';
import { labelPlaces, type LabelPlace, type LabelSheet } from '$core/labels/label-sheet';
import { labelsOf, type Label } from '$core/labels/label-text';
import { inPortOrder } from '$core/log/next';
import { linkIdentifiers } from '$core/plan/link-identifiers';
import { whereabouts } from '$core/plan/whereabouts';
import type { Db } from '../db/open';
import { readPlan } from '../jobs/job-file';
import { noSuchJob, noSuchLink, Refused } from '../refused';
import { PdfFonts } from '../pdf/fonts';
import { pt, refuseStrange, streamOf, type StreamedPdf } from './label-paper';
import { drawCode } from './qr-code';

/** Labels drawn before others are answered: some tens of milliseconds. */
const LABELS_AT_ONCE = 20;

/** The labels of a job as a PDF, one label after another on its sheets. Throws `Refused` with what is wrong. */
export async function labelSheetPdf(db: Db, job: string, body: unknown): Promise<StreamedPdf> {
  const parsed = labelRequestSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod(parsed.error.issues[0]!.message || 'These labels cannot be printed.', parsed.error);
  const asked = parsed.data;
  const { sheet, links: wanted, opens, instead } = asked;
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const active = inPortOrder(
    plan.links.filter((l) => !l.retired),
    plan.panels.map((p) => p.id),
  );
  const byId = new Map(active.map((l) => [l.id, l]));
  const chosen = wanted?.map((id, i) => byId.get(id) ?? raise(noSuchLink(id, `links.${i}`))) ?? active;
  if (!chosen.length)
    throw new Refused('There is no link to print labels for.', [{ path: 'links', message: 'Choose some.' }]);
  const where = whereabouts(plan);
  const links = asked.sort === 'room' ? byRoom(chosen, (l) => where(l).tail.space) : chosen;
  const swap = (text: string) => (Object.hasOwn(instead, text) ? instead[text]! : text);
  const labels = together(labelsOf(links, linkIdentifiers(plan), asked.spots), asked.together).map(
    (l): Label => ({ ...l, large: swap(l.large), small: l.small.map(swap) }),
  );
  const doc = new PDFDocument({ autoFirstPage: false, size: [pt(sheet.pageWidth), pt(sheet.pageHeight)], margin: 0, info: { Title: `${plan.name}: labels` } }); // prettier-ignore
  const fonts = new PdfFonts(doc);
  refuseStrange(
    fonts,
    labels.flatMap((l) => [l.large, ...l.small]),
  );
  const places = labelPlaces(sheet, labels.length, asked.skip);
  return streamOf(doc, (places.at(-1)?.page ?? 0) + 1, async (gone) => {
    let page = -1;
    for (const [i, label] of labels.entries()) {
      if (gone()) return;
      const place = places[i]!;
      while (page < place.page) {
        doc.addPage();
        page++;
      }
      drawLabel(doc, fonts, label, place, sheet, asked.form, opens && codeText(opens, job, label), asked.outlines); // prettier-ignore
      // A large sheet takes seconds: others are answered in between.
      if (i % LABELS_AT_ONCE === 0) await new Promise((resolve) => setImmediate(resolve));
    }
  });
}

/** What a label's code opens: the link at the end where the label is. */
const codeText = (opens: { base: string; screen: 'bench' | 'prove' }, job: string, label: Label): string => {
  const end = label.spot === 'cable-head' || label.spot === 'panel' ? 'head' : 'tail';
  let base = opens.base;
  while (base.endsWith('/')) base = base.slice(0, -1);
  return base + address(job, opens.screen, label.link, ...(opens.screen === 'bench' ? [end] : []));
};

function drawLabel(
  doc: PDFKit.PDFDocument,
  fonts: PdfFonts,
  label: Label,
  at: LabelPlace,
  sheet: LabelSheet,
  form: LabelForm,
  code: string | undefined,
  outlines: boolean,
): void {
  const size = { width: sheet.labelWidth, height: sheet.labelHeight };
  const lay = layLabel(size, label, code !== undefined, form, insetAt(sheet, at));
  if (outlines)
    doc.lineWidth(0.25).rect(pt(at.x), pt(at.y), pt(size.width), pt(size.height)).stroke('#999999');
  doc.fillColor('#000000');
  if (lay.code && code) drawCode(doc, code, pt(at.x + lay.code.x), pt(at.y + lay.code.y), pt(lay.code.width));
  for (const line of lay.lines)
    fonts.write(
      line.text,
      { x: pt(at.x + line.x), y: pt(at.y + line.y), width: pt(line.width), height: pt(line.height) },
      line.bold ? 'bold' : 'plain',
    );
}

const raise = (error: Error): never => {
  throw error;
};
