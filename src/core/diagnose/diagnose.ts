import type { Copper } from '../copper/copper';
import { judge } from '../reading/verdict';
import { expectedWalk } from '../reading/walk';
import {
  CONDUCTORS,
  CONTACTS,
  otherEnd,
  type Conductor,
  type Contact,
  type End,
  type NumberedContact,
} from '../wiring/conductors';
import { conductorAt, schemesFor } from '../wiring/schemes';
import {
  NONE,
  narrowEnd,
  rightEnd,
  SOUND_CABLE,
  wideCable,
  wideEnd,
  type CompactCable,
  type CompactEnd,
} from './compact';
import { checkConsistent, checkLooks } from './consistent';
import { copperAgrees, fewestMoves, reproduces } from './other';
import {
  mendsOf,
  Planner,
  type Hypothesis,
  type PlanContext,
  type PlannedAction,
  type PlanLimits,
} from './plan';
import { numberedMasks, posterior, shieldIsWell, type Candidate, type IndexWeights } from './posterior';
import type { PlaceState } from './place-states';
import type { ReadingIndex } from './reading-index';
import {
  Contradiction,
  type DiagnoseInput,
  type Diagnosis,
  type Explanation,
  type LookAnswer,
  type Mistake,
  type NextAction,
  type Remedy,
} from './types';
import { lookQuestion, remedyText } from './words';

/** At most this many explanations are given back. */
const MOST_EXPLANATIONS = 12;
/** At most this many are worked with; what comes after them weighs next to nothing. */
const MOST_WAYS = 40;

interface Way extends Hypothesis {
  copper: Copper;
  mistakes: Mistake[];
}

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

/** Every way in which the copper may lie, most likely first. */
function waysOf(input: DiagnoseInput, index: ReadingIndex, weights: IndexWeights): Way[] {
  const { link, reading, knowledge } = input;
  const near = input.standingAt;
  if (shieldIsWell(reading.walk)) {
    const shieldJoined = [...(reading.joins?.head ?? []), ...(reading.joins?.tail ?? [])].some((g) =>
      g.includes('S'),
    );
    const shieldLookWrong = knowledge.looked.some(
      (l) => l.contact === 'S' && (l.open === true || l.bridged === true),
    );
    const found = shieldJoined || shieldLookWrong ? [] : posterior(index, weights, input);
    if (found.length)
      return inOrder(
        found.slice(0, MOST_WAYS).map((c) => wayOf(c, link.shielded)),
        near,
      );
  } else {
    const found = withShieldFault(input, index, weights);
    if (found.length) return inOrder(found, near);
  }
  return inOrder(otherWays(input), near);
}

/** Ways of the eight conductors, each with the faults of the shield that the reading calls for. */
function withShieldFault(input: DiagnoseInput, index: ReadingIndex, weights: IndexWeights): Way[] {
  const { reading, knowledge, link } = input;
  const noShield = (walk: typeof reading.walk) => walk.map((a) => a.filter((c) => c !== 'S'));
  const bare: DiagnoseInput = {
    ...input,
    reading: {
      ...reading,
      walk: noShield(reading.walk.slice(0, 8)),
      joins: undefined,
      distances: reading.distances?.filter((d) => d.contact !== 'S'),
    },
  };
  const base = posterior(index, weights, bare).slice(0, 40);
  const partners = [
    ...new Set(
      reading.walk[8]!.filter((c) => c !== 'S').concat(
        CONTACTS.filter((_, i) => reading.walk[i]!.includes('S')),
      ),
    ),
  ];
  const spoil: { weight: number; change: (c: Copper) => void; mistake: Mistake }[] = [];
  const other = (where: Mistake['where'], contacts: Contact[], conductors: Conductor[]): Mistake => ({
    where,
    kind: 'other',
    contacts,
    conductors,
  });
  if (reading.walk[8]!.length === 0) {
    for (const end of ['head', 'tail'] as const)
      spoil.push({
        weight: 0.45,
        change: (c) => c[end].open.push('S'),
        mistake: other(end, ['S'], ['DRAIN']),
      });
    spoil.push({
      weight: 0.1,
      change: (c) => c.cable.breaks.push({ conductor: 'DRAIN', zone: 'span' }),
      mistake: other('cable', [], ['DRAIN']),
    });
  }
  for (const contact of partners)
    for (const end of ['head', 'tail'] as const)
      spoil.push({
        weight: 0.5,
        change: (c) => c[end].bridges.push([contact, 'S']),
        mistake: other(end, [contact, 'S'], ['DRAIN']),
      });
  const ways: Way[] = [];
  for (const candidate of base)
    for (const s of spoil) {
      const way = wayOf(candidate, true);
      s.change(way.copper);
      if (
        !reproduces(way.copper, reading, link.shielded) ||
        !knowledge.looked.every((l) => copperAgrees(way.copper, l))
      )
        continue;
      ways.push({ ...way, probability: way.probability * s.weight, mistakes: [...way.mistakes, s.mistake] });
    }
  return normalised(ways);
}

