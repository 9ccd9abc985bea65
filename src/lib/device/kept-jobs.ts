import { JOBS } from './stores';

/** With so many entries beside it, a job on this device is fetched whole again. Our judgement. */
const MOST_BESIDE = 500;

/** What a device has of a job, by name. */
interface Marked {
  mark: string;
}
/** What is new of a job since a mark. */
export interface Difference extends Marked {
  from: string;
  entries: readonly unknown[];
}

/** How a job and what is new of it, or two differences one after the other, are put together. */
export interface Joining<T extends Marked, D extends Difference> {
  /** A job out of its bytes; throws where they are none. */
  read: (bytes: ArrayBuffer) => T;
  add: (whole: T, difference: D) => T;
  join: (a: D, b: D) => D;
}

/** Text out of its bytes: of ten megabytes a phone has it a quarter sooner than by a response's own means. */
export const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);

const store = () => caches.open(JOBS);
const besideOf = (path: string) => `${path}?beside`;

/** What lies beside a job on this device: the mark of the whole it stands on, and what is new since. */
type Beside<D> = { mark: string; difference: D | null };

async function readBeside<D extends Difference>(path: string): Promise<Beside<D> | null> {
  const found = await (await store()).match(besideOf(path));
  return found ? ((await found.json()) as Beside<D>) : null;
}
const keepBeside = async <D>(path: string, beside: Beside<D>): Promise<void> =>
  (await store()).put(besideOf(path), Response.json(beside));

/**
 * What lies on this device of a job, told without reading the job itself: its mark, or none where it is time to fetch it
 * whole. Null where there is nothing.
 */
export async function keptMark(path: string): Promise<{ mark: string | null } | null> {
  try {
    const beside = await readBeside(path);
    if (!beside) return (await (await store()).match(path)) ? { mark: null } : null;
    const many = (beside.difference?.entries.length ?? 0) > MOST_BESIDE;
    return { mark: many ? null : (beside.difference?.mark ?? beside.mark) };
  } catch {
    return null;
  }
}

/** What lies on this device of a job; null where there is nothing. */
export async function readKept<T extends Marked, D extends Difference>(
  path: string,
  { read, add }: Joining<T, D>,
): Promise<T | null> {
  try {
    const found = await (await store()).match(path);
    if (!found) return null;
    const whole = read(await found.arrayBuffer());
    const difference = (await readBeside<D>(path))?.difference;
    // What does not stand on this whole would leave something out.
    return difference?.from === whole.mark ? add(whole, difference) : whole;
  } catch {
    return null;
  }
}

/** Keeps a job as the server handed it over, so that it opens with the server gone. */
export async function keepWhole(path: string, mark: string, bytes: ArrayBuffer): Promise<void> {
  try {
    const answer = new Response(bytes, { headers: { 'content-type': 'application/octet-stream' } });
    await (await store()).put(path, answer);
    await keepBeside(path, { mark, difference: null });
  } catch {
    // A device that keeps nothing works as long as there is a server.
  }
}

/** Keeps what is new beside what is there; one that does not stand on it is left out. */
export async function keepDifference<T extends Marked, D extends Difference>(
  path: string,
  fresh: D,
  { join }: Joining<T, D>,
): Promise<void> {
  try {
    const beside = await readBeside<D>(path);
    if (!beside || (beside.difference?.mark ?? beside.mark) !== fresh.from) return;
    const { mark, difference } = beside;
    await keepBeside(path, { mark, difference: difference ? join(difference, fresh) : fresh });
  } catch {
    // As above.
  }
}
