import { tellLink, toldWords } from '../log/told';
import { laidLink } from '../log/laid-link';
import { z } from 'zod';
import { ofLink } from '../model/of-link';
import { judgeMeasured, type Terms } from '../log/judge-measured';
import { askedOf } from '../log/link-spec';
import { resolve } from '../log/effective';
import { sweptWords } from '../log/entry-words';
import { foldLink, TERMINATION_STATES, type LinkStatus } from '../log/state';
import { inPortOrder } from '../log/next';
import { EVIDENCE } from '../model/evidence';
import type { LogEntry } from '../model/entry';
import { jobFileSchema, type JobFile, type Link } from '../model/job';
import { instantSchema } from '../model/reading';
import { ENDS } from '../wiring/conductors';
import { planOfFile } from '../plan/invariants';
import { hangsOn, whereabouts } from '../plan/whereabouts';
import { printedLabels } from '../labels/printed';
import { project } from '../log/projection';
import { VERSION } from '../version';
import { chainOf } from './chain';
import { OPEN_KINDS, openPoints } from './open-points';

const endRecord = z.strictObject({
  space: z.string(),
  on: z.string(),
  connector: z.string(),
  state: z.enum(TERMINATION_STATES),
  attempts: z.number().int(),
  by: z.string().optional(),
  at: z.string().optional(),
});
/**
 * One link as it was handed over. Its fields are those a cable administration standard asks of a link's record
 * (identifier, both ends' places and terminations, cable, length, test result), from memory of TIA-606.
 */
export const linkRecordSchema = z.strictObject({
  identifier: z.string(),
  id: z.string(),
  head: endRecord,
  tail: endRecord,
  cable: z.string(),
  scheme: z.string(),
  ordered: z.string(),
  lengthMetres: z.number().optional(),
  /** Whether the length was measured or is the planned one. */
  lengthFrom: z.enum(['measured', 'marks', 'planned']).optional(),
  asked: z.enum(EVIDENCE),
  result: z.enum(['pass', 'provisional', 'fail', 'none']),
  evidence: z.enum(EVIDENCE).optional(),
  /** What that evidence does not rule out. */
  notRuledOut: z.array(z.string()),
  testedAt: z.string().optional(),
  testedBy: z.string().optional(),
  tester: z.string().optional(),
  /** How its sweep came out against the limits of a category, in words. */
  sweep: z.string().optional(),
  /** What went wrong on the way, in order: fails, what was found, what was done. */
  story: z.array(z.strictObject({ at: z.string(), by: z.string(), says: z.string() })),
});
/** A record of a job as it was handed over, with the whole log it stands on and the chain over it. */
export const recordSchema = z.strictObject({
  format: z.literal('gauntlet/record@1'),
  madeAt: instantSchema,
  /** The version of the program that made it; one before 0.14 did not say. */
  madeBy: z.string().max(40).optional(),
  job: jobFileSchema.shape.job,
  summary: z.strictObject({
    links: z.number().int(),
    pass: z.number().int(),
    provisional: z.number().int(),
    fail: z.number().int(),
    none: z.number().int(),
  }),
  links: z.array(linkRecordSchema),
  open: z.array(z.strictObject({ kind: z.enum(OPEN_KINDS), link: z.string(), label: z.string(), says: z.string() })),
  log: z.strictObject({ count: z.number().int(), root: z.string(), hashes: z.array(z.string()) }),
  /** The job as `gauntlet/job@1`: the log the chain is made over is in it. */
  file: jobFileSchema,
}); // prettier-ignore
/** One link as it was handed over. */
export type LinkRecord = z.infer<typeof linkRecordSchema>;
/** A record of a job as it was handed over. */
export type HandoverRecord = z.infer<typeof recordSchema>;

/** Kinds of entries a link's story is told by once it failed. */
const STORY: ReadonlySet<LogEntry['kind']> = new Set(['reading', 'one-end', 'rejected', 'found', 'redone', 'repulled', 'exchanged', 'moved', 'note']); // prettier-ignore

/** What the evidence behind a link does not rule out. */
function leftOpen(status: LinkStatus, link: Link, terms: Terms): string[] {
  const { lastReading } = status;
  const judged =
    lastReading && judgeMeasured(lastReading.data, laidLink(link, status), terms, lastReading.at);
  return judged?.ok ? judged.judgement.notRuledOut : [];
}

