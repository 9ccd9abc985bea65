import type { Evidence } from '../model/evidence';
import type { Entry, EntryKind, EntryOf } from '../model/entry';
import { ofLink } from '../model/of-link';
import { sweptStatus, type SweptStatus } from '../model/swept-status';
import type { Link } from '../model/job';
import type { Verdict } from '../reading/verdict';
import { ENDS, otherEnd, type Contact, type End } from '../wiring/conductors';
import { mediumOf, type ConnectorFamily } from '../wiring/connector';
import type { TapeFlag } from '../model/tape';
import { lastOf, lastOfLink, mayBeAfter, whenDone, type WhenDone } from './close-call';
import { cutBackMm } from './cut-back';
import { failsOf } from './fails-behind';
import { happenedAt } from './effective';
import { answersAsItself, clears, isParted, judgeForLink } from './judge-for-link';
import { judgeMeasured, type Terms } from './judge-measured';
import { judgeOneEnd, withLengthOf, type OneEndStatus } from './one-end';
import { isMaking } from './making';
import { laidLink, type LaidLink } from './laid-link';
import { latestOf } from './latest-of';
import { measuredAfter, measuredAgain, questionOfCable, type MeasuredCable } from './length-doubt';
import { project, type Projection } from './projection';
import { timeDoubt } from './time-doubt';
import { threadAfterFail, threadAfterWork, type LoggedMistakes, type Thread } from './thread';

/** Grows with every change of what a state holds or how it is reached: states kept by another version are made anew. */
export const FOLD_VERSION = 16;

/** States of a termination, in the order of the work. */
export const TERMINATION_STATES = ['bare', 'seated', 'stale', 'provisional', 'proven', 'failed'] as const;
/** State of one end: `stale` was done again and not proven since; `provisional` is good so far: less evidence than asked, or something left to answer. */
export type TerminationState = (typeof TERMINATION_STATES)[number];

/** One end as it stands. `attempt` 0: never terminated as far as the log knows. */
export interface TerminationStatus {
  state: TerminationState;
  attempt: number;
  connector?: string;
  scheme?: string;
  by?: string;
  at?: string;
  /** Punches since the slot was new, by contact. */
  repunched: Partial<Record<Contact, number>>;
  /** The order was read back and found right on this attempt. */
  readBack?: true;
  /** A read-back found right that still waits for its connector to be seated. */
  readBackWaiting?: true;
  reason?: string;
  /** Somebody refused it, by eye or because it answered wrong in a round: it stays failed until it is put right. */
  refused?: { how: 'eye' | 'answered'; why: string };
  /** Cable cut off at this end so far, in millimetres. */
  slackTakenMm?: number;
  /** The last thing known of this end is work done on it. */
  working?: boolean;
  /** Works and fails of which each may be the last, where their times may be wrong. */
  unsure?: WhenDone[];
  /** Two people did this end at about the same time: both entries stand, and one of them may not be true. */
  loggedTwice?: string[];
  /** The last picture taken of this end. */
  photo?: string;
  /** Tape on the cable at this end. */
  flag?: TapeFlag;
  /** Tools and lots its last work was done with, as far as that was said. */
  parts?: readonly string[];
}

/** The last reading that counts, as the log has it. */
export interface LastReading {
  entry: string;
  at: string;
  by: string;
  verdict: Verdict;
  evidence: Evidence;
  data: EntryOf<'reading'>['data'];
  /** False once an end was done again after it. */
  current: boolean;
}

