import ExcelJS from 'exceljs';
import type { KitReport } from '$core/kit/report';
import { plainCell } from '$core/model/csv-cell';

/** What a job takes as a workbook: parts, cable run by run, what was used, and the time that is left. */
export async function kitWorkbook({ kit, used, time }: KitReport): Promise<Uint8Array<ArrayBuffer>> {
  const book = new ExcelJS.Workbook();
  const sheet = (name: string, head: string[], rows: (string | number)[][]) => {
    const s = book.addWorksheet(name);
    s.addRow(head).font = { bold: true };
    for (const row of rows) s.addRow(row.map((x) => (typeof x === 'string' ? plainCell(x) : x)));
  };
  const two = (n: number) => Number(n.toFixed(2));
  sheet('Parts', ['part', 'in all', 'done', 'left', 'spare', 'take along'], kit.items.map((i) => [i.name, i.all, i.done, i.left, i.spare, i.left + i.spare]));
  sheet('Cable', ['cable', 'link', 'metres to cut'], kit.cables.flatMap((c) => c.cuts.map((r) => [c.name, r.label, two(r.metres)])));
  sheet('Used', ['connector', 'planned', 'ends done', 'spent'], used.connectors.map((c) => [c.name, c.planned, c.done, c.spent]));
  sheet('Boxes', ['box', 'cable', 'metres', 'cables', 'last mark'], used.boxes.map((b) => [b.name, b.cable, two(b.metres), b.links.join(' '), b.lastMark ?? '']));
  sheet('Time', ['work', 'how many', 'minutes each', 'minutes in all', 'measured'], time.parts.map((p) => [p.name, two(p.count), two(p.each), two(p.minutes), p.of]));
  return new Uint8Array(await book.xlsx.writeBuffer());
} // prettier-ignore
