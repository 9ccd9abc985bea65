import { checkConsistent } from '../reading/consistent';
import { Contradiction } from '../reading/contradiction';
import { judge } from '../reading/verdict';
import { expectedWalk } from '../reading/walk';
import { CONDUCTORS, CONTACTS, otherEnd, type End, type NumberedContact } from '../wiring/conductors';
import { conductorAt, schemesFor } from '../wiring/schemes';
import { NONE, rightEnd } from './compact';
import { checkLooks } from './looks';
import { explain } from './explain';
import { Planner, type PlanContext, type PlanLimits } from './plan';
import { numberedMasks, type IndexWeights } from './posterior';
import type { ReadingIndex } from './reading-index';
import { type DiagnoseInput, type Diagnosis, type LookAnswer, type NextAction } from './types';
import { waysOf, type Way } from './ways';
import { lookQuestion, remedyText } from './words';

/** At most this many explanations are given back. */
const MOST_EXPLANATIONS = 12;

/** Where indexes and probabilities come from; built once and kept by the caller. */
export interface IndexSource {
  index: ReadingIndex;
  weights: IndexWeights;
}

/** What a reading means, why, and the next thing to do. Throws `Contradiction` where no copper fits what is said. */
export function diagnose(
  input: DiagnoseInput,
  source: () => IndexSource,
  limits?: PlanLimits,
): Omit<Diagnosis, 'engine'> & { candidates: number } {
  const { link, reading } = input;
  checkConsistent(reading);
  checkLooks(input.knowledge.looked, link.shielded);
  const judgement = judge(reading, link.ordered);
  const { index, weights } = source();
  const ways = waysOf(input, index, weights);
  if (ways.length === 0) throw impossible(input);
  const context = planContext(input);
  const explanations = ways.slice(0, MOST_EXPLANATIONS).map((w) => explain(w, context, input));
  const next = judgement.verdict === 'fail' ? nextAction(input, context, ways, limits) : NOTHING;
  return { ...judgement, explanations, next, candidates: index.size };
}

const NOTHING: NextAction = { action: 'none', minutes: 0, expectedMinutes: 0 };

function impossible(input: DiagnoseInput): Contradiction {
  if (input.knowledge.looked.length)
    return new Contradiction(
      'knowledge.looked',
      'What was looked at cannot go with this reading: look again, or read again.',
    );
  if (input.reading.splits?.length)
    return new Contradiction(
      'reading.splits',
      'No copper shows these splits alone, since a split always takes two pairs: read the splits again.',
    );
  return new Contradiction('reading', 'No copper gives this reading: read again.');
}

function planContext({ link, reading, costs }: DiagnoseInput): PlanContext {
  const schemes = schemesFor(link);
  return {
    right: { head: rightEnd(schemes.head), tail: rightEnd(schemes.tail) },
    connector: { head: link.head.connector, tail: link.tail.connector },
    expected: numberedMasks(expectedWalk(link.ordered, false)),
    splitsLookedAt: reading.splits !== undefined,
    costs,
  };
}

function nextAction(
  input: DiagnoseInput,
  context: PlanContext,
  ways: readonly Way[],
  limits?: PlanLimits,
): NextAction {
  const plan = new Planner(context, ways, limits).plan(input.standingAt);
  if (plan === null) return shieldAction(input, context, ways);
  const { next, minutes, expectedMinutes } = plan;
  const times = { minutes: round(minutes), expectedMinutes: round(expectedMinutes) };
  const schemes = schemesFor(input.link);
  if (next.action === 're-pull')
    return {
      action: 're-pull',
      ...times,
      question: remedyText('re-pull', undefined, [], undefined, undefined, false),
    };
  if (next.action === 'look') {
    const contact = CONTACTS[next.contact]!;
    const answers = answersOf(ways, next.end, next.contact);
    return {
      action: 'look',
      end: next.end,
      contact,
      question: lookQuestion(next.end, contact, answers),
      answers,
      ...times,
    };
  }
  const contacts: NumberedContact[] = next.action === 'repunch' ? next.contacts.map((i) => CONTACTS[i]!) : [];
  const misplaced = ways[0]!.copper[next.end].seats;
  const moves = contacts.some((c) => misplaced[c] !== conductorAt(schemes[next.end], c));
  const question = remedyText(
    next.action,
    next.end,
    contacts,
    context.connector[next.end],
    schemes[next.end],
    moves,
  );
  return { action: next.action, end: next.end, ...(contacts.length ? { contacts } : {}), question, ...times };
}

/** The numbered contacts pass: what is wrong is the shield, so the likelier end's shield is next. */
function shieldAction(input: DiagnoseInput, context: PlanContext, ways: readonly Way[]): NextAction {
  const explanation = explain(ways[0]!, context, input);
  const { remedy } = explanation;
  const { costs } = context;
  if (remedy.action === 're-pull' || !remedy.end)
    return {
      action: 're-pull',
      minutes: costs.repull,
      expectedMinutes: costs.repull + costs.prove,
      question: remedy.text,
    };
  const walk = remedy.end === input.standingAt ? 0 : costs.walk;
  const redo = (end: End) => (context.connector[end] === 'plug' ? costs.redoPlug : costs.redoJack);
  const minutes = walk + redo(remedy.end);
  const here = ways
    .filter((w) => w.mistakes.some((m) => m.where === remedy.end))
    .reduce((s, w) => s + w.probability, 0);
  const rest = (1 - here) * (costs.walk + redo(otherEnd(remedy.end)) + costs.prove);
  return {
    action: 'redo',
    end: remedy.end,
    question: remedy.text,
    minutes,
    expectedMinutes: round(minutes + costs.prove + rest),
  };
}

function answersOf(ways: readonly Way[], end: End, contact: number): LookAnswer[] {
  const answers = new Map<string, LookAnswer>();
  for (const w of ways) {
    const e = w[end];
    const k = e.seats[contact]!;
    const answer = {
      conductor: k === NONE ? null : CONDUCTORS[k]!,
      open: Boolean((e.open >> contact) & 1),
      bridged: e.bridges.some((b) => b.includes(contact)),
    };
    const key = JSON.stringify(answer);
    const there = answers.get(key);
    if (there) there.probability += w.probability;
    else answers.set(key, { ...answer, probability: w.probability });
  }
  return [...answers.values()]
    .filter((a) => a.probability > 1e-4)
    .sort((a, b) => b.probability - a.probability)
    .slice(0, 6);
}

const round = (minutes: number) => Math.round(minutes * 100) / 100;