/** A link as it stands: both ends and the reading behind it. */
export interface LinkStatus extends Record<End, TerminationStatus> {
  link: string;
  entries: number;
  lastReading?: LastReading;
  /** What was wrong has been written down since the last failing reading. */
  foundSinceFail?: true;
  /** It was mended and reads good, but nobody has written down what was wrong: what it was taken for. */
  untold?: LoggedMistakes;
  /** Fails that no reading since could see: they stand behind whatever was read later. */
  unseen?: LastReading[];
  /** The length last measured of its cable, and what somebody stood by. */
  measured?: MeasuredCable;
  /** What was learned and done since it first failed; there is none once it reads good. */
  thread?: Thread;
  /** What was seen of it from one end, with no remote, and still holds. */
  oneEnd?: OneEndStatus;
  /** Two people read it at about the same time and do not agree: who read the fail. It is read again. */
  disputedBy?: string;
  /** It answered at another link's outlet, or that link at its own: which it is, and whether somebody has exchanged them back since, by which entry. */
  exchanged?: { with: string; mended: boolean; entry: string; byOther?: true };
  /**
   * Copper joins its cable to those of these links, and to another that is not known; whether an end was done since; and when
   * that was found, each time that may be the last. A state that an earlier version made does not say when.
   */
  joined?: { with: string[]; another?: true; mended: boolean; found?: WhenDone[] };
  /** The revision of the plan that moved it on site last: a reading by an earlier one was taken elsewhere. */
  moved?: number;
  /** Who it was given to, as long as it is to be done again. */
  assignedTo?: string;
  /** How its last sweep came out, as long as neither end was touched since. */
  swept?: SweptStatus & { at: string };
  /** When its cable was re-pulled last, and what may have happened after that though it stands before; none once it is proven. */
  repulled?: WhenDone[];
  /** Its cable lies, as far as the log knows: it was pulled, or re-pulled. */
  laid?: true;
  /** How long its cable is by the marks on its jacket, and from which box it came. */
  pulled?: EntryOf<'pulled'>['data'] & { at: string };
  /** What a trace found of this link's cable. */
  traced?: EntryOf<'traced'>['data'] & { at: string };
  /** The last thing in its log; and when the latest of them happened, where a clock was off and that is another time. */
  lastEntry?: { id: string; kind: Entry['kind']; at: string; by: string; end?: End; latest?: string };
}

/** What is not so is left out: states are most of what a device is sent of a job. A program of an earlier version still reads them. */
const fresh = (): TerminationStatus => ({ state: 'bare', attempt: 0, repunched: {} });

/** Kinds of entries that a link's state stands on: all about a link; the compiler holds that none is left out. */
const LINK_KINDS = Object.keys({
  seated: 0,
  reading: 0,
  'one-end': 0,
  redone: 0,
  repulled: 0,
  pulled: 0,
  rejected: 0,
  found: 0,
  'read-back': 0,
  photo: 0,
  cautioned: 0,
  exchanged: 0,
  traced: 0,
  swept: 0,
  assigned: 0,
  flagged: 0,
  moved: 0,
  note: 0,
} satisfies Record<Exclude<EntryKind, 'void'>, 0>) as Exclude<EntryKind, 'void'>[];

/** The state of one link as a projection of its log. `entries` counts those that were not taken back. */
export const linkState = (link: Link, terms: Terms): Projection<LinkStatus> => ({
  kinds: LINK_KINDS,
  init: () => ({ link: link.id, head: fresh(), tail: fresh(), entries: 0 }),
  step: (status, entry) => {
    if (!ofLink(entry)) return status;
    step(status, link, terms, entry);
    status.entries++;
    const latest = Math.max(happenedAt(entry), latestOf(status) ?? -Infinity);
    status.lastEntry = {
      id: entry.id,
      kind: entry.kind,
      at: entry.at,
      by: entry.by,
      ...(entry.end ? { end: entry.end } : {}),
      ...(latest === Date.parse(entry.at) ? {} : { latest: new Date(latest).toISOString() }),
    };
    return status;
  },
});

/**
 * The state of a link: a pure function of the set of its entries. Order of arrival does not matter; entries taken
 * back count as never written. `from` goes on from a state that earlier entries led to, which is left as it is.
 *
 * @example
 * foldLink(link, plan, entries).head.state // 'bare' | 'seated' | 'stale' | 'provisional' | 'proven' | 'failed'
 */
export const foldLink = (
  link: Link,
  terms: Terms,
  entries: readonly Entry[],
  from?: LinkStatus,
): LinkStatus => project(linkState(link, terms), entries, from);

