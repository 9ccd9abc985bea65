import type { EntryOf } from '../model/entry';
import type { Link } from '../model/job';
import { EVIDENCE_WORDS, type Judgement } from '../reading/verdict';
import { ENDS, type End } from '../wiring/conductors';
import { mediumOf } from '../wiring/connector';
import { judgeMeasured, type Judged, type Terms } from './judge-measured';
import { laidLink } from './laid-link';
import { specOf } from './link-spec';
import { isCloseCall } from './close-call';
import { failsBehind } from './fails-behind';
import { openQuestion } from './length-doubt';
import { withLengthOf } from './one-end';
import { timeDoubt } from './time-doubt';
import type { LastReading, LinkStatus, TerminationStatus } from './state';

/** A reading of a link as it is about to be logged, or as a log has it. */
export type ReadingOfLink = Pick<EntryOf<'reading'>, 'at' | 'by' | 'device'> & {
  data: Judged & Pick<EntryOf<'reading'>['data'], 'remote' | 'unplaced' | 'silent' | 'revision' | 'brought'>;
};

/** What a reading means for a link as it stands, or the sentence that says why it cannot be read. */
export type JudgedForLink =
  | {
      ok: true;
      judgement: Judgement;
      /** What the log knows of the link makes less of it than the reading is by itself. */
      held: boolean;
      /** What is to be asked of the cable's length before it passes; '' where nothing is, or where it fails anyway. */
      question: string;
      /** Who read a fail of it just before; only where this one would pass. */
      disputedBy?: string;
      /** The clocks leave open whether it was taken before what stands before it in the log. */
      doubtful: boolean;
      /** Fails that stand behind it: a reading of this kind cannot see what they were. */
      unseen: LastReading[];
    }
  | { ok: false; message: string };

/** Readings of two people within this time that do not agree want one more. Our judgement. */
const DISPUTE_MS = 2 * 60_000;

/**
 * Judges a reading by itself and by what the log knows of its link: the one rule of the form and of the state. What is
 * known can take a pass away and gives none: a length measured from one end, a fail that this kind of reading is blind
 * to, an end that somebody refused by eye or that was made to the other scheme, two people who do not agree, a link that was
 * exchanged with another, joined with one or moved, a time that cannot be believed.
 *
 * @example
 * judgeForLink(status, link, plan, { data, at, by }).judgement.verdict // what `foldLink` will make of it
 */
