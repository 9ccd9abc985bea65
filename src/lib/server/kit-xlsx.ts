import type { KitReport } from '$core/kit/report';
import { workbook } from './workbook';

const two = (n: number) => Number(n.toFixed(2));

/** What a job takes as a workbook: parts, cable run by run, what was used, and the time that is left. */
export const kitWorkbook = ({ kit, used, time }: KitReport): Promise<Uint8Array<ArrayBuffer>> =>
  workbook([
    {
      name: 'Parts',
      header: ['part', 'in all', 'done', 'left', 'spare', 'take along'],
      rows: kit.items.map((i) => [i.name, i.all, i.done, i.left, i.spare, i.left + i.spare]),
    },
    {
      name: 'Cable',
      header: ['cable', 'link', 'metres to cut'],
      rows: kit.cables.flatMap((c) => c.cuts.map((r) => [c.name, r.label, two(r.metres)])),
    },
    {
      name: 'Used',
      header: ['connector', 'planned', 'ends done', 'spent'],
      rows: used.connectors.map((c) => [c.name, c.planned, c.done, c.spent]),
    },
    {
      name: 'Boxes',
      header: ['box', 'cable', 'metres', 'cables', 'last mark'],
      rows: used.boxes.map((b) => [b.name, b.cable, two(b.metres), b.links.join(' '), b.lastMark ?? '']),
    },
    {
      name: 'Time',
      header: ['work', 'how many', 'minutes each', 'minutes in all', 'measured'],
      rows: time.parts.map((p) => [p.name, two(p.count), two(p.each), two(p.minutes), p.of]),
    },
  ]);
