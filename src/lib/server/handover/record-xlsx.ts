import ExcelJS from 'exceljs';
import { LINK_COLUMNS, openRows, OPEN_COLUMNS, linkRow } from '$core/handover/link-table';
import type { HandoverRecord, LinkRecord } from '$core/handover/record';
import { plainCell } from '$core/model/csv-cell';

/** A name a spreadsheet program takes for a sheet, each once. */
function sheetName(name: string, taken: Set<string>): string {
  const plain = name.replace(/[\\/?*[\]:']/g, ' ').slice(0, 28) || 'links';
  let out = plain;
  for (let n = 2; taken.has(out.toLowerCase()); n++) out = `${plain.slice(0, 25)} ${n}`;
  taken.add(out.toLowerCase());
  return out;
}

/** The record as a workbook: a summary, a sheet for every panel, the open points. Text is never a formula. */
export async function recordXlsx(record: HandoverRecord): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  const taken = new Set<string>();
  const sheet = (
    name: string,
    header: readonly string[],
    rows: readonly (readonly (string | number)[])[],
  ) => {
    const page = book.addWorksheet(sheetName(name, taken));
    page.addRow([...header]).font = { bold: true };
    page.views = [{ state: 'frozen', ySplit: 1 }];
    for (const row of rows) page.addRow(row.map((c) => (typeof c === 'string' ? plainCell(c) : c)));
    header.forEach((h, i) => (page.getColumn(i + 1).width = Math.min(40, Math.max(h.length, ...rows.slice(0, 200).map((r) => String(r[i] ?? '').length)) + 2))); // prettier-ignore
  };
  const { summary, log } = record;
  sheet('summary', ['what', 'value'], [
    ['job', record.job.name],
    ['made at', record.madeAt],
    ['revision', record.job.revision ?? 0],
    ...Object.entries(summary),
    ['entries of the log', log.count],
    ['root (SHA-256)', log.root],
  ]); // prettier-ignore
  const groups = new Map<string, LinkRecord[]>();
  for (const l of record.links) {
    const on = l.head.on.replace(/, port \d+$/, '') || l.head.space || 'links';
    groups.set(on, [...(groups.get(on) ?? []), l]);
  }
  for (const [name, links] of groups) sheet(name, LINK_COLUMNS, links.map(linkRow));
  sheet('open points', OPEN_COLUMNS, openRows(record));
  return Buffer.from(await book.xlsx.writeBuffer());
}