const normalised = (ways: Way[]): Way[] => {
  const total = ways.reduce((s, w) => s + w.probability, 0);
  return ways.map((w) => ({ ...w, probability: w.probability / total }));
};

function otherWays(input: DiagnoseInput): Way[] {
  const { link, reading, knowledge } = input;
  const schemes = schemesFor(link);
  return normalised(
    fewestMoves(link, reading, knowledge.looked).map((copper) => {
      const mistakes: Mistake[] = [];
      for (const end of ['head', 'tail'] as const) {
        const contacts = (Object.keys(copper[end].seats) as Contact[]).filter(
          (c) =>
            copper[end].seats[c] !== conductorAt(schemes[end], c) ||
            copper[end].open.includes(c) ||
            copper[end].bridges.some((b) => b.includes(c)),
        );
        if (contacts.length)
          mistakes.push({
            where: end,
            kind: 'other',
            contacts,
            conductors: contacts.map((c) => copper[end].seats[c]!),
          });
      }
      const inCable = [
        ...new Set([...copper.cable.breaks.map((b) => b.conductor), ...copper.cable.bridges.flat()]),
      ];
      if (inCable.length) mistakes.push({ where: 'cable', kind: 'other', contacts: [], conductors: inCable });
      return {
        head: narrowEnd(copper.head),
        tail: narrowEnd(copper.tail),
        cable: narrowCable(copper),
        probability: 0.25 ** mistakes.length,
        copper,
        mistakes,
      };
    }),
  );
}

function narrowCable(copper: Copper): CompactCable {
  const eight = (c: Conductor) => CONDUCTORS.indexOf(c as (typeof CONDUCTORS)[number]);
  const cable: CompactCable = { ...SOUND_CABLE, bridges: [] };
  for (const b of copper.cable.breaks) if (b.conductor !== 'DRAIN') cable[b.zone] |= 1 << eight(b.conductor);
  for (const [a, b] of copper.cable.bridges)
    if (a !== 'DRAIN' && b !== 'DRAIN') cable.bridges.push([eight(a), eight(b)]);
  return cable;
}

/** Most likely first; equals by how near their work is, so that mirror images stay mirror images. */
function inOrder(ways: Way[], near: End): Way[] {
  const far = otherEnd(near);
  const keyed = ways.map((w) => ({
    w,
    reach: w.mistakes.reduce((n, m) => n + (m.where === near ? 0 : m.where === 'cable' ? 1 : 2), 0),
    key: '',
  }));
  const key = (x: (typeof keyed)[number]) => (x.key ||= JSON.stringify([x.w.copper[near], x.w.copper[far]]));
  return keyed
    .sort((a, b) => {
      const [p, q] = [a.w.probability, b.w.probability];
      if (Math.abs(p - q) > 1e-9 * Math.max(p, q)) return q - p;
      return a.reach - b.reach || (key(a) < key(b) ? -1 : 1);
    })
    .map((x) => x.w);
}

