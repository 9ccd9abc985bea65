import type { ReadingsFile, ReadReading, RowProblem } from './readings-csv';

/** What several files of readings hold together. */
export interface ReadingsFiles {
  good: (ReadReading & { file: string; sameAs?: string })[];
  problems: (RowProblem & { file: string })[];
  rows: number;
  /** Names that are no link of the job, or that may be another one's, each once, as they were written. */
  unknown: string[];
}

/** The same walk of the same link at the same time is the same reading, whichever file it stands in. */
const contentOf = (r: ReadReading): string =>
  [r.link.id, r.takenAt ?? '', r.measured.from, r.measured.walk.replaceAll(' ', ''), r.measured.splits?.join()].join('|'); // prettier-ignore

/** Puts the files of a directory together: what stands in two of them is told, and counts once. */
export function joinReadings(files: readonly { name: string; read: ReadingsFile }[]): ReadingsFiles {
  const out: ReadingsFiles = { good: [], problems: [], rows: 0, unknown: [] };
  const seen = new Map<string, string>();
  const unknown = new Map<string, string>();
  for (const { name, read } of files) {
    out.rows += read.rows;
    out.problems.push(...read.problems.map((p) => ({ ...p, file: name })));
    for (const u of read.unknown) if (!unknown.has(u.toLowerCase())) unknown.set(u.toLowerCase(), u);
    for (const r of read.good) {
      const place = files.length > 1 ? `${name} line ${r.line}` : `line ${r.line}`;
      // Without a time two readings that look alike may well be two.
      const before = r.takenAt === undefined ? undefined : seen.get(contentOf(r));
      if (before === undefined) seen.set(contentOf(r), place);
      out.good.push({ ...r, file: name, ...(before === undefined ? {} : { sameAs: before }) });
    }
  }
  out.unknown = [...unknown.values()];
  return out;
}
