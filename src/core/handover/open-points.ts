import { sweptWords } from '../log/entry-words';
import { laidLink } from '../log/laid-link';
import { exchangedWords, wantsExchange } from '../log/rework';
import type { LinkStatus } from '../log/state';
import type { JobPlan, Link } from '../model/job';
import { endName } from '../model/end-name';
import { ENDS } from '../wiring/conductors';
import { labelState, type PrintedLabels } from '../labels/printed';
import { LABEL_SPOTS, labelsOf, SPOT_NAMES } from '../labels/label-text';
import { linkIdentifiers } from '../plan/link-identifiers';

/** Kinds of what is open before a handover, the gravest first. */
export const OPEN_KINDS = ['failed', 'unproven', 'not-made', 'provisional', 'disputed', 'sweep-misses', 'redone-often', 'unlabelled', 'no-length'] as const; // prettier-ignore
/** A kind of what is open. */
export type OpenKind = (typeof OPEN_KINDS)[number];
/** What is open, in words. */
export const OPEN_WORDS: Record<OpenKind, string> = {
  failed: 'failed',
  unproven: 'made, not proven',
  'not-made': 'not made yet',
  provisional: 'good so far, not proven',
  disputed: 'read twice, and not alike',
  'sweep-misses': 'with a sweep that misses its limit',
  'redone-often': 'done again more than twice',
  unlabelled: 'without a label, or with one that is out of date',
  'no-length': 'without a length',
};
/** So many attempts at an end are worth telling whoever takes it over. Our judgement. */
export const OFTEN = 3;

/** One thing that is open. */
export interface OpenPoint {
  kind: OpenKind;
  link: string;
  label: string;
  says: string;
}

type Planned = Pick<JobPlan, 'links' | 'spaces' | 'panels' | 'outlets' | 'batches' | 'policy'>;

/**
 * What is open of a job before it is handed over, the gravest first. Retired links are none of it. Labels are asked
 * for where any were printed on the job: who writes them by hand is not told of each.
 */
export function openPoints(
  plan: Planned,
  statusOf: (link: Link) => LinkStatus,
  printed: PrintedLabels = {},
): OpenPoint[] {
  const out: OpenPoint[] = [];
  const labels = Object.keys(printed).length ? labelled(plan, printed) : null;
  for (const link of plan.links) {
    if (link.retired) continue;
    const status = statusOf(link);
    const say = (kind: OpenKind, says: string) => out.push({ kind, link: link.id, label: link.label, says });
    const ends = (state: string) =>
      ENDS.filter((e) => status[e].state === state).map((e) => endName(link, e));
    const failed = ends('failed');
    const bare = ends('bare');
    const waiting = [...ends('seated'), ...ends('stale')];
    if (failed.length) say('failed', `${failed.join(' and ')}: ${whyFailed(plan, status)}`); // prettier-ignore
    if (bare.length) say('not-made', bare.join(' and '));
    if (waiting.length) say('unproven', waiting.join(' and '));
    if (ends('provisional').length) say('provisional', soFar(ENDS.map((e) => (status[e].state === 'provisional' ? status[e].reason : undefined)).find(Boolean) ?? status.lastReading?.evidence ?? 'less than asked')); // prettier-ignore
    if (status.disputedBy) say('disputed', 'read it once more');
    if ((status.swept?.worst?.margin ?? 0) < 0) say('sweep-misses', sweptWords(status.swept!));
    const often = ENDS.filter((e) => status[e].attempt >= OFTEN);
    if (often.length) say('redone-often', often.map((e) => `${endName(link, e)} ${status[e].attempt} times`).join(', ')); // prettier-ignore
    const label = labels?.(link);
    if (label) say('unlabelled', label);
    if (
      !link.cord &&
      laidLink(link, status).lengthMetres === undefined &&
      status.lastReading?.data.reading.lengthMetres === undefined
    )
      say('no-length', 'neither planned nor measured');
  }
  const rank = (p: OpenPoint) => OPEN_KINDS.indexOf(p.kind);
  return out.sort((a, b) => rank(a) - rank(b));
}

/** Why a link is good so far, under a heading that says that it is. */
const soFar = (reason: string): string =>
  reason.replace(/^Good so far: (.)/, (_, first: string) => first.toUpperCase());

/** Why ends of a link are failed. */
function whyFailed({ links }: Planned, status: LinkStatus): string {
  if (ENDS.some((e) => status[e].refused)) return `refused: ${refusals(status)}`;
  return wantsExchange(status) ? exchangedWords(status, links) : 'the last reading fails';
}

/** Why ends were refused, each reason once. */
const refusals = (status: LinkStatus): string =>
  [...new Set(ENDS.flatMap((e) => (status[e].refused ? [status[e].refused.why] : [])))].join('; ');

/** What is wrong with a link's labels, in words; nothing where one was printed and all that were still hold. */
function labelled(plan: Planned, printed: PrintedLabels): (link: Link) => string | null {
  const identify = linkIdentifiers(plan);
  return (link) => {
    const states = labelsOf([link], identify, LABEL_SPOTS).map((l) => ({
      ...l,
      state: labelState(l, printed),
    }));
    const stale = states.filter((l) => l.state === 'stale');
    if (stale.length) return `says something else since: ${stale.map((l) => SPOT_NAMES[l.spot]).join(', ')}`;
    return states.some((l) => l.state === 'printed') ? null : 'no label was printed';
  };
}
