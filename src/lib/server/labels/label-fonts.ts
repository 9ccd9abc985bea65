import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const FONT = '@fontsource/atkinson-hyperlegible-mono';
const WEIGHTS = { plain: 400, bold: 700 } as const;
/** The font comes in parts by alphabet; a letter is written with the first that has it. */
const PARTS = ['latin', 'latin-ext'] as const;
type Weight = keyof typeof WEIGHTS;

const files = new Map<string, Buffer>();
const file = (part: string, weight: Weight): Buffer => {
  const name = `${FONT}/files/atkinson-hyperlegible-mono-${part}-${WEIGHTS[weight]}-normal.woff`;
  const there = files.get(name) ?? readFileSync(require.resolve(name));
  files.set(name, there);
  return there;
};

/** Letters that all letters of a font are as high as, in parts of its size. */
const LINE = 1.2;

/** Writes labels in the program's own typeface, as large as their boxes allow. */
export class LabelFonts {
  constructor(private readonly doc: PDFKit.PDFDocument) {
    for (const weight of Object.keys(WEIGHTS) as Weight[])
      for (const part of PARTS) doc.registerFont(`${part} ${weight}`, file(part, weight));
  }

  /** Whether the typeface has every letter of a text. */
  canWrite(text: string): boolean {
    return this.runs(text, 'bold') !== null;
  }

  /** Letters of a text in runs of one part of the font; null where a letter is in none. */
  private runs(text: string, weight: Weight): { part: string; text: string }[] | null {
    const runs: { part: string; text: string }[] = [];
    for (const letter of text) {
      const part = PARTS.find((p) => this.has(`${p} ${weight}`, letter));
      if (!part) return null;
      const last = runs.at(-1);
      if (last?.part === part) last.text += letter;
      else runs.push({ part, text: letter });
    }
    return runs;
  }
  private has(name: string, letter: string): boolean {
    this.doc.font(name);
    const { font } = (
      this.doc as unknown as { _font: { font: { hasGlyphForCodePoint(c: number): boolean } } }
    )._font;
    return font.hasGlyphForCodePoint(letter.codePointAt(0)!);
  }

  /** Writes a text on one line in a box, in points, as large as it fits. */
  write(text: string, box: { x: number; y: number; width: number; height: number }, weight: Weight): void {
    const runs = this.runs(text, weight) ?? [];
    const { doc } = this;
    const unit = runs.reduce((w, r) => w + doc.font(`${r.part} ${weight}`).fontSize(100).widthOfString(r.text), 0) / 100; // prettier-ignore
    const size = Math.min(box.height / LINE, unit ? box.width / unit : box.height / LINE);
    let x = box.x;
    for (const r of runs) {
      doc.font(`${r.part} ${weight}`).fontSize(size);
      doc.text(r.text, x, box.y + (box.height - size * LINE) / 2, { lineBreak: false });
      x += doc.widthOfString(r.text);
    }
  }
}
