import { READ_DIRECTLY } from '$core/copper/copper';
import { diagnoseInputFor } from '$core/diagnose/ask';
import type { Evidence } from '$core/model/evidence';
import { simulateReading } from '$core/copper/simulate';
import type { Entry } from '$core/model/entry';
import type { Link, Policy } from '$core/model/job';
import type { Measured } from '$core/model/reading';
import { effective } from '$core/log/effective';
import { laidLink } from '$core/log/laid-link';
import { foldLink } from '$core/log/state';
import { specOf } from '$core/log/link-spec';
import { readMeasured } from '$core/log/measured';
import { randomFrom } from '$core/practice/random';
import { turnWalk, writeWalk } from '$core/reading/walk';
import { TYPICAL_NVP } from '$core/electrical/length';
import { hiddenCopper, type ExplainReading } from '$core/practice/hidden-copper';
import { lampSteps } from '$core/testers/lamps';
import { linesOf } from '$core/testers/lines';
import { withNoise } from '$core/practice/noise';
import type { End } from '$core/wiring/conductors';
import type { Db } from '../db/open';
import { diagnosisEngine } from '../engine';
import { noSuchLink, Refused } from '../refused';
import { entriesOf } from './entry-rows';

const NAMES: Partial<Record<Evidence, string>> = {
  continuity: 'simulated lamp walker',
  wiremap: 'simulated wiremap meter',
  'wiremap-length': 'simulated reflectometer',
};

/** What a practice link is asked. */
export interface PracticeRun {
  evidence: Evidence;
  from: End;
  /** Number of the remote in each link's outlet, where remotes are used. */
  remotes?: Record<string, number> | undefined;
}

/** The link to whose outlet this one's cable really goes: its own, or that of the one it is exchanged with. */
export function reallyGoesTo(link: string, policy: Policy, entries: readonly Entry[]): string {
  const pair = policy.practice?.exchanged?.find((p) => p.includes(link));
  if (!pair) return link;
  const log = effective(entries);
  const found = log.findLastIndex((e) => e.kind === 'exchanged');
  const mended = found >= 0 && log.slice(found).some((e) => e.kind === 'redone');
  return mended ? link : pair.find((l) => l !== link)!;
}

/** A measured reading as its main unit shows it at the tail. */
function fromTheTail(measured: Measured, shielded: boolean): Measured {
  const read = readMeasured(measured, shielded);
  return read.ok ? { ...measured, from: 'tail', walk: writeWalk(turnWalk(read.reading.walk)) } : measured;
}

/** Reads a practice link's hidden copper with a simulated tester: the lines it sends. Throws `Refused` on a real job. */
export async function runSimulatedTester(
  db: Db,
  job: string,
  id: string,
  { evidence, from, remotes }: PracticeRun,
): Promise<string[]> {
  const row = await db
    .selectFrom('link')
    .innerJoin('job', 'job.id', 'link.job')
    .select(['link.body', 'job.policy'])
    .where('link.job', '=', job)
    .where('link.id', '=', id)
    .executeTakeFirst();
  if (!row) throw noSuchLink(id, 'link');
  const policy = JSON.parse(row.policy) as Policy;
  const link = JSON.parse(row.body) as Link;
  const name = NAMES[evidence];
  if (!policy.practice)
    throw new Refused('Simulated testers read practice jobs only: on this one read the real cable.', [
      { path: 'job', message: 'not a practice job' },
    ]);
  if (!name)
    throw new Refused('There is no simulated tester of this kind.', [
      { path: 'evidence', message: `Use one of: ${Object.keys(NAMES).join(', ')}.` },
    ]);
  const explain: ExplainReading = (measured) => {
    const read = readMeasured(measured, link.shielded);
    if (!read.ok) return null;
    const [best] = diagnosisEngine().diagnose(
      diagnoseInputFor({ link, policy, reading: read.reading, leads: 'proven' }),
    ).explanations;
    return best ? { ...best, ...READ_DIRECTLY } : null;
  };
  const entries = await entriesOf(db, job, id);
  // The cable is as long as its marks say, where somebody read them.
  const spec = specOf(laidLink(link, foldLink(link, { policy, parts: [] }, entries)), policy);
  const copper = hiddenCopper(id, spec, entries, explain);
  const exact = simulateReading(spec, copper, evidence);
  const random = randomFrom(Date.now());
  const noisy = evidence === 'wiremap-length' ? withNoise(exact, random) : exact;
  const steps = evidence === 'continuity' ? lampSteps(copper, link.shielded, from) : [];
  return linesOf(
    { name, evidence, ...(evidence === 'wiremap-length' ? { nvp: TYPICAL_NVP } : {}) },
    from === 'head' ? noisy : fromTheTail(noisy, link.shielded),
    steps,
    link.label,
    remotes?.[reallyGoesTo(id, policy, entries)],
  );
}
