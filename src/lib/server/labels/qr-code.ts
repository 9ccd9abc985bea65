import QRCode from 'qrcode';

/** White that a code needs round itself, in modules. ISO/IEC 18004 asks for four, from memory; the label's own white makes up for two. */
const QUIET = 2;

/** Draws a QR code as squares, its white included, `side` points wide. */
export function drawCode(doc: PDFKit.PDFDocument, text: string, x: number, y: number, side: number): void {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const step = side / (modules.size + 2 * QUIET);
  for (let row = 0; row < modules.size; row++)
    for (let from = 0; from < modules.size; from++) {
      if (!modules.get(row, from)) continue;
      let to = from;
      while (to < modules.size && modules.get(row, to)) to++;
      doc.rect(x + (QUIET + from) * step, y + (QUIET + row) * step, (to - from) * step, step);
      from = to;
    }
  doc.fill('#000000');
}
