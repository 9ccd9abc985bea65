import jsQR from 'jsqr';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, it } from 'vitest';
import { LABEL_SHEETS, labelPlaces, type LabelSheet } from '../../src/core/labels/label-sheet';
import { insetAt, layLabel } from '../../src/core/labels/label-layout';
import { LABEL_SPOTS } from '../../src/core/labels/label-text';
import { openDatabase, type Db } from '../../src/lib/server/db/open';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import type { StrangeLetters, StreamedPdf } from '../../src/lib/server/labels/label-paper';
import { labelSheetPdf } from '../../src/lib/server/labels/label-pdf';
import { stripPdf } from '../../src/lib/server/labels/strip-pdf';
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

/** The boxes of a path as the reader gives it: 0 and 1 begin and draw a line to two numbers, 4 closes. */
function boxesOf(path: Float32Array): Drawn['boxes'] {
  const boxes: { xs: number[]; ys: number[] }[] = [];
  for (let i = 0; i < path.length;) {
    const op = path[i]!;
    if (op === 0) boxes.push({ xs: [], ys: [] });
    if (op === 0 || op === 1) {
      boxes.at(-1)!.xs.push(path[i + 1]!);
      boxes.at(-1)!.ys.push(path[i + 2]!);
      i += 3;
    } else i += op === 2 ? 7 : op === 3 ? 5 : 1;
  }
  return boxes.map(({ xs, ys }) => {
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
  });
}

/** What is really drawn on the pages of a PDF, measured by a reader of its own. */
async function measure({ stream }: StreamedPdf): Promise<Drawn[]> {
  const data = new Uint8Array(await new Response(stream).arrayBuffer());
  const doc = await getDocument({ data, useSystemFonts: false }).promise;
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
      const [, [path]] = ops.argsArray[i] as [number, [Float32Array]];
      boxes.push(...boxesOf(path).map((b) => ({ x: b.x / MM, y: b.y / MM, width: b.width / MM, height: b.height / MM }))); // prettier-ignore
    });
    pages.push({ width: width / MM, height: height / MM, texts, boxes });
  }
  return pages;
}

/** What a phone's camera would read: the squares of a code put on a grid of white and black, a few dots each. */
function readCode(
  boxes: Drawn['boxes'],
  at: { x: number; y: number; width: number },
  modules: number,
): string {
  const DOTS = 4;
  const side = modules * DOTS;
  const dots = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const b of boxes) {
    const [x0, y0] = [((b.x - at.x) / at.width) * side, ((b.y - at.y) / at.width) * side];
    const [x1, y1] = [x0 + (b.width / at.width) * side, y0 + (b.height / at.width) * side];
    for (let y = Math.round(y0); y < Math.round(y1); y++)
      for (let x = Math.round(x0); x < Math.round(x1); x++)
        if (x >= 0 && y >= 0 && x < side && y < side)
          dots.fill(0, (y * side + x) * 4, (y * side + x) * 4 + 3);
  }
  return jsQR(dots, side, side)?.data ?? 'unreadable';
}

const ask = (more: object = {}) => ({ sheet: sheet('a4-3x8'), spots: [...LABEL_SPOTS], ...more });
const opens = { base: 'http://192.0.2.7:4860/', screen: 'bench' as const };

