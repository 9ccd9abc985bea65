import { judgeElectrical, judgeLength, type Finding } from '../electrical/measured';
import { categoryIn, lesserLimit } from '../electrical/limit-named';
import { cableNamed, nvpOfCable } from '../model/cable-named';
import type { EntryOf } from '../model/entry';
import type { Link, Part, Policy } from '../model/job';
import { resultProblem, type Configuration } from '../model/tester-result';
import { judgeCoax, parseCoaxWalk } from '../reading/coax';
import { checkConsistent } from '../reading/consistent';
import { Contradiction } from '../reading/contradiction';
import type { Reading } from '../reading/reading';
import { judge, type Judgement } from '../reading/verdict';
import { classOf, mediumOf, type ConnectorFamily } from '../wiring/connector';
import { CLOCK_TOLERANCE_MS } from './effective';
import type { LaidLink } from './laid-link';
import { openQuestion } from './length-doubt';
import { askedOf } from './link-spec';
import { readMeasured } from './measured';

/** What of a reading entry its judgement stands on. */
export type Judged = Pick<
  EntryOf<'reading'>['data'],
  | 'reading'
  | 'leadsProvenAt'
  | 'leadsFailed'
  | 'electrical'
  | 'confirmed'
  | 'confirmedAgainst'
  | 'calibrationDue'
>;
/** What a job's readings are judged by: its terms, and its parts, the job's own cables among them. A plan has both. */
export interface Terms {
  policy: Pick<Policy, 'scheme' | 'evidence' | 'evidenceByCable' | 'leadHours' | 'certifyTo'>;
  parts: readonly Part[];
}

type Read = { ok: true; reading: Reading } | { ok: false; message: string };
/** The reading of a pair cable as it is judged, or the sentence that says why no link can read so. */
function readOfPairs(measured: Judged['reading'], link: Pick<Link, 'shielded'>): Read {
  const read = readMeasured(measured, link.shielded);
  if (!read.ok) return read;
  const contradiction = read.reading.result && resultProblem(read.reading.result);
  if (contradiction) return { ok: false, message: contradiction };
  try {
    checkConsistent(read.reading);
  } catch (error) {
    if (error instanceof Contradiction) return { ok: false, message: error.message };
    throw error;
  }
  return read;
}

/** The sentence that says why a reading cannot be one of its link; null where it can be judged. */
export function readingProblem(measured: Judged['reading'], link: Link): string | null {
  const read =
    mediumOf(link.head.connector) === 'coax' ? parseCoaxWalk(measured.walk) : readOfPairs(measured, link);
  return read.ok ? null : read.message;
}

/**
 * What a measured reading means for a planned link, or the sentence that says why it cannot be read. `at` is when it
 * was taken. Nothing counts that was not earned: no length, no splits or no result of the tester is less evidence.
 */
export function judgeMeasured(
  data: Judged,
  link: LaidLink,
  terms: Terms,
  at: string,
): { ok: true; judgement: Judgement } | { ok: false; message: string } {
  if (mediumOf(link.head.connector) === 'coax') {
    const walk = parseCoaxWalk(data.reading.walk);
    return walk.ok
      ? {
          ok: true,
          judgement: judgeCoax(
            walk.answers,
            'continuity',
            // The job's general evidence is of twisted pairs: a coax is held to what is asked of it or of its cable.
            link.evidence ?? terms.policy.evidenceByCable?.[link.cable],
          ),
        }
      : walk;
  }
  const read = readOfPairs(data.reading, link);
  if (!read.ok) return read;
  const { reading } = read;
  let judgement = judge(reading, link.ordered, askedOf(link, terms.policy));
  judgement = byShield(judgement, link, reading.walk.length);
  judgement = byLength(judgement, data, link);
  judgement = byValues(judgement, data, link, terms.parts);
  judgement = byLimit(judgement, data, link, terms);
  judgement = byCalibration(judgement, data, link, terms.policy, at);
  return { ok: true, judgement: byLeads(judgement, data, terms.policy, at) };
}

/** What a link is taken for where a reading does not say how it was tested: by what it ends in. Our judgement. */
export function configurationOf(link: Link): Configuration {
  const plug = (family: ConnectorFamily) => classOf(family) === 'plug';
  if (plug(link.head.connector)) return plug(link.tail.connector) ? 'channel' : 'mptl';
  return plug(link.tail.connector) ? 'mptl' : 'permanent-link';
}

/** The gauge of a cable whose figures nobody knows. Common practice: category 6 is usually 23, no source. */
const USUAL_GAUGE = 23;