function step(status: LinkStatus, link: Link, terms: Terms, e: Entry): void {
  switch (e.kind) {
    case 'assigned':
      if (e.data.to) status.assignedTo = e.data.to;
      else delete status.assignedTo;
      return;
    case 'swept':
      status.swept = { ...sweptStatus(e.data), at: e.at };
      return;
    case 'pulled':
      status.pulled = { ...e.data, at: e.at };
      status.laid = true;
      return heldAgainstMarks(status, laidLink(link, status), terms);
    case 'seated':
      delete status.swept;
      if (status.thread) status.thread = threadAfterWork(status.thread, e.end!, null);
      return workDone(status, link, e.end!, e, {
        newConnector: true,
        connector: e.data.connector,
        scheme: e.data.scheme,
        parts: e.data.parts,
      });
    case 'redone': {
      delete status.swept;
      workDone(status, link, e.end!, e, {
        newConnector: e.data.action === 'redo',
        connector: e.data.connector,
        scheme: e.data.scheme,
        parts: e.data.parts,
      });
      if (status.thread)
        status.thread = threadAfterWork(
          status.thread,
          e.end!,
          e.data.action === 'repunch' ? (e.data.contacts ?? []) : null,
        );
      if (e.data.action === 'repunch')
        for (const c of e.data.contacts ?? [])
          status[e.end!].repunched[c] = (status[e.end!].repunched[c] ?? 0) + 1;
      return;
    }
    case 'repulled': {
      const done = whenDone(e);
      const held = lastOfLink(status).filter((w) => mayBeAfter(w, done));
      const joined = status.joined?.found?.some((w) => mayBeAfter(w, done)) ?? false;
      status.repulled = [...held, done];
      for (const end of ENDS) {
        const { refused } = status[end];
        status[end] = { ...fresh(), ...(held.length && refused ? { refused } : {}) };
      }
      // What may have been found of the new cable, and no good wire map shows, stands.
      if (joined) status.joined!.mended = true;
      else delete status.joined;
      if (held.length && status.exchanged) status.exchanged.mended = true;
      else delete status.exchanged;
      const fails = failsOf(status);
      if (held.length && fails.length) status.unseen = fails;
      else delete status.unseen;
      delete status.lastReading;
      delete status.thread;
      delete status.traced;
      delete status.swept;
      delete status.oneEnd;
      delete status.pulled;
      delete status.measured;
      status.laid = true;
      return;
    }
    case 'rejected':
      fail(status[e.end!], e, e.data.reason);
      status[e.end!].refused = { how: e.data.answered ? 'answered' : 'eye', why: e.data.reason };
      if (e.data.joined) status.joined = joinedWith(status, e, e.data.joined, e.data.another);
      return;
    case 'read-back':
      if (e.data.right) status[e.end!].readBackWaiting = true;
      else delete status[e.end!].readBackWaiting;
      return;
    case 'exchanged':
      // An end that failed before has that to be put right besides.
      for (const end of ENDS)
        fail(status[end], e, (status[end].state === 'failed' && status[end].reason) || EXCHANGED);
      // What it answered itself says more than what another one did at its outlet.
      if (!e.data.byOther) status.exchanged = { with: e.data.with, mended: false, entry: e.id };
      else if (status.exchanged?.mended !== false)
        status.exchanged = { with: e.data.with, mended: false, entry: e.id, byOther: true };
      return;
    case 'moved':
      delete status.swept;
      delete status.thread;
      delete status.oneEnd;
      status.moved = e.data.revision;
      // Two links that are exchanged can be put right by exchanging their labels.
      exchangedBack(status);
      for (const end of ENDS) if (status[end].state !== 'bare') unproven(status, end);
      return;
    case 'traced':
      status.traced = { ...e.data, at: e.at };
      if (e.data.is === 'bridged') {
        status.joined = joinedWith(status, e, e.data.with ?? [], e.data.another);
        takenBack(status, 'Good so far: a trace found copper that joins its cable with another.');
      } else if (shownApart(status, e)) delete status.joined;
      return;
    case 'flagged': {
      const { tape, bands, text } = e.data;
      if (bands === 0) delete status[e.end!].flag;
      else status[e.end!].flag = { tape, bands, ...(text ? { text } : {}) };
      return;
    }
    case 'photo':
      status[e.end!].photo = e.data.photo;
      return;
    case 'found':
      status.foundSinceFail = true;
      delete status.untold;
      return;
    case 'reading':
      return proved(status, link, terms, e);
    case 'one-end':
      return seenFromOneEnd(status, link, terms, e);
  }
}

/**
 * Copper joins a cable to those of these links, and to all it was found joined with before and not apart from since. None
 * named: to one that is not known, until one is.
 */
const joinedWith = (
  { joined }: LinkStatus,
  e: Entry,
  links: string[],
  another?: true,
): NonNullable<LinkStatus['joined']> => ({
  with: [...new Set([...(joined?.with ?? []), ...links])],
  ...(another || !links.length ? { another: true } : {}),
  mended: false,
  found: [...(joined?.found ?? []).filter((w) => mayBeAfter(w, whenDone(e))), whenDone(e)],
});

