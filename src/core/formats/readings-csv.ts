import { EVIDENCE } from '../model/evidence';
import Papa from 'papaparse';
import type { Link, Part, Policy } from '../model/job';
import type { Measured } from '../model/reading';
import { MOST_CABLE_METRES } from '../model/limits';
import { CONFIGURATIONS, resultFromWords, type TesterResult } from '../model/tester-result';
import { formerBearer, type FormerName } from '../plan/former-names';
import { linkNamed } from '../plan/link-named';
import { CLOCK_TOLERANCE_MS } from '../log/effective';
import { judgeMeasured, type Judged } from '../log/judge-measured';
import { CONTACT_PAIRS } from '../wiring/conductors';
import { takenIn } from './taken';

/** Columns of a readings file, in any order; the first two of them must be there. */
export const READING_COLUMNS = [
  'link',
  'walk',
  'from',
  'evidence',
  'splits',
  'length_m',
  'taken_at',
  'by',
  'tester',
  'configuration',
  'result',
  'limit',
  'worst',
  'margin_db',
  'at_mhz',
] as const;
/** Most readings that are taken in at once. */
export const MOST_READINGS = 5000;

/** One reading of a file, ready to be logged. `line` counts from 1, the header being line 1. */
export interface ReadReading {
  line: number;
  link: Link;
  measured: Measured;
  electrical?: Judged['electrical'];
  takenAt?: string;
  /** Only the day is known: a pass counts from its beginning, a fail to its end, so that neither counts for more than it is. */
  dayOnly?: true;
  by?: string;
  tester?: string;
  verdict: 'pass' | 'provisional' | 'fail';
  reason: string;
  /** Line of an earlier reading of the same link. */
  double?: number;
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
  /** Names that are no link of the job, or that may be another one's, as they were written. */
  unknown: string[];
}

/** What rows are held against. */
export interface ReadingsFor {
  links: readonly Link[];
  crew: readonly { id: string; name: string }[];
  policy: Policy;
  parts: readonly Part[];
  /** Links that were chosen by hand for names the job does not have, or that were another link's, by the name in small letters. */
  matched?: Readonly<Record<string, string>>;
  /** What time it is, in ms: a reading that is still to come is none. */
  now: number;
  /** Times have to say their zone: they come from a program that may be anywhere. */
  zoned?: true;
  /** Names that links of the job gave up. */
  former?: readonly FormerName[];
}

/**
 * Tells which link a file means by a name, for a reading of a time where it has one: the link that is called so, else the
 * one chosen by hand for it. Where another link was called so at that time, only the choice tells: `doubt` says it.
 */
export function linksMeant({
  links,
  matched = {},
  former = [],
}: Pick<ReadingsFor, 'links' | 'matched' | 'former'>): (
  name: string,
  takenAt?: string,
) => { link: Link } | { doubt: string } {
  const named = linkNamed(links);
  const chosen = new Map(Object.entries(matched));
  const byId = new Map(links.map((l) => [l.id, l]));
  const bearer = (f: FormerName) => {
    const link = byId.get(f.link);
    return link && !link.retired ? link.label : 'A link that was taken out';
  };
  return (name, takenAt) => {
    const isCalled = named(name);
    const byHand = byId.get(chosen.get(name.trim().toLowerCase()) ?? '');
    const before = isCalled && takenAt && formerBearer(former, name, { link: isCalled.id, at: takenAt });
    const link = before ? byHand : (isCalled ?? byHand);
    if (link) return { link };
    return {
      doubt: before
        ? `${bearer(before)} was called "${name.slice(0, 40)}" until ${before.until.slice(0, 10)}, after this reading was taken: choose which one is meant.`
        : `There is no link "${name.slice(0, 40)}" in this job.`,
    };
  };
}

/**
 * Reads a readings CSV (UTF-8, a byte-order mark allowed), parted by commas, semicolons or tabs. Bad rows are told, good
 * ones kept apart. A column of splits that is not there means that nobody looked; an empty cell in it means none.
 */
