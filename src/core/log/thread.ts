import type { EntryOf } from '../model/entry';
import type { Contact, End } from '../wiring/conductors';

type ReadingData = EntryOf<'reading'>['data'];
/** What a look at a contact showed, as a reading keeps it. */
export type LoggedLook = NonNullable<ReadingData['diagnosis']>['looked'][number];

/** What an explanation takes to be wrong, as a reading keeps it. */
export type LoggedMistakes = NonNullable<ReadingData['diagnosis']>['mistakes'];

/** What was learned and done about a link since it first failed: what the next reading of it goes on from. */
export interface Thread {
  /** When it first failed. */
  since: string;
  /** How many readings have failed. */
  fails: number;
  /** What the last of them was taken for. */
  explained: LoggedMistakes;
  looked: readonly LoggedLook[];
  redone: readonly End[];
  repunched: readonly { end: End; contact: Contact }[];
  /** Port, remote and link were looked at again. */
  checked?: true;
  /** Ends whose lead was proven or changed. */
  swapped: readonly End[];
}

/** The thread after one more failing reading. Its looks are those that still hold. */
export function threadAfterFail(thread: Thread | undefined, data: ReadingData, at: string): Thread {
  const before = thread ?? {
    since: at,
    fails: 0,
    explained: [],
    looked: [],
    redone: [],
    repunched: [],
    swapped: [],
  };
  return {
    ...before,
    fails: before.fails + 1,
    explained: data.diagnosis?.mistakes ?? before.explained,
    looked: data.diagnosis ? [...data.diagnosis.looked] : before.looked,
    ...(data.known?.checked ? { checked: true as const } : {}),
    swapped: [...new Set([...before.swapped, ...(data.known?.swapped ?? [])])],
  };
}

/** What a thread says of the ends: what was seen there, and done. */
export type Worked = Pick<Thread, 'looked' | 'redone' | 'repunched'>;

/**
 * A thread after work on an end, `punched` its slots or null for all of it: what was seen at that end holds no longer,
 * since a conductor that moves leaves another slot empty.
 */
export function threadAfterWork<T extends Worked>(
  thread: T,
  end: End,
  punched: readonly Contact[] | null,
): T {
  const looked = thread.looked.filter((l) => l.end !== end);
  const before = thread.repunched.filter((r) => r.end !== end || !(punched?.includes(r.contact) ?? true));
  return punched === null
    ? { ...thread, looked, repunched: before, redone: [...new Set([...thread.redone, end])] }
    : { ...thread, looked, repunched: [...before, ...punched.map((contact) => ({ end, contact }))] };
}
