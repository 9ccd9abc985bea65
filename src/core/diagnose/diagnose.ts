import { checkConsistent } from '../reading/consistent';
import { Contradiction } from '../reading/contradiction';
import { judge, type Judgement } from '../reading/verdict';
import { expectedWalk } from '../reading/walk';
import { CONDUCTORS, CONTACTS, ENDS, type Contact, type End } from '../wiring/conductors';
import { expectedAnswer, laidAt, layoutsFor } from '../wiring/schemes';
import { endOf, NONE, numbersOf } from './compact';
import { explain, withText } from './explain';
import { checkLooks } from './looks';
import { Planner, type Missing, type PlanContext, type PlanLimits, type PlannedAction } from './plan';
import { leadInDoubt, nearFirst, numberedMasks, type LinkWeights } from './posterior';
import type { ReadingIndex } from './reading-index';
import type { DiagnoseInput, Diagnosis, Knowledge, LookAnswer, NextAction } from './types';
import { waysOf, type Way } from './ways';
import { asksOf, lookQuestion } from './words';

/** At most this many explanations are given back. */
const MOST_EXPLANATIONS = 12;
/** An answer less likely than this is not offered: *something else* is. */
const LEAST_ANSWER = 0.005;

/** Where candidates and probabilities come from; the index is built once and kept by the caller. */
export interface IndexSource {
  index: ReadingIndex;
  weights: LinkWeights;
}

/** What a reading means, why, and the next thing to do. Throws `Contradiction` where no copper fits what is said. */
export function diagnose(
  input: DiagnoseInput,
  { index, weights }: IndexSource,
  limits?: PlanLimits,
): Omit<Diagnosis, 'engine'> & { candidates: number } {
  const { link, reading } = input;
  checkConsistent(reading);
  checkLooks(input.knowledge.looked, link.shielded);
  const judgement = judge(reading, link.ordered);
  const ways = waysOf(input, index, weights);
  if (ways.length === 0) throw impossible(input);
  const context = planContext(input, judgement);
  const explanations = ways.slice(0, MOST_EXPLANATIONS).map((w) => explain(w, context, input));
  const next = judgement.verdict === 'fail' ? nextAction(input, judgement, context, ways, limits) : NOTHING;
  return { ...judgement, explanations, next, candidates: index.size };
}

const NOTHING: NextAction = { action: 'none', minutes: 0, expectedMinutes: 0 };

function impossible(input: DiagnoseInput): Contradiction {
  const { looked } = input.knowledge;
  const layouts = layoutsFor(input.link);
  const seenRight = (end: End) => {
    const here = looked.filter((l) => l.end === end && l.contact !== 'S');
    return here.length === 8 && here.every((l) => l.conductor === laidAt(layouts[end], l.contact));
  };
  if (ENDS.every(seenRight))
    return new Contradiction(
      'knowledge.looked',
      ENDS.some((e) => leadInDoubt(input, e))
        ? 'Both ends are right, so the crossing is in a test lead or a splice: swap the leads, then look for a joint in the run.'
        : 'Both ends and the leads are right, so the crossing is in the run: look for a splice, a coupler or a patch in between.',
    );
  if (looked.length)
    return new Contradiction(
      'knowledge.looked',
      'What was seen does not fit this reading: look again, or read again.',
    );
  if (input.reading.splits?.length)
    return new Contradiction(
      'reading.splits',
      'No wiring gives these splits alone, since a split always takes two pairs: read the splits again.',
    );
  return new Contradiction('reading', 'No wiring gives this reading: read again.');
}

function planContext(input: DiagnoseInput, judgement: Judgement): PlanContext {
  const { link, reading, knowledge, costs } = input;
  const layouts = layoutsFor(link);
  const each = <T>(of: (end: End) => T): Record<End, T> => ({ head: of('head'), tail: of('tail') });
  const seenWrong = (end: End, contact: Contact) =>
    knowledge.looked.some(
      (l) =>
        l.end === end &&
        l.contact === contact &&
        (l.open === true || l.bridged === true || l.conductor !== laidAt(layouts[end], contact)),
    );
  const doubt = each((end) => leadInDoubt(input, end));
  return {
    right: each((end) => endOf(numbersOf(layouts[end]))),
    connector: each((end) => link[end].connector),
    expected: numberedMasks(expectedWalk(link.ordered, false)),
    splitsLookedAt: reading.splits !== undefined,
    costs,
    leadInDoubt: doubt,
    redoBarred: each(
      (end) =>
        knowledge.redone.includes(end) &&
        (doubt[end] || !knowledge.looked.some((l) => l.end === end && seenWrong(end, l.contact))),
    ),
    repunchBarred: each((end) =>
      knowledge.repunched.reduce(
        (mask, r) =>
          r.end === end && r.contact !== 'S' && !seenWrong(end, r.contact)
            ? mask | (1 << CONTACTS.indexOf(r.contact as '1'))
            : mask,
        0,
      ),
    ),
    behindPlate: { head: false, tail: link.tail.connector === 'jack' && !touched(knowledge, 'tail') },
    beforeRepull: missingBeforeRepull(input, judgement, doubt),
  };
}

const touched = ({ looked, redone, repunched }: Knowledge, end: End) =>
  redone.includes(end) || looked.some((l) => l.end === end) || repunched.some((r) => r.end === end);

