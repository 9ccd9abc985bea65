import PDFDocument from 'pdfkit';
import { PdfFonts } from './fonts';

/** Points in a millimetre: 72 an inch of 25.4 mm, exact. */
const MM = 72 / 25.4;
/** An A4 page with margins an office printer can print. */
const PAGE = { width: 210 * MM, height: 297 * MM, margin: 16 * MM };
const WIDTH = PAGE.width - 2 * PAGE.margin;
const SIZE = { title: 24, h1: 16, h2: 12, text: 9.5, small: 8 } as const;
const LINE = 1.35;

/** Runs of so many lines are drawn before others are answered. */
const LINES_AT_ONCE = 60;

/** Letters stand so far above their base line, in parts of their size. */
const ASCENT = 0.95;
/** Writes a text of a drawing: from `x`, on the line `base`, centred in a width. */
export type DrawText = (
  text: string,
  x: number,
  base: number,
  as: { size: number; width: number; colour?: string },
) => void;

/** A document on A4 paper, written from the top down: headings that are its outline, paragraphs, rows, drawings. */
export class Paper {
  readonly doc: PDFKit.PDFDocument;
  private readonly fonts: PdfFonts;
  private readonly done: Promise<Buffer>;
  private y = PAGE.margin;
  private lines = 0;
  private pages = 0;
  /** The heads of the columns of the table that is written. */
  private head: { cells: readonly string[]; shares: readonly number[] } | null = null;
  private section: PDFKit.PDFStructureElement;

  constructor(
    title: string,
    private readonly foot: string,
  ) {
    this.doc = new PDFDocument({
      autoFirstPage: false,
      size: [PAGE.width, PAGE.height],
      margin: 0,
      pdfVersion: '1.7',
      tagged: true,
      lang: 'en',
      displayTitle: true,
      info: { Title: title },
    });
    this.done = new Promise((resolve, reject) => {
      const parts: Buffer[] = [];
      this.doc.on('data', (part: Buffer) => parts.push(part));
      this.doc.on('end', () => resolve(Buffer.concat(parts)));
      this.doc.on('error', reject);
    });
    this.fonts = new PdfFonts(this.doc);
    this.section = this.doc.struct('Document');
    this.doc.addStructure(this.section);
    this.page();
  }

  /** Begins a new page. */
  page(): void {
    this.doc.addPage();
    this.pages++;
    this.y = PAGE.margin;
    this.doc.fillColor('#000');
    const foot = `${this.fonts.writable(this.foot)}, page ${this.pages}`;
    // Not part of what is read aloud.
    this.doc.markContent('Artifact', { type: 'Pagination' });
    this.fonts.at(foot, PAGE.margin, PAGE.height - 11 * MM, 'plain', SIZE.small);
    this.doc.endMarkedContent();
  }
  private room(height: number): void {
    if (this.y + height > PAGE.height - PAGE.margin) this.page();
  }
  gap(mm: number): void {
    this.y += mm * MM;
  }

  /** One piece of text as an element of the document's structure. */
  private tagged(tag: string, draw: () => void): void {
    this.section.add(this.doc.struct(tag, {}, draw));
  }
  private write(tag: string, text: string, weight: 'plain' | 'bold', size: number, indent = 0): void {
    this.head = null;
    for (const line of this.wrapped(text, weight, size, WIDTH - indent)) {
      this.room(size * LINE);
      const { y } = this;
      this.tagged(tag, () => this.fonts.at(line, PAGE.margin + indent, y, weight, size));
      this.y += size * LINE;
      this.lines++;
    }
  }
  /** A text in lines that fit a width; a word that is longer than one is cut. */
  private wrapped(text: string, weight: 'plain' | 'bold', size: number, width: number): string[] {
    const lines: string[] = [];
    let line = '';
    for (const word of this.fonts.writable(text).split(/\s+/)) {
      const longer = line ? `${line} ${word}` : word;
      if (this.fonts.widthOf(longer, weight, size) <= width) {
        line = longer;
        continue;
      }
      if (line) lines.push(line);
      line = this.clipped(word, weight, size, width);
    }
    return line ? [...lines, line] : lines;
  }
  private clipped(text: string, weight: 'plain' | 'bold', size: number, width: number): string {
    if (this.fonts.widthOf(text, weight, size) <= width) return text;
    let cut = text;
    while (cut && this.fonts.widthOf(`${cut}…`, weight, size) > width) cut = cut.slice(0, -1);
    return `${cut}…`;
  }

