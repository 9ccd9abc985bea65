import { ofLink } from '../model/of-link';
import Papa from 'papaparse';
import type { WordsFrom } from '../log/entry-words';
import { toldWords, type Told } from '../log/told';
import type { Link } from '../model/job';
import { plainCell } from '../model/csv-cell';

/** Columns of a history file. */
export const HISTORY_COLUMNS = ['at', 'by', 'link', 'end', 'kind', 'says', 'walk', 'evidence', 'tester', 'leads', 'parts', 'minutes', 'photo', 'id', 'taken_back'] as const; // prettier-ignore

/** The log as CSV (RFC 4180), one entry a row, in the order given; taken back ones are marked. */
export function historyCsv(
  entries: readonly Told[],
  linkOf: (id: string) => Link | undefined,
  personOf: (id: string) => string,
  terms: WordsFrom,
): string {
  const rows = entries.map((told) => {
    const { entry: e, counts } = told;
    const link = ofLink(e) ? linkOf(e.link) : undefined;
    const reading = e.kind === 'reading' ? e.data : undefined;
    const work = e.kind === 'seated' || e.kind === 'redone' ? e.data : undefined;
    const cells: Record<(typeof HISTORY_COLUMNS)[number], string | number> = {
      at: e.at,
      by: plainCell(personOf(e.by)),
      link: plainCell(link?.label ?? ''),
      end: (ofLink(e) && e.end) || '',
      kind: e.kind,
      says: plainCell(toldWords(told, link, terms)),
      walk: reading?.reading.walk ?? '',
      evidence: reading?.reading.evidence ?? '',
      tester: plainCell(reading?.tester ?? ''),
      leads: plainCell(reading?.leads?.join(' / ') ?? ''),
      parts: plainCell(work?.parts?.join(' / ') ?? ''),
      minutes: work?.minutes ?? '',
      photo: e.kind === 'photo' ? e.data.photo : '',
      id: e.id,
      taken_back: counts ? '' : 'yes',
    };
    return cells;
  });
  return `${Papa.unparse(rows, { columns: [...HISTORY_COLUMNS], newline: '\r\n' })}\r\n`;
}