describe('a sheet of labels, measured in its PDF', () => {
  it.each(LABEL_SHEETS.map((s) => [s.name, s.id] as const))(
    'fits its page and its labels: %s',
    async (_, id) => {
      const s = sheet(id);
      const pages = await measure(await labelSheetPdf(db, JOB, ask({ sheet: s, outlines: true })));
      const count = 70 * LABEL_SPOTS.length;
      expect(pages).toHaveLength(Math.ceil(count / (s.columns * s.rows)));
      expect(pages[0]!.width).toBeCloseTo(s.pageWidth, 1);
      expect(pages[0]!.height).toBeCloseTo(s.pageHeight, 1);
      const places = labelPlaces(s, s.columns * s.rows);
      places.forEach((place, i) => {
        const line = pages[0]!.boxes[i]!;
        expect(line.x).toBeCloseTo(place.x, 1);
        expect(line.y).toBeCloseTo(place.y, 1);
        expect(line.width).toBeCloseTo(s.labelWidth, 1);
        expect(line.height).toBeCloseTo(s.labelHeight, 1);
      });
      // Every text lies inside a label, none over its edge.
      for (const t of pages[0]!.texts) {
        const label = places.find((p) => t.x >= p.x - 0.01 && t.x < p.x + s.labelWidth && t.y > p.y && t.y < p.y + s.labelHeight); // prettier-ignore
        expect(label, `${t.text} lies in no label`).toBeDefined();
        expect(t.x + t.width).toBeLessThanOrEqual(label!.x + s.labelWidth + 0.01);
      }
    },
  );
  it('carries a code that a reader turns into the address of the link, at its end', async () => {
    const s = sheet('a4-3x7');
    const pages = await measure(await labelSheetPdf(db, JOB, ask({ sheet: s, spots: ['cable-head', 'plate'], opens, links: ['K1-07'] }))); // prettier-ignore
    const [head, tail] = labelPlaces(s, 2);
    const codeAt = (at: { x: number; y: number }) => layLabel({ width: s.labelWidth, height: s.labelHeight }, { large: 'K1-07', small: [] }, true, 'flat', insetAt(s, at)).code!; // prettier-ignore
    const [lay, plate] = [codeAt(head!), codeAt(tail!)];
    const { boxes } = pages[0]!;
    // Version 3 is 29 modules (ISO/IEC 18004, from memory), and two of white on each side.
    const read = (at: { x: number; y: number }, box: { x: number; y: number; width: number }) =>
      readCode(boxes, { x: at.x + box.x, y: at.y + box.y, width: box.width }, 33);
    expect(read(head!, lay)).toBe('http://192.0.2.7:4860/labels/bench/K1-07/head');
    expect(read(tail!, plate)).toBe('http://192.0.2.7:4860/labels/bench/K1-07/tail');
  });
  it('begins after the labels that are used up, and goes on on the next page', async () => {
    const s = sheet('a4-3x8');
    const pages = await measure(await labelSheetPdf(db, JOB, ask({ skip: 23, spots: ['panel'], links: ['K1-01', 'K1-02'] }))); // prettier-ignore
    expect(pages).toHaveLength(2);
    const last = labelPlaces(s, 24)[23]!;
    expect(pages[0]!.texts.filter((t) => t.text === 'K1-01')[0]!.x).toBeGreaterThan(last.x);
    expect(pages[1]!.texts[0]).toMatchObject({ text: 'K1-02' });
  });
  it('has the same identifier on cable, plate and panel, with where the other end is', async () => {
    const [page] = await measure(await labelSheetPdf(db, JOB, ask({ links: ['K1-01'] })));
    const texts = page!.texts.map((t) => t.text).join(' ');
    expect(texts.match(/K1-01(?!\d)/g)!.length).toBeGreaterThanOrEqual(4);
    expect(texts).toContain('LC-K1-01');
  });
  it.each([
    [
      'labels past the page',
      { sheet: { ...sheet('a4-3x8'), columns: 4 } },
      /4 labels side by side take 280 mm/,
    ],
    ['labels too small to read', { sheet: { ...sheet('a4-3x8'), labelWidth: 9 } }, /cannot be read/],
    ['no place', { spots: [] }, /at least one place/],
    ['an address that is none', { opens: { base: 'my phone', screen: 'prove' } }, /http:\/\//],
    ['a link that is not there', { links: ['Z9'] }, /no link "Z9"/],
    ['half a sheet', { sheet: { columns: 3 } }, /./],
  ])('is refused with a sentence: %s', async (_, more, says) => {
    await expect(labelSheetPdf(db, JOB, ask(more))).rejects.toThrow(says);
  });
  it('leaves what an office printer cannot reach white, on every page it ships', async () => {
    // Enough for more than a page.
    const links = demoCopy(JOB)
      .links.slice(0, 10)
      .map((l) => l.id);
    for (const { sheet: s } of LABEL_SHEETS.filter((l) => l.sheet.pageWidth > 105)) {
      const [page] = await measure(await labelSheetPdf(db, JOB, ask({ sheet: s, opens, links })));
      for (const t of page!.texts) {
        expect(t.x).toBeGreaterThanOrEqual(5 - 0.01);
        expect(t.x + t.width).toBeLessThanOrEqual(s.pageWidth - 5 + 0.05);
      }
      for (const b of page!.boxes) {
        expect(b.x).toBeGreaterThanOrEqual(5 - 0.01);
        expect(b.x + b.width).toBeLessThanOrEqual(s.pageWidth - 5 + 0.01);
      }
    }
  });
  it('is sorted by room, or by where labels go, where that is asked', async () => {
    const links = ['K1-01', 'K1-02'];
    const texts = async (more: object) => {
      const [page] = await measure(await labelSheetPdf(db, JOB, ask({ links, spots: ['cable-head', 'panel'], ...more }))); // prettier-ignore
      return page!.texts.map((t) => t.text).filter((t) => links.includes(t));
    };
    expect(await texts({})).toEqual(['K1-01', 'K1-01', 'K1-02', 'K1-02']);
    expect(await texts({ together: 'spot' })).toEqual(['K1-01', 'K1-02', 'K1-01', 'K1-02']);
  });
  it('says how many pages it will have before the first is drawn', async () => {
    const s = sheet('a4-3x8');
    const { pages, stream } = await labelSheetPdf(db, JOB, ask({ sheet: s }));
    await stream.cancel();
    expect(pages).toBe(Math.ceil((70 * LABEL_SPOTS.length) / 24));
  });
  it('of strips has a field for every port of its panels, at the pitch', async () => {
    const strip = { pageWidth: 297, pageHeight: 210, pitch: 16, height: 9, group: 6, gap: 0 };
    const { panels } = demoCopy(JOB);
    const pages = await measure(await stripPdf(db, JOB, { strip }));
    const all = pages.flatMap((p) => p.texts.map((t) => t.text)).join(' ');
    for (const p of panels) expect(all).toContain(`${p.name}, ports 1 to`);
    const fields = pages.flatMap((p) => p.boxes.filter((b) => Math.abs(b.width - 16) < 0.1));
    expect(fields).toHaveLength(panels.reduce((sum, p) => sum + p.ports, 0));
    await expect(stripPdf(db, JOB, { strip: { ...strip, group: 40 } })).rejects.toThrow(/smaller groups/);
  });
  it('names every line with letters that no typeface has at once, and prints what is said instead', async () => {
    const room = demoCopy(JOB).spaces.find((s) => s.id === 'kelp-lab')!;
    await changePlan(db, JOB, { put: { spaces: [{ ...room, code: '昆布' }] } });
    const refused = await labelSheetPdf(db, JOB, ask()).then(
      () => null,
      (e: unknown) => e as StrangeLetters,
    );
    expect(refused!.strange.length).toBeGreaterThan(1);
    expect(refused!.strange.every((line) => line.includes('昆布'))).toBe(true);
    const instead = Object.fromEntries(refused!.strange.map((line) => [line, line.replace('昆布', 'KELP')]));
    const pages = await measure(await labelSheetPdf(db, JOB, ask({ instead })));
    expect(pages.flatMap((p) => p.texts.map((t) => t.text)).join(' ')).toContain('KELP');
  });
});