/**
 * What has to be done before anyone is told to pull a cable anew: every lead in doubt swapped, the setting checked
 * where nothing answered, and each end looked at, punched or redone at every contact that a fault names.
 */
function missingBeforeRepull(
  { link, knowledge, standingAt }: DiagnoseInput,
  { faults }: Judgement,
  doubt: Record<End, boolean>,
): Missing[] {
  const out: Missing[] = [];
  const allOpen = faults.some((f) => f.kind === 'all-open');
  if (allOpen && !knowledge.checked) out.push({ action: 'check' });
  for (const end of nearFirst(standingAt)) if (doubt[end]) out.push({ action: 'swap-lead', end });
  const named = new Set(allOpen ? (['1'] as const) : faults.flatMap((f) => f.contacts));
  for (const end of nearFirst(standingAt)) {
    if (knowledge.redone.includes(end)) continue;
    if (allOpen && touched(knowledge, end)) continue;
    for (const c of named) {
      const contact = end === 'head' ? c : expectedAnswer(link.ordered, c);
      const known =
        knowledge.looked.some((l) => l.end === end && l.contact === contact) ||
        knowledge.repunched.some((r) => r.end === end && r.contact === contact);
      if (!known)
        out.push({ action: 'look', end, contact: contact === 'S' ? 8 : CONTACTS.indexOf(contact as '1') });
    }
  }
  return out;
}

function nextAction(
  input: DiagnoseInput,
  judgement: Judgement,
  context: PlanContext,
  ways: readonly Way[],
  limits?: PlanLimits,
): NextAction {
  const plan = new Planner(context, ways, limits).plan(input.standingAt);
  // Every way that is left reads good once it is read again.
  if (plan === null)
    return { action: 'prove', minutes: context.costs.prove, expectedMinutes: context.costs.prove };
  return {
    ...said(plan.next, input, judgement, context, ways),
    minutes: round(plan.minutes),
    expectedMinutes: round(Math.max(plan.minutes, plan.expectedMinutes)),
  };
}

function said(
  next: PlannedAction,
  input: DiagnoseInput,
  judgement: Judgement,
  context: PlanContext,
  ways: readonly Way[],
): Omit<NextAction, 'minutes' | 'expectedMinutes'> {
  const { link } = input;
  const text = (contacts: Contact[]) =>
    withText({ ...next, contacts } as Parameters<typeof withText>[0], ways[0]!.copper, link).text;
  if (next.action === 're-pull' || next.action === 'check')
    return { action: next.action, question: text([]) };
  const { end } = next;
  if (next.action === 'look') {
    const contact: Contact = next.contact === 8 ? 'S' : CONTACTS[next.contact]!;
    const answers = answersOf(ways, end, next.contact);
    const numbered = (contacts: readonly Contact[]) =>
      end === 'head' ? contacts : contacts.map((c) => expectedAnswer(link.ordered, c));
    const fault = judgement.faults.find((f) => numbered(f.contacts).includes(contact));
    const asks = asksOf(answers, fault?.kind);
    const allOpen = judgement.faults.some((f) => f.kind === 'all-open');
    const joinedTo = fault?.kind === 'short' ? numbered(fault.contacts) : undefined;
    const about = { connector: context.connector[end], allOpen, ...(joinedTo ? { joinedTo } : {}) };
    return { action: 'look', end, contact, asks, question: lookQuestion(end, contact, asks, answers, about), answers }; // prettier-ignore
  }
  if (next.action === 'swap-lead') return { action: 'swap-lead', end, question: text([]) };
  if (next.action === 'repunch') {
    const contacts = next.contacts.map((i) => CONTACTS[i]!);
    return { action: 'repunch', end, contacts, question: text(contacts) };
  }
  const shieldOnly = ways[0]!.shield === end && judgement.faults.every((f) => f.kind === 'shield-open');
  return { action: 'redo', end, question: text(shieldOnly ? ['S'] : []) };
}

/** What a look may show, likeliest first; always with its opposite where the likeliest is all but sure. */
function answersOf(ways: readonly Way[], end: End, contact: number): LookAnswer[] {
  const answers = new Map<string, LookAnswer>();
  const add = (answer: Omit<LookAnswer, 'probability'>, probability: number) => {
    const key = JSON.stringify(answer);
    const there = answers.get(key);
    if (there) there.probability += probability;
    else answers.set(key, { ...answer, probability });
  };
  for (const w of ways) {
    if (contact === 8) {
      const here = w.copper[end];
      const bridged = here.bridges.some((b) => b.includes('S'));
      add({ conductor: 'DRAIN', open: here.open.includes('S'), bridged }, w.probability);
      continue;
    }
    const e = w[end];
    const k = e.seats[contact]!;
    const open = Boolean(((e.open & ~e.looksHome) >> contact) & 1);
    const bridged = e.bridges.some((b) => b.includes(contact));
    add({ conductor: k === NONE ? null : CONDUCTORS[k]!, open, bridged }, w.probability);
  }
  return [...answers.values()]
    .sort((a, b) => b.probability - a.probability)
    .filter((a, i) => a.probability > LEAST_ANSWER || i < 2)
    .slice(0, 6);
}

const round = (minutes: number) => Math.round(minutes * 100) / 100;