/** Whether a trace found a cable by its own remote alone, with the remotes of all out that copper joined it with. */
const shownApart = ({ joined }: LinkStatus, e: EntryOf<'traced'>): boolean =>
  e.data.is === 'known' &&
  e.data.by === 'remote' &&
  joined !== undefined &&
  !joined.another &&
  joined.with.every((l) => e.data.silent?.includes(l)) &&
  !joined.found?.some((w) => mayBeAfter(w, whenDone(e)));

/** Two people who do the same end within this time did not know of each other. Our judgement. */
const SAME_TIME_MS = 10 * 60_000;

/** Why the ends of a link failed of which nothing else is known than that it is exchanged. */
const EXCHANGED = 'exchanged with another link';

/** Once two links are said to be exchanged back, ends that failed for that alone want a reading, and nothing done. */
function exchangedBack(status: LinkStatus): void {
  if (!status.exchanged) return;
  status.exchanged.mended = true;
  for (const end of ENDS) {
    const t = status[end];
    if (t.state !== 'failed' || t.reason !== EXCHANGED) continue;
    t.state = 'stale';
    delete t.reason;
  }
}

/** Exchanged links are done again by exchanging them: any redo of either end counts as that. */
function workDone(
  status: LinkStatus,
  link: Link,
  end: End,
  e: Entry,
  work: {
    newConnector: boolean;
    connector?: string | undefined;
    scheme?: string | undefined;
    parts?: readonly string[] | undefined;
  },
): void {
  const t = status[end];
  delete status.oneEnd;
  delete status.disputedBy;
  exchangedBack(status);
  if (status.joined) status.joined.mended = true;
  const first = t.attempt === 0 && t.state === 'bare';
  if (work.newConnector && !first)
    t.slackTakenMm =
      (t.slackTakenMm ?? 0) + cutBackMm((t.connector as ConnectorFamily) ?? link[end].connector);
  if (t.by !== undefined && t.by !== e.by && t.working && Date.parse(e.at) - Date.parse(t.at!) < SAME_TIME_MS)
    t.loggedTwice = [...new Set([...(t.loggedTwice ?? [t.by]), e.by])];
  else delete t.loggedTwice;
  const done = whenDone(e);
  // It may be this work that was refused.
  if (![...lastOf(t), ...(status.repulled ?? [])].some((w) => mayBeAfter(w, done))) delete t.refused;
  happened(t, e);
  t.working = true;
  if (work.newConnector) t.repunched = {};
  if (isMaking(e)) {
    t.attempt += 1;
    if (t.readBackWaiting) t.readBack = true;
    else delete t.readBack;
    delete t.readBackWaiting;
  }
  t.state = first ? 'seated' : 'stale';
  if (work.connector) t.connector = work.connector;
  if (work.scheme) t.scheme = work.scheme;
  if (work.parts?.length) t.parts = work.parts;
  t.by = e.by;
  t.at = e.at;
  delete t.reason;
  if (first && !status.lastReading) return;
  const across = status[otherEnd(end)];
  if (across.state === 'proven' || across.state === 'provisional') across.state = 'stale';
  if (status.lastReading) status.lastReading = { ...status.lastReading, current: false };
}

/** What was proven of an end, or failed there, was so elsewhere: it wants a reading where it is now. */
function unproven(status: LinkStatus, end: End): void {
  status[end].state = status[end].state === 'failed' ? 'failed' : 'stale';
  if (status.lastReading) status.lastReading = { ...status.lastReading, current: false };
}

/** Something was done at an end, or it failed: with whatever before it may have been later. */
function happened(t: TerminationStatus, e: Entry): void {
  const done = whenDone(e);
  const last = [...lastOf(t).filter((w) => mayBeAfter(w, done)), done];
  if (last.length > 1 || done.within) t.unsure = last;
  else delete t.unsure;
}

function fail(t: TerminationStatus, e: Entry, reason: string): void {
  happened(t, e);
  delete t.working;
  t.state = 'failed';
  delete t.readBack;
  t.by = e.by;
  t.at = e.at;
  t.reason = reason;
}

/** One end alone proves nothing, but its length completes a reading that has none, and can be at odds with a proof. */
function seenFromOneEnd(status: LinkStatus, link: Link, terms: Terms, e: EntryOf<'one-end'>): void {
  const judgement = judgeOneEnd(e.data, laidLink(link, status));
  status.oneEnd = { ...judgement, entry: e.id, from: e.data.from, at: e.at, by: e.by };
  if (judgement.lengthMetres !== undefined)
    status.measured = measuredAgain(judgement.lengthMetres, laidLink(link, status));
  for (const end of judgement.ends) fail(status[end], e, judgement.reason);
  // A link that two people do not agree on is read again: a length settles nothing of that.
  if (status.disputedBy !== undefined) return;
  const last = status.lastReading;
  if (judgement.grade === 'fail' || !last?.current) return;
  const question = questionOfCable(laidLink(link, status));
  if (question) return takenBack(status, question);
  if (ENDS.some((x) => status[x].state !== 'provisional')) return;
  proved(status, link, terms, { ...e, kind: 'reading', id: last.entry, at: last.at, by: last.by, data: last.data }); // prettier-ignore
}