export function parseReadingsCsv(text: string, job: ReadingsFor): ReadingsFile {
  const clean = text.replace(/^\uFEFF/, '');
  const head = clean.slice(0, clean.search(/\r?\n|$/));
  const whole = (message: string): ReadingsFile => ({
    good: [],
    problems: [{ line: 1, column: '', message }],
    rows: 0,
    unknown: [],
  });
  if (!head.trim()) return whole('The file is empty: it needs a header row with at least link and walk.');
  const delimiter = [',', ';', '\t'].reduce((a, b) => (head.split(b).length > head.split(a).length ? b : a));
  const parted = Papa.parse<string[]>(clean, { delimiter });
  const filled = parted.data.flatMap((cells, i) =>
    cells.some((c) => c.trim()) ? [{ cells, line: i + 1 }] : [],
  );
  const header = filled[0]!.cells.map((h) => h.trim().toLowerCase());
  const missing = ['link', 'walk'].filter((c) => !header.includes(c));
  if (missing.length)
    return whole(
      `The header has no column ${missing.join(' and no column ')}: it needs ${READING_COLUMNS.slice(0, 2).join(' and ')}, and may have ${READING_COLUMNS.slice(2).join(', ')}.`,
    );
  const rows = filled.slice(1);
  if (rows.length > MOST_READINGS)
    return {
      ...whole(
        `The file has ${rows.length} rows; at most ${MOST_READINGS} are taken at once: split it and bring the parts one by one.`,
      ),
      rows: rows.length,
    };
  const meant = linksMeant(job);
  const out: ReadingsFile = { good: [], problems: [], rows: rows.length, unknown: [] };
  rows.forEach(({ cells, line }) => {
    const problems: RowProblem[] = [];
    const bad = (column: string, message: string) => void problems.push({ line, column, message });
    if (cells.length !== header.length)
      bad('', `This row has ${cells.length} columns, the header ${header.length}: is a comma missing, or one too many?`); // prettier-ignore
    else {
      const cell = (name: string) =>
        header.includes(name) ? (cells[header.indexOf(name)] ?? '').trim() : null;
      const reading = readRow(
        cell,
        line,
        meant,
        job,
        bad,
        (name) => void out.unknown.push(name.slice(0, 80)),
      );
      if (reading && !problems.length) out.good.push(reading);
    }
    out.problems.push(...problems);
  });
  return withDoubles(out);
}

/** Marks readings of one link that follow one another in a file: the later one counts. */
function withDoubles(file: ReadingsFile): ReadingsFile {
  const first = new Map<string, number>();
  for (const r of file.good) {
    const before = first.get(r.link.id);
    if (before !== undefined) r.double = before;
    else first.set(r.link.id, r.line);
  }
  return file;
}

/** A number as spreadsheets of either half of the world write it. */
const numberIn = (text: string): number => Number(text.replace(',', '.'));

/** Whether a reading would have been taken later than now, by more than two clocks may differ. */
export const isToCome = (takenAt: string, { now }: Pick<ReadingsFor, 'now'>): boolean =>
  Date.parse(takenAt) > now + CLOCK_TOLERANCE_MS;
/** What is said of such a time. */
export const toComeWords = (text: string): string =>
  `"${text.slice(0, 30)}" is still to come: is the clock of the tester right?`;

