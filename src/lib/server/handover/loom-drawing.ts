import { conductorLabel, ENDS } from '$core/wiring/conductors';
import { drawLoom } from '$lib/loom/geometry';
import { loomWords } from '$lib/loom/words';
import { paintOf } from '$lib/strand/colours';
import type { DrawText, Paper } from '../pdf/paper';
import type { WrongCopper } from './wrong-copper';

/** Tokens of the style sheet as they are on paper. */
export const INKS: Record<string, string> = {
  '--strand-blue': '#1f6fd6',
  '--strand-orange': '#f07c00',
  '--strand-green': '#1b9a4a',
  '--strand-brown': '#7b4a22',
  '--strand-white': '#ffffff',
  '--strand-drain': '#8a8f94',
};
const INK = '#1b1d1f';
const inkOf = (token: string) => INKS[/var\((.+)\)/.exec(token)?.[1] ?? ''] ?? token;

/** Room beside the boxes for the numbers of contacts, and above for the names of the ends. */
const MARGIN = { x: 26, y: 24 };
/** How wide a loom is on paper, in mm. */
const WIDTH_MM = 110;
/** Width of a strand in the drawing's own units, and of its edge. */
const STRAND = { width: 8, edge: 10 };

/** Draws copper as it was, with words for whoever cannot see it. */
export function loomOnPaper(paper: Paper, { copper, layouts, shielded, at, found }: WrongCopper): void {
  const loom = drawLoom({ copper, layouts, shielded, upright: false });
  const size = { width: loom.width + 2 * MARGIN.x, height: loom.height + 2 * MARGIN.y };
  const title = `${found ? 'As it was found' : 'What it most likely was'}, read ${at.slice(0, 16).replace('T', ' ')}; × marks what is not as it should be:`;
  const draw = (doc: PDFKit.PDFDocument, text: DrawText) => {
    doc.translate(MARGIN.x, MARGIN.y);
    const { jacket } = loom;
    doc
      .rect(jacket.x, jacket.y, jacket.width, jacket.height)
      .lineWidth(1)
      .fillAndStroke('#f2f0ea', '#b9b6ad');
    doc.lineCap('butt');
    for (const { d, conductor } of loom.pieces) {
      const paint = paintOf(conductor);
      doc.path(d).lineWidth(STRAND.edge).stroke(INK);
      doc.path(d).lineWidth(STRAND.width).stroke(inkOf(paint.base));
      if (paint.stripe) doc.path(d).lineWidth(STRAND.width).dash(6, { space: 6 }).stroke(inkOf(paint.stripe)).undash(); // prettier-ignore
    }
    for (const { x, y } of loom.frays) {
      doc.circle(x, y, 10).lineWidth(2).fillAndStroke('#ffffff', INK);
      for (const side of [-1, 1])
        for (const [dy, to] of [
          [-6, -1],
          [0, 0],
          [6, 1],
        ] as const)
          doc
            .moveTo(x + 6 * side, y + dy)
            .lineTo(x + 1.5 * side, y + to)
            .lineWidth(1.4)
            .stroke(INK);
    }
    for (const { d } of loom.bridges) {
      doc.path(d).lineWidth(9).stroke('#ffffff');
      doc.path(d).lineWidth(5).dash(4, { space: 2 }).stroke(INK).undash();
    }
    for (const end of ENDS)
      text(end, end === 'head' ? 0 : loom.width - loom.boxWidth, -8, { size: 16, width: loom.boxWidth });
    for (const box of loom.boxes) {
      doc.rect(box.x, box.y, loom.boxWidth, loom.boxHeight).lineWidth(box.wrong ? 3 : 1);
      doc.fillAndStroke(box.wrong ? '#dddddd' : '#ffffff', INK);
      const middle = box.y + loom.boxHeight / 2 + 5;
      text(box.conductor ? conductorLabel(box.conductor) : 'none', box.x, middle, { size: 14, width: loom.boxWidth }); // prettier-ignore
      const beside = box.end === 'head' ? box.x - 24 : box.x + loom.boxWidth;
      text(`${box.wrong ? '×' : ''}${box.contact}`, beside, middle, { size: 15, width: 24 });
    }
  };
  paper.figure(loomWords(copper, layouts, shielded), size, WIDTH_MM, draw, title);
}
