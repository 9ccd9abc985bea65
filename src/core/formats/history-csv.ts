import { ofLink } from '../model/entry';
import Papa from 'papaparse';
import type { LogEntry } from '../model/entry';
import type { Link, Policy } from '../model/job';
import { entryWords } from '../log/entry-words';

/** Columns of a history file. */
export const HISTORY_COLUMNS = ['at', 'by', 'link', 'end', 'kind', 'says', 'walk', 'evidence', 'tester', 'leads', 'parts', 'minutes', 'photo', 'id', 'taken_back'] as const; // prettier-ignore

/** A cell that a spreadsheet would take for a formula is led by an apostrophe. */
const plain = (text: string): string => (/^[=+@\t\r]|^-[^ \d]/.test(text) ? `'${text}` : text);

/** The log as CSV (RFC 4180), one entry a row, in the order given. */
export function historyCsv(
  entries: readonly LogEntry[],
  linkOf: (id: string) => Link | undefined,
  personOf: (id: string) => string,
  policy: Policy,
): string {
  const voided = new Set(entries.flatMap((e) => (e.kind === 'void' ? [e.data.entry] : [])));
  const rows = entries.map((e) => {
    const link = ofLink(e) ? linkOf(e.link) : undefined;
    const reading = e.kind === 'reading' ? e.data : undefined;
    const work = e.kind === 'seated' || e.kind === 'redone' ? e.data : undefined;
    const cells: Record<(typeof HISTORY_COLUMNS)[number], string | number> = {
      at: e.at,
      by: plain(personOf(e.by)),
      link: plain(link?.label ?? ''),
      end: (ofLink(e) && e.end) || '',
      kind: e.kind,
      says: plain(entryWords(e, link, policy)),
      walk: reading?.reading.walk ?? '',
      evidence: reading?.reading.evidence ?? '',
      tester: plain(reading?.tester ?? ''),
      leads: plain(reading?.leads?.join(' / ') ?? ''),
      parts: plain(work?.parts?.join(' / ') ?? ''),
      minutes: work?.minutes ?? '',
      photo: e.kind === 'photo' ? e.data.photo : '',
      id: e.id,
      taken_back: voided.has(e.id) ? 'yes' : '',
    };
    return cells;
  });
  return `${Papa.unparse(rows, { columns: [...HISTORY_COLUMNS], newline: '\r\n' })}\r\n`;
}
