/** What of a job's work is on this device alone. */
export interface Waiting {
  entries: number;
  /** Entries that do not lie on this device's disk yet. */
  unwritten: number;
  /** Entries of other jobs. */
  elsewhere: number;
  /** Entries that were logged for another database than the one that answers. */
  foreign: number;
  photos: number;
}

const pictures = (n: number) => (n === 1 ? '1 picture' : `${n} pictures`);

/** What waits for the server, in words; '' where nothing does. */
export function waitingWords(
  { entries, unwritten, elsewhere, foreign, photos }: Waiting,
  reachable: boolean,
): string {
  if (unwritten) return `writing down ${unwritten}`;
  const parts = [
    ...(entries ? [String(entries)] : []),
    ...(elsewhere ? [`${elsewhere} of other jobs`] : []),
    ...(photos ? [pictures(photos)] : []),
  ];
  const other = foreign ? [`${foreign} for another server`] : [];
  if (!parts.length) return other.join();
  const list = parts.join(' and ');
  return [reachable && !elsewhere ? `keeping ${list}` : `${list} waiting for the server`, ...other].join(
    ', ',
  );
}
