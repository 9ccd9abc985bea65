import { LINK_COLUMNS, openRows, OPEN_COLUMNS, linkRow } from '$core/handover/link-table';
import type { HandoverRecord, LinkRecord } from '$core/handover/record';
import { workbook, type SheetOut } from '../workbook';

/** A name a spreadsheet program takes for a sheet, each once. */
function sheetName(name: string, taken: Set<string>): string {
  const plain = name.replace(/[\\/?*[\]:']/g, ' ').slice(0, 28) || 'links';
  let out = plain;
  for (let n = 2; taken.has(out.toLowerCase()); n++) out = `${plain.slice(0, 25)} ${n}`;
  taken.add(out.toLowerCase());
  return out;
}

/** The record as a workbook: a summary, a sheet for every panel, the open points. Text is never a formula. */
export function recordXlsx(record: HandoverRecord): Promise<Uint8Array<ArrayBuffer>> {
  const taken = new Set<string>();
  const sheet = (name: string, header: readonly string[], rows: SheetOut['rows']): SheetOut => ({
    name: sheetName(name, taken),
    header,
    rows,
  });
  const { summary, log } = record;
  const groups = new Map<string, LinkRecord[]>();
  for (const l of record.links) {
    const on = l.head.on.replace(/, port \d+$/, '') || l.head.space || 'links';
    groups.set(on, [...(groups.get(on) ?? []), l]);
  }
  return workbook([
    sheet('summary', ['what', 'value'], [
      ['job', record.job.name],
      ['made at', record.madeAt],
      ['revision', record.job.revision ?? 0],
      ...Object.entries(summary),
      ['entries of the log', log.count],
      ['root (SHA-256)', log.root],
    ]),
    ...[...groups].map(([name, links]) => sheet(name, LINK_COLUMNS, links.map(linkRow))),
    sheet('open points', OPEN_COLUMNS, openRows(record)),
  ]); // prettier-ignore
}