function readRow(
  cellOrNone: (name: string) => string | null,
  line: number,
  meant: ReturnType<typeof linksMeant>,
  job: ReadingsFor,
  bad: (column: string, message: string) => void,
  unknown: (name: string) => void,
): ReadReading | null {
  const cell = (name: string) => cellOrNone(name) ?? '';
  const takenText = cell('taken_at');
  const taken = takenText === '' ? undefined : takenIn(takenText);
  const of = meant(cell('link'), taken?.from);
  if ('doubt' in of) {
    if (cell('link')) unknown(cell('link'));
    bad('link', of.doubt);
    return null;
  }
  const { link } = of;
  const from = cell('from') || 'head';
  if (from !== 'head' && from !== 'tail')
    bad('from', `"${from.slice(0, 20)}" is not an end: write head or tail.`);
  const evidence = cell('evidence');
  if (evidence && !(EVIDENCE as readonly string[]).includes(evidence))
    bad('evidence', `"${evidence.slice(0, 30)}" is not a kind of evidence: write ${EVIDENCE.join(', ')}.`);
  const splitText = cell('splits');
  const looked = cellOrNone('splits') !== null;
  const named =
    splitText === '' || splitText === '-' ? [] : splitText.split(/[/ ;]+/).map((p) => p.replace('-', ''));
  const splits = CONTACT_PAIRS.filter((p) => named.includes(p));
  if (splits.length !== named.length)
    bad('splits', `"${splitText.slice(0, 30)}" names no contact pairs: write them like 36/45.`);
  const metres = cell('length_m');
  if (metres !== '' && !(numberIn(metres) > 0 && numberIn(metres) <= MOST_CABLE_METRES))
    bad(
      'length_m',
      `A length of ${metres.slice(0, 20)} m cannot be: write metres between 0 and ${MOST_CABLE_METRES}.`,
    );
  if (taken === null)
    bad(
      'taken_at',
      `"${takenText.slice(0, 30)}" is not a time that can be read: write it like 2026-05-04T09:12:00Z, or 4.5.2026 09:12.`,
    );
  else if (taken && isToCome(taken.from, job)) bad('taken_at', toComeWords(takenText));
  else if (taken && !taken.zone && job.zoned)
    bad('taken_at', `"${takenText.slice(0, 30)}" does not say in which zone: write it like 2026-05-04T09:12:00Z.`); // prettier-ignore
  const by = cell('by');
  const called = (p: { id: string; name: string }) =>
    p.id === by || p.name.toLowerCase() === by.toLowerCase();
  const short = job.crew.filter((p) => p.name.toLowerCase().startsWith(by.toLowerCase()));
  const person = by ? (job.crew.find(called) ?? (short.length === 1 ? short[0] : undefined)) : undefined;
  if (by && !person) bad('by', `Nobody in the crew is "${by.slice(0, 40)}".`);
  const shown =
    EVIDENCE.find((e) => e === evidence) ?? (named.length ? ('wiremap' as const) : ('continuity' as const));
  const configuration = CONFIGURATIONS.find((c) => c === cell('configuration'));
  if (cell('configuration') && !configuration)
    bad(
      'configuration',
      `"${cell('configuration').slice(0, 30)}" is not a configuration: write ${CONFIGURATIONS.join(', ')}.`,
    );
  const result = resultIn(cell, bad);
  const measured: Measured = {
    from: from === 'tail' ? 'tail' : 'head',
    evidence: shown,
    walk: cell('walk'),
    ...(shown !== 'continuity' && looked ? { splits } : {}),
    ...(metres ? { lengthMetres: numberIn(metres) } : {}),
    ...(configuration ? { configuration } : {}),
    ...(result ? { result } : {}),
  };
  const judged = judgeMeasured({ reading: measured }, link, job, taken?.from ?? new Date(0).toISOString());
  if (!judged.ok) {
    bad('walk', judged.message);
    return null;
  }
  return {
    line,
    link,
    measured,
    ...(taken ? { takenAt: judged.judgement.verdict === 'fail' ? taken.to : taken.from } : {}),
    ...(taken && taken.from !== taken.to ? { dayOnly: true as const } : {}),
    ...(person ? { by: person.id } : {}),
    ...(cell('tester') ? { tester: cell('tester').slice(0, 120) } : {}),
    verdict: judged.judgement.verdict,
    reason: judged.judgement.reason,
  };
}

/** What the tester itself said, by its columns. */
function resultIn(
  cell: (name: string) => string,
  bad: (column: string, message: string) => void,
): TesterResult | null {
  const says = cell('result').toLowerCase();
  if (!says) return null;
  const [worst, ...pairs] = cell('worst').split(' ');
  const result = resultFromWords({
    says,
    limit: cell('limit') || 'a limit that is not named',
    ...(worst ? { worst, margin: cell('margin_db').replace(',', '.') } : {}),
    ...(pairs.length ? { pairs: pairs.join('') } : {}),
    ...(cell('at_mhz') ? { mhz: cell('at_mhz').replace(',', '.') } : {}),
  });
  if (!result)
    bad(
      'result',
      'A result is pass, pass*, fail* or fail, with its worst value like "NEXT 36-45" and that margin in dB.',
    );
  return result;
}
