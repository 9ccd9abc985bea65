import { EVIDENCE } from '../model/evidence';
import Papa from 'papaparse';
import type { Link, Part, Policy } from '../model/job';
import type { Measured } from '../model/reading';
import { MOST_CABLE_METRES } from '../model/limits';
import { judgeMeasured, type Judged } from '../log/judge-measured';
import { CONTACT_PAIRS } from '../wiring/conductors';

/** Columns of a readings file, in any order; the first two of them must be there. */
export const READING_COLUMNS = ['link', 'walk', 'from', 'evidence', 'splits', 'length_m', 'taken_at', 'by', 'tester'] as const; // prettier-ignore
/** Most readings that are taken in at once. */
export const MOST_READINGS = 5000;

/** One reading of a file, ready to be logged. `line` counts from 1, the header being line 1. */
export interface ReadReading {
  line: number;
  link: Link;
  measured: Measured;
  electrical?: Judged['electrical'];
  takenAt?: string;
  by?: string;
  tester?: string;
  verdict: 'pass' | 'provisional' | 'fail';
  reason: string;
}

/** One thing wrong with a file: its line (1 is the header), its column, and what to do. */
export interface RowProblem {
  line: number;
  column: string;
  message: string;
}

/** What a readings file holds. `problems` without a line to blame stand at line 1. */
export interface ReadingsFile {
  good: ReadReading[];
  problems: RowProblem[];
  rows: number;
}

/** What rows are held against. */
export interface ReadingsFor {
  links: readonly Link[];
  crew: readonly { id: string; name: string }[];
  policy: Policy;
  parts: readonly Part[];
}

/** Reads a readings CSV (RFC 4180, UTF-8, a byte-order mark allowed). Bad rows are told, good ones kept apart. */
export function parseReadingsCsv(text: string, job: ReadingsFor): ReadingsFile {
  const clean = text.replace(/^\uFEFF/, '');
  const head = clean.slice(0, clean.search(/\r?\n|$/));
  const whole = (message: string): ReadingsFile => ({
    good: [],
    problems: [{ line: 1, column: '', message }],
    rows: 0,
  });
  if (!head.trim()) return whole('The file is empty: it wants a header row with at least link and walk.');
  const parted = Papa.parse<string[]>(clean, { delimiter: ',', skipEmptyLines: 'greedy' });
  const header = parted.data[0]!.map((h) => h.trim().toLowerCase());
  const missing = ['link', 'walk'].filter((c) => !header.includes(c));
  if (missing.length) {
    const other = [
      [';', 'semicolons'],
      ['\t', 'tabs'],
      ['|', 'bars'],
    ].find(([mark]) => head.includes(mark!));
    return whole(
      other
        ? `The columns are parted by ${other[1]}: save the file as CSV with commas.`
        : `The header has no column ${missing.join(' and none ')}: it wants ${READING_COLUMNS.slice(0, 2).join(' and ')}, and may have ${READING_COLUMNS.slice(2).join(', ')}.`,
    );
  }
  const rows = parted.data.slice(1);
  if (rows.length > MOST_READINGS)
    return {
      ...whole(
        `The file has ${rows.length} rows; at most ${MOST_READINGS} are taken at once: split it and bring the parts one by one.`,
      ),
      rows: rows.length,
    };
  const byLabel = new Map(job.links.flatMap((l) => [[l.label.toLowerCase(), l] as const, [l.id.toLowerCase(), l] as const])); // prettier-ignore
  const out: ReadingsFile = { good: [], problems: [], rows: rows.length };
  rows.forEach((cells, i) => {
    const line = i + 2;
    const problems: RowProblem[] = [];
    const bad = (column: string, message: string) => void problems.push({ line, column, message });
    if (cells.length !== header.length)
      bad('', `This row has ${cells.length} columns, the header ${header.length}: is a comma missing, or one too many?`); // prettier-ignore
    else {
      const cell = (name: string) => (cells[header.indexOf(name)] ?? '').trim();
      const reading = readRow(cell, line, byLabel, job, bad);
      if (reading && !problems.length) out.good.push(reading);
    }
    out.problems.push(...problems);
  });
  return out;
}

function readRow(
  cell: (name: string) => string,
  line: number,
  byLabel: ReadonlyMap<string, Link>,
  job: ReadingsFor,
  bad: (column: string, message: string) => void,
): ReadReading | null {
  const link = byLabel.get(cell('link').toLowerCase());
  if (!link) {
    bad('link', `There is no link "${cell('link').slice(0, 40)}" in this job.`);
    return null;
  }
  const from = cell('from') || 'head';
  if (from !== 'head' && from !== 'tail')
    bad('from', `"${from.slice(0, 20)}" is no end: write head or tail.`);
  const evidence = cell('evidence');
  if (evidence && !(EVIDENCE as readonly string[]).includes(evidence))
    bad('evidence', `"${evidence.slice(0, 30)}" is no evidence: write ${EVIDENCE.join(', ')}.`);
  const splitText = cell('splits');
  const named = splitText === '' || splitText === '-' ? [] : splitText.split('/');
  const splits = CONTACT_PAIRS.filter((p) => named.includes(p));
  if (splits.length !== named.length)
    bad('splits', `"${splitText.slice(0, 30)}" names no contact pairs: write them like 36/45.`);
  const metres = cell('length_m');
  if (metres !== '' && !(Number(metres) > 0 && Number(metres) <= MOST_CABLE_METRES))
    bad(
      'length_m',
      `A length of ${metres.slice(0, 20)} m cannot be: write metres between 0 and ${MOST_CABLE_METRES}.`,
    );
  const takenAt = cell('taken_at');
  const untimely = takenAt !== '' && Number.isNaN(Date.parse(takenAt));
  if (untimely) bad('taken_at', `"${takenAt.slice(0, 30)}" is no time: write it like 2026-05-04T09:12:00Z.`);
  const by = cell('by');
  const person = by
    ? job.crew.find((p) => p.id === by || p.name.toLowerCase() === by.toLowerCase())
    : undefined;
  if (by && !person) bad('by', `Nobody in the crew is "${by.slice(0, 40)}".`);
  const shown =
    EVIDENCE.find((e) => e === evidence) ?? (splitText ? ('wiremap' as const) : ('continuity' as const));
  const measured: Measured = {
    from: from === 'tail' ? 'tail' : 'head',
    evidence: shown,
    walk: cell('walk'),
    ...(shown === 'continuity' ? {} : { splits }),
    ...(metres ? { lengthMetres: Number(metres) } : {}),
  };
  const judged = judgeMeasured({ reading: measured }, link, job, takenAt);
  if (!judged.ok) {
    bad('walk', judged.message);
    return null;
  }
  return {
    line,
    link,
    measured,
    ...(takenAt && !untimely ? { takenAt: new Date(takenAt).toISOString() } : {}),
    ...(person ? { by: person.id } : {}),
    ...(cell('tester') ? { tester: cell('tester').slice(0, 120) } : {}),
    verdict: judged.judgement.verdict,
    reason: judged.judgement.reason,
  };
}