/** Marks read off the jacket after a proof can take it back and never make one: what was measured may be another cable. */
function heldAgainstMarks(status: LinkStatus, link: LaidLink, terms: Terms): void {
  const last = status.lastReading;
  if (!last?.current) return;
  const { confirmed, ...taken } = last.data;
  const data = {
    ...taken,
    reading: withLengthOf(taken.reading, status.oneEnd),
    // Whoever stood by the cable before the marks were read did not stand by it against them.
    ...(confirmed && taken.confirmedAgainst !== undefined ? { confirmed } : {}),
  };
  const judged = judgeMeasured(data, link, terms, last.at);
  if (judged.ok && judged.judgement.verdict !== 'pass') takenBack(status, judged.judgement.reason);
}

/** A proof that something learned later speaks against: both ends are good so far, until a reading answers it. */
function takenBack(status: LinkStatus, reason: string): void {
  if (status.lastReading?.verdict !== 'pass') return;
  status.lastReading = { ...status.lastReading, verdict: 'provisional' };
  for (const end of ENDS) {
    const t = status[end];
    if (t.state !== 'proven') continue;
    t.state = 'provisional';
    t.reason = reason;
  }
}

function proved(status: LinkStatus, link: Link, terms: Terms, e: EntryOf<'reading'>): void {
  const judged = judgeForLink(status, link, terms, e);
  if (!judged.ok) return;
  const { judgement, disputedBy, doubtful } = judged;
  // What may have been found after it was taken is not cleared by it.
  const unseen = doubtful && judgement.verdict !== 'fail' ? failsOf(status) : judged.unseen;
  // Nobody knows whether it was taken before the proof: it takes none away.
  if (judgement.verdict !== 'fail' && timeDoubt(status, e) && ENDS.every((x) => status[x].state === 'proven'))
    return;
  status.lastReading = {
    entry: e.id,
    at: e.at,
    by: e.by,
    verdict: judgement.verdict,
    evidence: judgement.evidence,
    data: e.data,
    current: true,
  };
  const measured = measuredAfter(e.data, laidLink(link, status));
  if (measured) status.measured = measured;
  delete status.disputedBy;
  if (disputedBy !== undefined) status.disputedBy = disputedBy;
  if (unseen.length) status.unseen = unseen;
  else delete status.unseen;
  if (judgement.verdict === 'fail') return failed(status, e, judgement.reason);

  if (status.exchanged) {
    if (doubtful || !answersAsItself(status, e)) return;
    delete status.exchanged;
  }
  if (!doubtful && isParted(status, e)) delete status.joined;
  if (judgement.verdict === 'pass') delete status.repulled;
  delete status.assignedTo;
  const { thread } = status;
  const pairs = mediumOf(link.head.connector) === 'twisted-pair';
  if (thread && pairs && !status.foundSinceFail && thread.redone.length + thread.repunched.length > 0)
    status.untold = thread.explained;
  delete status.thread;
  if (status.traced && !status.joined) status.traced = { ...status.traced, is: 'known' };
  for (const end of ENDS) {
    const t = status[end];
    if (!doubtful && clears(e, t)) delete t.refused;
    if (t.refused) continue;
    t.state = judgement.verdict === 'pass' ? 'proven' : 'provisional';
    if (judgement.verdict === 'pass') {
      delete t.reason;
      delete t.unsure;
    } else t.reason = judgement.reason;
    delete t.working;
    delete t.loggedTwice;
  }
}

function failed(status: LinkStatus, e: EntryOf<'reading'>, reason: string): void {
  delete status.foundSinceFail;
  delete status.untold;
  status.thread = threadAfterFail(status.thread, e.data, e.at);
  const blamed = e.data.blame?.length ? e.data.blame : [...ENDS];
  for (const end of ENDS) {
    if (blamed.includes(end)) fail(status[end], e, reason);
    else if (status[end].state === 'proven') status[end].state = 'provisional';
  }
}
