import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import anyAscii from 'any-ascii';

const require = createRequire(import.meta.url);
const WEIGHTS = { plain: 400, bold: 700 } as const;
/** Fonts come in parts by alphabet; a letter is written with the first that has it, the program's own typeface before others. */
const PARTS = [
  ['@fontsource/atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono', 'latin'],
  ['@fontsource/atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono', 'latin-ext'],
  ...(['cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'latin', 'latin-ext'] as const).map(
    (part) => ['@fontsource/noto-sans-mono', 'noto-sans-mono', part] as const,
  ),
] as const;
type Weight = keyof typeof WEIGHTS;

const files = new Map<string, Buffer>();
function file([font, name, part]: (typeof PARTS)[number], weight: Weight): Buffer {
  const path = `${font}/files/${name}-${part}-${WEIGHTS[weight]}-normal.woff`;
  const there = files.get(path) ?? readFileSync(require.resolve(path));
  files.set(path, there);
  return there;
}
const nameOf = ([, name, part]: (typeof PARTS)[number], weight: Weight) => `${name} ${part} ${weight}`;

/** Letters that all letters of a font are as high as, in parts of its size. */
const LINE = 1.2;

/** Letters of a text that one font writes. */
interface Run {
  font: string;
  text: string;
}

/** Writes text in the program's own typeface, and in another where that lacks a letter: Latin, Greek and Cyrillic print. */
export class PdfFonts {
  /** Fonts by the letters they were asked for: looking a letter up takes longer than writing it. */
  private readonly known = new Map<string, string | null>();
  constructor(private readonly doc: PDFKit.PDFDocument) {
    for (const weight of Object.keys(WEIGHTS) as Weight[])
      for (const part of PARTS) doc.registerFont(nameOf(part, weight), file(part, weight));
  }

  /** Whether there is a font for every letter of a text. */
  canWrite(text: string): boolean {
    return this.runs(text, 'bold') !== null;
  }
  /** A text with the letters no font has put in Latin ones. */
  writable(text: string): string {
    return [...text]
      .map((letter) => (this.fontOf(letter, 'plain') ? letter : anyAscii(letter) || '?'))
      .join('');
  }

  /** Letters of a text in runs of one font; null where a letter is in none. */
  private runs(text: string, weight: Weight): Run[] | null {
    const runs: Run[] = [];
    for (const letter of text) {
      const font = this.fontOf(letter, weight);
      if (!font) return null;
      const last = runs.at(-1);
      if (last?.font === font) last.text += letter;
      else runs.push({ font, text: letter });
    }
    return runs;
  }
  private fontOf(letter: string, weight: Weight): string | null {
    const key = `${weight}${letter}`;
    const there = this.known.get(key);
    if (there !== undefined) return there;
    const part = PARTS.find((p) => this.has(nameOf(p, weight), letter));
    const font = part ? nameOf(part, weight) : null;
    this.known.set(key, font);
    return font;
  }
  private has(name: string, letter: string): boolean {
    this.doc.font(name);
    const { font } = (
      this.doc as unknown as { _font: { font: { hasGlyphForCodePoint(c: number): boolean } } }
    )._font;
    return font.hasGlyphForCodePoint(letter.codePointAt(0)!);
  }

  /** How wide a text is, in points, at a size. */
  widthOf(text: string, weight: Weight, size: number): number {
    return (this.runs(text, weight) ?? []).reduce((w, r) => w + this.doc.font(r.font).fontSize(size).widthOfString(r.text), 0); // prettier-ignore
  }

  /** Writes a text on one line from a point on, in points, at a size. */
  at(text: string, x: number, y: number, weight: Weight, size: number): void {
    let from = x;
    for (const r of this.runs(text, weight) ?? []) {
      this.doc.font(r.font).fontSize(size);
      this.doc.text(r.text, from, y, { lineBreak: false });
      from += this.doc.widthOfString(r.text);
    }
  }

  /** Writes a text on one line in a box, in points, as large as it fits. */
  write(text: string, box: { x: number; y: number; width: number; height: number }, weight: Weight): void {
    const unit = this.widthOf(text, weight, 100) / 100;
    const size = Math.min(box.height / LINE, unit ? box.width / unit : box.height / LINE);
    this.at(text, box.x, box.y + (box.height - size * LINE) / 2, weight, size);
  }
}