/** What the measured values of a reading say, the worst first. */
export function electricalFindings(data: Judged, link: Link, parts: readonly Part[]): Finding[] {
  if (!data.electrical) return [];
  return judgeElectrical(data.electrical, {
    gauge: cableNamed(link.cable, parts)?.gauge ?? USUAL_GAUGE,
    configuration: data.reading.configuration ?? configurationOf(link),
    lengthMetres: data.reading.lengthMetres,
    plannedMetres: link.lengthMetres,
    nvp: data.reading.nvp ?? nvpOfCable(link.cable, parts)?.value,
  });
}

/** A verdict made worse, never better. */
const lowered = (judgement: Judgement, verdict: 'fail' | 'provisional', reason: string): Judgement =>
  judgement.verdict === 'fail' || (judgement.verdict === 'provisional' && verdict === 'provisional')
    ? judgement
    : { ...judgement, verdict, reason };

/** A tester with eight lamps says nothing of the shield: the link is good so far. */
function byShield(judgement: Judgement, link: Link, contacts: number): Judgement {
  if (!link.shielded || contacts === 9) return judgement;
  return lowered(
    { ...judgement, notRuledOut: ['an open shield', ...judgement.notRuledOut] },
    'provisional',
    'Good so far: the shield was not looked at.',
  );
}

/** A certification is worth what it was held against: one of a lower category, or of a channel, is good so far. */
function byLimit(judgement: Judgement, data: Judged, link: Link, { policy, parts }: Terms): Judgement {
  const { result, configuration } = data.reading;
  if (!result || askedOf(link, policy) !== 'certification') return judgement;
  const known = cableNamed(link.cable, parts)?.category;
  const why = lesserLimit({
    limit: result.limit,
    category: policy.certifyTo ?? categoryIn(known ? `Cat ${known}` : link.cable),
    configuration: configuration ?? configurationOf(link),
  });
  return why ? lowered(judgement, 'provisional', `Good so far: ${why}.`) : judgement;
}

/** A certification is worth what its instrument is: past the day its calibration was due it is good so far. */
function byCalibration(
  judgement: Judgement,
  data: Judged,
  link: Link,
  policy: Terms['policy'],
  at: string,
): Judgement {
  const due = data.calibrationDue;
  if (due === undefined || askedOf(link, policy) !== 'certification' || at.slice(0, 10) <= due)
    return judgement;
  return lowered(judgement, 'provisional', `Good so far: the calibration of its tester was due on ${due}.`);
}

function byLength(judgement: Judgement, data: Judged, link: LaidLink): Judgement {
  const own = data.reading.lengthMetres;
  const metres = own ?? link.measured?.metres;
  const found =
    metres === undefined ? null : judgeLength(metres, data.reading.configuration ?? configurationOf(link));
  // A cable that was measured too long is no shorter for a reading that has no length.
  if (found?.grade === 'over')
    return lowered(judgement, own === undefined ? 'provisional' : 'fail', found.text);
  const question = openQuestion(data, link);
  if (question) return lowered(judgement, 'provisional', question);
  return own !== undefined && found?.grade === 'star' && judgement.verdict === 'pass'
    ? { ...judgement, star: true, reason: `${judgement.reason} ${found.text}` }
    : judgement;
}

function byValues(judgement: Judgement, data: Judged, link: Link, parts: readonly Part[]): Judgement {
  const [worst] = electricalFindings(data, link, parts);
  if (!worst || worst.grade === 'good' || worst.grade === 'star') return judgement;
  return lowered(judgement, worst.grade === 'over' ? 'fail' : 'provisional', worst.text);
}

function byLeads(judgement: Judgement, data: Judged, policy: Terms['policy'], at: string): Judgement {
  if (judgement.verdict === 'fail' && data.leadsFailed)
    return { ...judgement, reason: `${judgement.reason}, read through leads that failed against each other` };
  if (judgement.verdict !== 'pass') return judgement;
  if (data.leadsFailed)
    return lowered(
      judgement,
      'provisional',
      'These test leads failed against each other: prove good ones and read again.',
    );
  if (policy.leadHours === undefined) return judgement;
  const proven = data.leadsProvenAt === undefined ? NaN : Date.parse(data.leadsProvenAt);
  const age = (Date.parse(at) - proven) / 3_600_000;
  // A proof of the future is none: some clock was wrong.
  if (age >= -CLOCK_TOLERANCE_MS / 3_600_000 && age <= policy.leadHours) return judgement;
  return lowered(
    judgement,
    'provisional',
    data.leadsProvenAt
      ? `Good so far: the test leads were last proven more than ${policy.leadHours} hours before.`
      : 'Good so far: nobody has proven the test leads against each other.',
  );
}