/**
 * How a link stands: a pass only where both its ends are proven now. A reading that passed says nothing of an end that
 * was refused by eye, done again or moved since.
 */
function resultOf(status: LinkStatus): LinkRecord['result'] {
  const states = ENDS.map((e) => status[e].state);
  if (states.includes('failed')) return 'fail';
  if (states.every((s) => s === 'proven')) return 'pass';
  return states.every((s) => s === 'proven' || s === 'provisional') ? 'provisional' : 'none';
}

/** The record of a job as its file has it. */
export function recordOf(file: JobFile, madeAt: string): HandoverRecord {
  const plan = planOfFile(file);
  const terms = { policy: plan.policy, parts: plan.parts };
  const where = whereabouts(plan);
  const people = new Map(plan.crew.map((p) => [p.id, p.name]));
  const person = (id: string) => people.get(id) ?? id;
  const byLink = new Map<string, LogEntry[]>();
  for (const e of file.entries as LogEntry[])
    if (ofLink(e)) byLink.set(e.link, [...(byLink.get(e.link) ?? []), e]);
  const entriesOf = (link: Link) => byLink.get(link.id) ?? [];
  const statuses = new Map(plan.links.map((l) => [l.id, foldLink(l, terms, entriesOf(l) as never)]));
  const links = inPortOrder(
    plan.links.filter((l) => !l.retired),
    plan.panels.map((p) => p.id),
  ).map((link): LinkRecord => {
    const status = statuses.get(link.id)!;
    const at = where(link);
    const end = (e: 'head' | 'tail'): LinkRecord['head'] => ({
      space: at[e].space?.name ?? '',
      on: hangsOn(at[e]),
      connector: status[e].connector ?? link[e].connector,
      state: status[e].state,
      attempts: status[e].attempt,
      ...(status[e].by ? { by: person(status[e].by) } : {}),
      ...(status[e].at ? { at: status[e].at } : {}),
    });
    const reading = status.lastReading?.current ? status.lastReading : undefined;
    const result = resultOf(status);
    const measured = reading?.data.reading.lengthMetres;
    const length = measured ?? status.pulled?.metres ?? link.lengthMetres;
    const story = tellLink(link, terms, resolve(entriesOf(link))).filter(
      (r) => r.counts && STORY.has(r.entry.kind),
    );
    const failed =
      result === 'fail' ||
      story.some(({ entry: e }) => e.kind === 'rejected' || e.kind === 'redone' || e.kind === 'repulled');
    return {
      identifier: link.label,
      id: link.id,
      head: end('head'),
      tail: end('tail'),
      cable: link.cable,
      scheme: link.scheme ?? plan.policy.scheme,
      ordered: link.ordered,
      ...(length === undefined ? {} : { lengthMetres: length, lengthFrom: measured === undefined ? (status.pulled ? 'marks' : 'planned') : 'measured' }), // prettier-ignore
      asked: askedOf(link, plan.policy),
      result,
      ...(reading ? { evidence: reading.evidence, testedAt: reading.at, testedBy: person(reading.by) } : {}),
      ...(status.swept ? { sweep: sweptWords(status.swept) } : {}),
      ...(reading?.data.tester ? { tester: reading.data.tester } : {}),
      notRuledOut: reading ? leftOpen(status, link, terms) : [],
      story: failed ? story.map((told) => ({ at: told.entry.at, by: person(told.entry.by), says: toldWords(told, link, { ...terms, crew: plan.crew, links: plan.links }) })) : [], // prettier-ignore
    };
  });
  const count = (result: LinkRecord['result']) => links.filter((l) => l.result === result).length;
  return {
    format: 'gauntlet/record@1',
    madeAt,
    madeBy: VERSION,
    job: file.job,
    summary: { links: links.length, pass: count('pass'), provisional: count('provisional'), fail: count('fail'), none: count('none') }, // prettier-ignore
    links,
    open: openPoints(plan, (l) => statuses.get(l.id)!, project(printedLabels, file.entries as LogEntry[])),
    log: chainOf(file.job.id, file.entries as LogEntry[]),
    file,
  };
}