function wayOf(c: Candidate, shielded: boolean): Way {
  const copper: Copper = {
    head: wideEnd(c.head.state, shielded),
    tail: wideEnd(c.tail.state, shielded),
    cable: wideCable(c.cable.state),
  };
  return {
    head: c.head.state,
    tail: c.tail.state,
    cable: c.cable.state,
    probability: c.probability,
    copper,
    get mistakes() {
      const mistakes = [
        ...endMistakesOf('head', c.head),
        ...endMistakesOf('tail', c.tail),
        ...cableMistakesOf(c.cable),
      ];
      Object.defineProperty(this, 'mistakes', { value: mistakes, enumerable: true });
      return mistakes;
    },
  };
}

/** Goes from the right end through the mistakes, noting what each changed. */
function endMistakesOf(where: End, state: PlaceState<CompactEnd>): Mistake[] {
  if (state.mistakes.length === 0) return [];
  const changes: Mistake[] = [];
  let before = state.right;
  for (const m of state.mistakes) {
    const after = m.apply(before);
    const joined = (e: CompactEnd, i: number) => e.bridges.filter((b) => b.includes(i)).length;
    const changed = CONTACTS.filter(
      (_, i) =>
        after.seats[i] !== before.seats[i] ||
        ((after.open ^ before.open) >> i) & 1 ||
        joined(after, i) !== joined(before, i),
    );
    changes.push({
      where,
      kind: m.kind,
      contacts: [...changed],
      conductors: changed.map((c) => CONDUCTORS[after.seats[CONTACTS.indexOf(c)]!]!),
    });
    before = after;
  }
  return changes;
}

function cableMistakesOf(state: PlaceState<CompactCable>): Mistake[] {
  let before = state.right;
  return state.mistakes.map((m) => {
    const after = m.apply(before);
    const broken = (after.head ^ before.head) | (after.span ^ before.span) | (after.tail ^ before.tail);
    const joined = after.bridges.filter((b) => !before.bridges.some((x) => x.join() === b.join())).flat();
    before = after;
    return {
      where: 'cable' as const,
      kind: m.kind,
      contacts: [],
      conductors: CONDUCTORS.filter((_, i) => (broken >> i) & 1 || joined.includes(i)),
    };
  });
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

function explain(way: Way, context: PlanContext, input: DiagnoseInput): Explanation {
  const [remedy, then] = remediesOf(way, context, input);
  return {
    probability: way.probability,
    mistakes: way.mistakes,
    head: way.copper.head,
    tail: way.copper.tail,
    cable: way.copper.cable,
    remedy: remedy ?? {
      action: 'none',
      contacts: [],
      text: remedyText('none', undefined, [], undefined, undefined, false),
    },
    ...(then ? { then } : {}),
  };
}

function remediesOf(way: Way, context: PlanContext, input: DiagnoseInput): Remedy[] {
  const schemes = schemesFor(input.link);
  const drainBroken = way.copper.cable.breaks.some((b) => b.conductor === 'DRAIN');
  const mends = drainBroken ? null : mendsOf(context, way, input.standingAt);
  if (mends === null)
    return [
      {
        action: 're-pull',
        contacts: [],
        text: remedyText('re-pull', undefined, [], undefined, undefined, false),
      },
    ];
  const remedy = (m: PlannedAction): Remedy => {
    if (m.action === 're-pull' || m.action === 'look') throw new Error(`no remedy: ${m.action}`);
    const contacts = m.action === 'repunch' ? m.contacts.map((i) => CONTACTS[i]!) : [];
    const misplaced = contacts.some((c) => way.copper[m.end].seats[c] !== conductorAt(schemes[m.end], c));
    return {
      action: m.action,
      end: m.end,
      contacts,
      text: remedyText(m.action, m.end, contacts, context.connector[m.end], schemes[m.end], misplaced),
    };
  };
  const out = mends.map(remedy);
  for (const end of [input.standingAt, otherEnd(input.standingAt)]) {
    const onShield =
      way.copper[end].open.includes('S') || way.copper[end].bridges.some((b) => b.includes('S'));
    if (onShield && !out.some((r) => r.end === end && r.action === 'redo'))
      out.push({
        action: 'redo',
        end,
        contacts: ['S'],
        text: `At the ${end}, open the connector, clear the foil and seat the drain on the shield.`,
      });
  }
  return out.sort((a, b) => Number(a.end !== input.standingAt) - Number(b.end !== input.standingAt));
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
