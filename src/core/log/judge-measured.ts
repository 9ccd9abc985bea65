import { mediumOf } from '../wiring/connector';
import { cableNamed } from '../model/cable-named';
import { judgeElectrical, type Finding } from '../electrical/measured';
import type { EntryOf } from '../model/entry';
import type { Link, Part, Policy } from '../model/job';
import { judgeCoax, parseCoaxWalk } from '../reading/coax';
import { checkConsistent } from '../reading/consistent';
import { Contradiction } from '../reading/contradiction';
import { judge, type Judgement } from '../reading/verdict';
import { askedOf } from './link-spec';
import { readMeasured } from './measured';

/** What of a reading entry its judgement stands on. */
export type Judged = Pick<EntryOf<'reading'>['data'], 'reading' | 'leadsProvenAt' | 'electrical'>;
/** What a job's readings are judged by: its terms, and its parts, the job's own cables among them. A plan has both. */
export interface Terms {
  policy: Pick<Policy, 'evidence' | 'evidenceByCable' | 'leadHours'>;
  parts: readonly Part[];
}

/** What a measured reading means for a planned link, or the sentence that says why it cannot be read. `at` is when it was taken. */
export function judgeMeasured(
  data: Judged,
  link: Link,
  terms: Terms,
  at: string,
): { ok: true; judgement: Judgement } | { ok: false; message: string } {
  if (mediumOf(link.head.connector) === 'coax') {
    const walk = parseCoaxWalk(data.reading.walk);
    return walk.ok
      ? { ok: true, judgement: judgeCoax(walk.answers, data.reading.evidence ?? 'continuity') }
      : walk;
  }
  const read = readMeasured(data.reading, link.shielded);
  if (!read.ok) return read;
  try {
    checkConsistent(read.reading);
  } catch (error) {
    if (error instanceof Contradiction) return { ok: false, message: error.message };
    throw error;
  }
  const judgement = judge(read.reading, link.ordered, askedOf(link, terms.policy));
  return {
    ok: true,
    judgement: byLeads(byValues(judgement, data, link, terms.parts), data, terms.policy, at),
  };
}

/** The gauge of a cable whose figures nobody knows. Common practice: category 6 is usually 23, no source. */
const USUAL_GAUGE = 23;

/** What the measured values of a reading say, the worst first. */
export function electricalFindings(data: Judged, link: Link, parts: readonly Part[]): Finding[] {
  if (!data.electrical) return [];
  return judgeElectrical(data.electrical, {
    gauge: cableNamed(link.cable, parts)?.gauge ?? USUAL_GAUGE,
    lengthMetres: data.reading.lengthMetres ?? link.lengthMetres,
  });
}

function byValues(judgement: Judgement, data: Judged, link: Link, parts: readonly Part[]): Judgement {
  const [worst] = electricalFindings(data, link, parts);
  if (!worst || worst.grade === 'good' || judgement.verdict === 'fail') return judgement;
  return { ...judgement, verdict: worst.grade === 'over' ? 'fail' : 'provisional', reason: worst.text };
}

function byLeads(judgement: Judgement, data: Judged, policy: Terms['policy'], at: string): Judgement {
  if (judgement.verdict !== 'pass' || policy.leadHours === undefined) return judgement;
  const age = data.leadsProvenAt ? (Date.parse(at) - Date.parse(data.leadsProvenAt)) / 3_600_000 : Infinity;
  if (age <= policy.leadHours) return judgement;
  return {
    ...judgement,
    verdict: 'provisional',
    reason: data.leadsProvenAt
      ? `Good so far: the test leads were last proven more than ${policy.leadHours} hours before.`
      : 'Good so far: nobody has proven the test leads against each other.',
  };
}
