import type { Floor, Space } from '$core/model/job';
import type { Paper } from '../pdf/paper';

/** Half the smallest space that is drawn, in metres, where nobody said how large it is; letters on it. */
const SIZE = { width: 6, depth: 4 };
const ROOM_METRES = 2;
/** How wide a floor is on paper at most, in mm, and how high. */
const BOX_MM = { width: 178, height: 120 };
/** A metre is no longer on paper than so many mm: a floor of one room takes no page. */
const MOST_MM_A_METRE = 4;

/** Draws a floor with its spaces, corridors and stairs to scale; closets are filled. */
export function floorOnPaper(paper: Paper, floor: number, spaces: readonly Space[], drawn: Floor | undefined): void {
  const sizeOf = (s: Space) => ({ width: s.width ?? SIZE.width, depth: s.depth ?? SIZE.depth });
  const points = [
    ...spaces.flatMap((s) => {
      const { width, depth } = sizeOf(s);
      return [[s.x - width / 2, s.y - depth / 2], [s.x + width / 2, s.y + depth / 2]] as const;
    }),
    ...(drawn?.corridors ?? []).flatMap((c) => c.points),
    ...(drawn?.stairs ?? []).map((s) => [s.x, s.y] as const),
  ];
  const [left, right] = [Math.min(...points.map((p) => p[0])) - ROOM_METRES, Math.max(...points.map((p) => p[0])) + ROOM_METRES];
  const [top, bottom] = [Math.min(...points.map((p) => p[1])) - ROOM_METRES, Math.max(...points.map((p) => p[1])) + ROOM_METRES];
  const size = { width: right - left, height: bottom - top };
  const mm = Math.min(MOST_MM_A_METRE * size.width, BOX_MM.width, (BOX_MM.height * size.width) / size.height);
  // A line of the plan is as thick on paper whatever its scale.
  const hair = size.width / mm;
  const words = `Floor ${floor}: ${spaces.map((s) => `${s.kind} ${s.name}`).join(', ')}`;
  paper.figure(words, size, mm, (doc, text) => {
    doc.translate(-left, -top);
    for (const { points: way } of drawn?.corridors ?? []) {
      doc.moveTo(...way[0]!);
      for (const p of way.slice(1)) doc.lineTo(...p);
      doc.lineWidth(2).lineJoin('round').lineCap('round').stroke('#e2dfd6');
    }
    for (const { x, y, to } of drawn?.stairs ?? []) {
      doc.rect(x - 1.2, y - 1.2, 2.4, 2.4).lineWidth(0.3 * hair).fillAndStroke('#ffffff', '#1b1d1f');
      text(`to ${to}`, x - 3, y + 0.8 * hair, { size: 2.4 * hair, width: 6 });
    }
    for (const s of spaces) {
      const { width, depth } = sizeOf(s);
      const closet = s.kind === 'closet';
      doc.rect(s.x - width / 2, s.y - depth / 2, width, depth).lineWidth(0.4 * hair);
      doc.fillAndStroke(closet ? '#1b1d1f' : '#ffffff', '#1b1d1f');
      text(s.name, s.x - width / 2, s.y + hair, { size: 2.6 * hair, width, colour: closet ? '#ffffff' : '#000000' });
    }
  });
} // prettier-ignore