export function judgeForLink(status: LinkStatus, link: Link, terms: Terms, e: ReadingOfLink): JudgedForLink {
  const data = { ...e.data, reading: withLengthOf(e.data.reading, status.oneEnd) };
  const laid = laidLink(link, status);
  const judged = judgeMeasured(data, laid, terms, e.at);
  if (!judged.ok) return judged;
  let { judgement } = judged;
  const last = status.lastReading;
  const unseen = failsBehind(data, status, link, terms);
  if (judgement.verdict === 'fail')
    return { ok: true, judgement, held: false, question: '', doubtful: false, unseen };

  let held = false;
  // What the log knows says more than what the reading lacks; the first of it is said.
  const lower = (reason: string) => {
    if (!held) judgement = { ...judgement, verdict: 'provisional', reason };
    held = true;
  };
  if (unseen.length)
    lower(
      `Good so far: ${EVIDENCE_WORDS[unseen[0]!.evidence]} found a fail that ${EVIDENCE_WORDS[judgement.evidence]} cannot see. Read it again by what found it.`,
    );

  for (const end of ENDS) {
    const { refused } = status[end];
    if (refused && !clears(e, status[end]))
      lower(
        refused.how === 'eye'
          ? `Good so far: the ${end} was refused (${refused.why}), which no reading takes back. Put it right first.`
          : `Good so far: it answered wrong in a round (${refused.why}). Read it with its own numbered remote.`,
      );
  }

  const before = last?.verdict === 'fail' && last.current && last.by !== e.by ? last : undefined;
  const disputed = before && Date.parse(e.at) - Date.parse(before.at) < DISPUTE_MS;
  const disputedBy = disputed && judgement.verdict === 'pass' ? before.by : undefined;
  if (disputedBy !== undefined) lower('Good so far: somebody else read a fail just before. Read it again.');

  if (status.moved !== undefined && e.data.revision !== undefined && e.data.revision < status.moved)
    lower('Good so far: it was moved on site, which this device had not heard of. Take up the new plan and read it where it is now.'); // prettier-ignore

  for (const end of madeOtherwise(status, link, terms))
    lower(
      `Good so far: the ${end} was made to ${status[end].scheme}, and ${specOf(link, terms.policy)[end].scheme} is ordered. Make it as ordered, or change what is ordered of this link.`,
    );

  const close = isCloseCall(status, e);
  if (close)
    lower('Good so far: the link was worked on or failed at about that time, and the clocks cannot tell which came first. Read it again.'); // prettier-ignore

  const doubt = timeDoubt(status, e);
  if (doubt) lower(doubt);

  // A good wire map cannot tell a link from the one it is exchanged with: only the right remote's number can.
  if (status.exchanged && !answersAsItself(status, e))
    lower(
      status.exchanged.byOther && !status.exchanged.mended
        ? 'Good so far: another link answered at its outlet, and both cannot be right. Read that one again.'
        : 'Good so far: a wire map cannot tell it from the link it was exchanged with.',
    );

  if (status.joined && !isParted(status, e))
    lower(
      status.joined.another
        ? 'Good so far: copper joined its cable with one that nobody named, which no wire map of one cable sees. Say which it was.'
        : 'Good so far: copper joined its cable with another, which no wire map of one cable sees. Read both in one round by numbered remotes.',
    );
  return {
    ok: true,
    judgement,
    held,
    question: openQuestion(data, laid),
    doubtful: close || doubt !== '',
    ...(disputedBy === undefined ? {} : { disputedBy }),
    unseen,
  };
}

/**
 * Ends that were made to another scheme than is ordered. A wire map cannot tell: two ends that are both wrong read straight.
 * Which end of a crossover has which scheme is all one.
 */
function madeOtherwise(status: LinkStatus, link: Link, terms: Terms): End[] {
  if (mediumOf(link.head.connector) !== 'twisted-pair') return [];
  const spec = specOf(link, terms.policy);
  const otherwise = ENDS.filter((end) => (status[end].scheme ?? spec[end].scheme) !== spec[end].scheme);
  const turnedRound = spec.head.scheme !== spec.tail.scheme && otherwise.length === ENDS.length;
  return turnedRound ? [] : otherwise;
}

/** Whether the remote that answered is known to be in the outlet of this link: a round put it there. */
const isItsOwn = ({ data: { remote, unplaced } }: ReadingOfLink): boolean =>
  remote !== undefined && !unplaced;

/** Whether a reading clears what an end was refused for: a wrong answer in a round, by the remote's own number. */
export const clears = (e: ReadingOfLink, { refused }: TerminationStatus): boolean =>
  refused?.how === 'answered' && isItsOwn(e);

/**
 * Whether a link whose cable was joined with others is shown to be by itself: done since, and of all their remotes only its
 * own answers. With one that is not known it is not: its remote may be in no outlet by now.
 */
export const isParted = ({ joined }: Pick<LinkStatus, 'joined'>, e: ReadingOfLink): boolean =>
  joined !== undefined &&
  joined.mended &&
  !joined.another &&
  isItsOwn(e) &&
  joined.with.every((l) => e.data.silent?.includes(l));

/** Whether a link that was exchanged is shown to be itself again: mended, and answered by a numbered remote. */
export const answersAsItself = (status: LinkStatus, e: ReadingOfLink): boolean =>
  Boolean(status.exchanged?.mended) && isItsOwn(e);
