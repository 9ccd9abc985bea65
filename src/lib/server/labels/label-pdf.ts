import { address } from '$lib/address/address';
import PDFDocument from 'pdfkit';
import { labelRequestSchema } from '$core/formats/labels';
import { layLabel } from '$core/labels/label-layout';
import { labelPlaces } from '$core/labels/label-sheet';
import { labelsOf, type Label } from '$core/labels/label-text';
import { inPortOrder } from '$core/log/next';
import { linkIdentifiers } from '$core/plan/link-identifiers';
import type { Db } from '../db/open';
import { readPlan } from '../jobs/job-file';
import { noSuchJob, noSuchLink, Refused } from '../refused';
import { PdfFonts } from '../pdf/fonts';
import { drawCode } from './qr-code';

/** Points in a millimetre: 72 an inch of 25.4 mm, exact. */
const POINTS_A_MM = 72 / 25.4;
/** Labels drawn before others are answered: some tens of milliseconds. */
const LABELS_AT_ONCE = 20;
const pt = (mm: number): number => mm * POINTS_A_MM;

/** The labels of a job as a PDF, one label after another on its sheets. Throws `Refused` with what is wrong. */
export async function labelSheetPdf(db: Db, job: string, body: unknown): Promise<Buffer> {
  const parsed = labelRequestSchema.safeParse(body);
  if (!parsed.success)
    throw Refused.fromZod(parsed.error.issues[0]!.message || 'These labels cannot be printed.', parsed.error);
  const { sheet, spots, links: wanted, skip, opens, outlines } = parsed.data;
  const plan = await readPlan(db, job);
  if (!plan) throw noSuchJob(job);
  const active = inPortOrder(
    plan.links.filter((l) => !l.retired),
    plan.panels.map((p) => p.id),
  );
  const byId = new Map(active.map((l) => [l.id, l]));
  const links = wanted?.map((id, i) => byId.get(id) ?? raise(noSuchLink(id, `links.${i}`))) ?? active;
  if (!links.length)
    throw new Refused('There is no link to print labels for.', [{ path: 'links', message: 'Choose some.' }]);
  const labels = labelsOf(links, linkIdentifiers(plan), spots);
  const doc = new PDFDocument({ autoFirstPage: false, size: [pt(sheet.pageWidth), pt(sheet.pageHeight)], margin: 0, info: { Title: `${plan.name}: labels` } }); // prettier-ignore
  const done = collect(doc);
  const fonts = new PdfFonts(doc);
  const strange = labels.find((l) => !fonts.canWrite([l.large, ...l.small].join('')));
  if (strange)
    throw new Refused(
      `The label of ${strange.large} has a letter that cannot be printed: change its name or the code of its room.`,
      [{ path: 'links', message: `link ${strange.link}` }],
    );
  const places = labelPlaces(sheet, labels.length, skip);
  let page = -1;
  for (const [i, label] of labels.entries()) {
    const place = places[i]!;
    while (page < place.page) {
      doc.addPage();
      page++;
    }
    drawLabel(doc, fonts, label, place, sheet, opens && codeText(opens, job, label), outlines);
    // A large sheet takes seconds: others are answered in between.
    if (i % LABELS_AT_ONCE === 0) await new Promise((resolve) => setImmediate(resolve));
  }
  doc.end();
  return done;
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
  at: { x: number; y: number },
  sheet: { labelWidth: number; labelHeight: number },
  code: string | undefined,
  outlines: boolean,
): void {
  const lay = layLabel(sheet.labelWidth, sheet.labelHeight, label.small.length, code !== undefined);
  if (outlines)
    doc
      .lineWidth(0.25)
      .rect(pt(at.x), pt(at.y), pt(sheet.labelWidth), pt(sheet.labelHeight))
      .stroke('#999999');
  doc.fillColor('#000000');
  if (lay.code && code) drawCode(doc, code, pt(at.x + lay.code.x), pt(at.y + lay.code.y), pt(lay.code.width));
  const write = (text: string, box: { x: number; y: number; width: number; height: number }, weight: 'bold' | 'plain') =>
    fonts.write(text, { x: pt(at.x + box.x), y: pt(at.y + box.y), width: pt(box.width), height: pt(box.height) }, weight); // prettier-ignore
  write(label.large, lay.large, 'bold');
  label.small.forEach((text, i) => write(text, lay.small[i]!, 'plain'));
}

const raise = (error: Error): never => {
  throw error;
};

const collect = (doc: PDFKit.PDFDocument): Promise<Buffer> =>
  new Promise((resolve, reject) => {
    const parts: Buffer[] = [];
    doc.on('data', (part: Buffer) => parts.push(part));
    doc.on('end', () => resolve(Buffer.concat(parts)));
    doc.on('error', reject);
  });