  /** The name of the whole. */
  title(text: string): void {
    this.write('H1', text, 'bold', SIZE.title);
    this.gap(3);
  }
  /** A section; it stands in the outline. */
  h1(text: string): void {
    this.room(30 * MM);
    this.gap(5);
    this.doc.outline.addItem(text);
    this.write('H1', text, 'bold', SIZE.h1);
    this.gap(1.5);
  }
  h2(text: string): void {
    this.room(18 * MM);
    this.gap(2.5);
    this.write('H2', text, 'bold', SIZE.h2);
  }
  p(text: string, weight: 'plain' | 'bold' = 'plain'): void {
    this.write('P', text, weight, SIZE.text);
  }
  item(text: string): void {
    this.write('P', `· ${text}`, 'plain', SIZE.text, 3 * MM);
  }
  /** One row of columns as wide as their shares of the page; what does not fit on a line goes on below it. */
  row(cells: readonly string[], shares: readonly number[], weight: 'plain' | 'bold' = 'plain'): void {
    const size = SIZE.small;
    const before = this.pages;
    const whole = shares.reduce((a, b) => a + b, 0);
    const wide = shares.map((s) => (WIDTH * s) / whole);
    const lines = cells.map((c, i) => this.wrapped(c, weight, size, wide[i]! - 4));
    const high = Math.max(1, ...lines.map((l) => l.length)) * size * LINE;
    this.room(high + 2);
    // A table that goes on says again what its columns are.
    if (weight === 'bold') this.head = { cells, shares };
    else if (this.pages > before && this.head) this.row(this.head.cells, this.head.shares, 'bold');
    const { y } = this;
    this.tagged('P', () => {
      let x = PAGE.margin;
      lines.forEach((cell, i) => {
        cell.forEach((line, k) => this.fonts.at(line, x, y + k * size * LINE, weight, size));
        x += wide[i]!;
      });
    });
    this.y += high;
    this.doc.markContent('Artifact', { type: 'Layout' });
    this.doc.lineWidth(weight === 'bold' ? 0.8 : 0.2).moveTo(PAGE.margin, this.y).lineTo(PAGE.margin + WIDTH, this.y).stroke('#444'); // prettier-ignore
    this.doc.endMarkedContent();
    this.y += 2;
    this.lines++;
  }
  /** A path as an SVG has it, in a box so high, with words for whoever cannot see it. */
  path(d: string, box: { width: number; height: number }, mm: number, alt: string): void {
    this.room(mm * MM);
    const scale = Math.min((mm * MM) / box.height, WIDTH / 2 / box.width);
    const { y } = this;
    const figure = this.doc.struct('Figure', { alt }, () => {
      this.doc.save().translate(PAGE.margin, y).scale(scale).path(d).lineWidth(2).stroke('#000').restore();
    });
    this.section.add(figure);
    this.y += mm * MM;
  }
  /**
   * A drawing in its own units, so many millimetres wide, with words for whoever cannot see it and the title it stands
   * under on the same page. `text` writes centred in
   * a width, on a base line, as small as it takes to fit.
   */
  figure(
    alt: string,
    size: { width: number; height: number },
    mm: number,
    draw: (doc: PDFKit.PDFDocument, text: DrawText) => void,
    title = '',
  ): void {
    const scale = (mm * MM) / size.width;
    this.head = null;
    const caption = title ? SIZE.text * LINE : 0;
    this.room(size.height * scale + caption * 2);
    if (title) this.p(title);
    const { y } = this;
    const figure = this.doc.struct('Figure', { alt }, () => {
      this.doc.save().translate(PAGE.margin, y).scale(scale);
      draw(this.doc, (text, x, base, { size: most, width, colour = '#000000' }) => {
        const written = this.fonts.writable(text);
        const unit = this.fonts.widthOf(written, 'bold', 1);
        const fits = Math.min(most, unit ? width / unit : most);
        this.doc.fillColor(colour);
        this.fonts.at(written, x + (width - unit * fits) / 2, base - ASCENT * fits, 'bold', fits);
      });
      this.doc.restore();
      this.doc.fillColor('#000');
    });
    this.section.add(figure);
    this.y += size.height * scale;
    this.lines += LINES_AT_ONCE / 4;
  }
  /** Pictures side by side, so many millimetres high; those that do not fit go on below. */
  pictures(
    list: readonly { bytes: Uint8Array; width: number; height: number; alt: string }[],
    mm: number,
  ): void {
    this.head = null;
    const high = mm * MM;
    let x = 0;
    for (const { bytes, width, height, alt } of list) {
      const wide = Math.min(WIDTH, (high * width) / height);
      if (x > 0 && x + wide > WIDTH) {
        x = 0;
        this.y += high + 2 * MM;
      }
      this.room(high + 2 * MM);
      const at = { x: PAGE.margin + x, y: this.y };
      const figure = this.doc.struct('Figure', { alt }, () => {
        this.doc.image(Buffer.from(bytes), at.x, at.y, { fit: [wide, high] });
      });
      this.section.add(figure);
      x += wide + 2 * MM;
      this.lines += LINES_AT_ONCE / 4;
    }
    if (list.length) this.y += high + 2 * MM;
  }
  /** Lets others be answered in between. */
  async breathe(): Promise<void> {
    if (this.lines < LINES_AT_ONCE) return;
    this.lines = 0;
    await new Promise((resolve) => setImmediate(resolve));
  }
  end(): Promise<Buffer> {
    this.section.end();
    this.doc.end();
    return this.done;
  }
}
