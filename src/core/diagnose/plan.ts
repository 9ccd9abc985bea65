import type { Costs } from '../model/costs';
import { otherEnd, type End } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';
import { NONE, splitMask, type CompactCable, type CompactEnd } from './compact';
import { reachedByTester, SOUND, walkThrough, type LeadState } from './leads';

/** One way the copper may lie and be read, with its weight. */
export interface Hypothesis {
  head: CompactEnd;
  tail: CompactEnd;
  cable: CompactCable;
  headLead: LeadState;
  tailLead: LeadState;
  /** The reading was not taken of this link at all. */
  wrongSetting: boolean;
  /** Where the shield is broken or joined, if it is. */
  shield?: End | 'cable';
  probability: number;
}

/** What is still to be done before a re-pull may be said. */
export type Missing =
  { action: 'check' } | { action: 'swap-lead'; end: End } | { action: 'look'; end: End; contact: number };

/** What a plan is made for. */
export interface PlanContext {
  right: Record<End, CompactEnd>;
  connector: Record<End, ConnectorClass>;
  /** Masks of tail contacts that should answer. */
  expected: Uint8Array;
  splitsLookedAt: boolean;
  costs: Costs;
  /** A lead lies before this end and may be bad. */
  leadInDoubt: Record<End, boolean>;
  /** This end must not be done again before something new is known of it. */
  redoBarred: Record<End, boolean>;
  /** Slots that must not be punched again before something new is known of them, as a mask. */
  repunchBarred: Record<End, number>;
  /** This end's plate is on: the first thing done there costs its opening. */
  behindPlate: Record<End, boolean>;
  /** What a re-pull waits for, nearest first. */
  beforeRepull: readonly Missing[];
}

/** An action of a plan; contacts are 0 to 7, 8 for S. */
export type PlannedAction =
  | { action: 'look'; end: End; contact: number }
  | { action: 'check' }
  | { action: 'swap-lead'; end: End }
  | { action: 'redo'; end: End }
  | { action: 'repunch'; end: End; contacts: number[] }
  | { action: 're-pull' };

/** The best first action with its minutes and the expected minutes of the whole way. */
export interface Plan {
  next: PlannedAction;
  minutes: number;
  expectedMinutes: number;
}

/** How far a plan looks ahead. `looks` counts looks in a row before a mend; `hypotheses` how many ways are weighed. */
export interface PlanLimits {
  looks: number;
  hypotheses: number;
  /** Share of the belief that is weighed; what is left out weighs less than a second. */
  covered: number;
}

/** Limits that keep a plan within a few milliseconds; docs/diagnosis.md measures what they cost. */
export const PLAN_LIMITS: PlanLimits = { looks: 2, hypotheses: 8, covered: 0.9995 };

const REDONE = -1;
/** What was done at an end: nothing (0), these contacts punched again (mask), or done wholly again (-1). */
type Fix = number;

/** What was done so far, over both ends, leads and the setting. */
interface Done {
  head: Fix;
  tail: Fix;
  headLead: boolean;
  tailLead: boolean;
  checked: boolean;
}
const NOTHING_DONE: Done = { head: 0, tail: 0, headLead: false, tailLead: false, checked: false };
const leadDone = (end: End) => (end === 'head' ? 'headLead' : 'tailLead');

interface Situation extends Done {
  /** Hypotheses that are left, one bit each. */
  set: number;
  at: End;
  /** Ends whose plate is still on: 1 the head, 2 the tail. */
  plates: number;
  looks: number;
}
const plateOf = (end: End) => (end === 'head' ? 1 : 2);

/** Hypotheses that show the same, as bits of a set. */
class Parts {
  readonly shown: number[] = [];
  readonly sets: number[] = [];
  add(shows: number, i: number): void {
    const at = this.shown.indexOf(shows);
    if (at >= 0) this.sets[at]! |= 1 << i;
    else {
      this.shown.push(shows);
      this.sets.push(1 << i);
    }
  }
}

interface Step {
  next: PlannedAction;
  minutes: number;
  after: Done;
  end: End;
}

const walk = new Uint8Array(8);
/** A tester that was not on the link shows what a cable that is cut shows. */
const NOTHING_ANSWERS = `${new Uint8Array(8).join()}/0`;

/** Plates that are still on, as a set: 1 for the head's, 2 for the tail's. */
export type Plates = number;
type CostsAt = Pick<PlanContext, 'costs' | 'connector'>;

const redoMinutes = (end: End, { costs, connector }: CostsAt): number =>
  ({ plug: costs.redoPlug, jack: costs.redoJack, core: costs.redoCore })[connector[end]];

/** Minutes of an action from where one stands, with its walk, the plate it takes off, and the reading after it. */
export function actionMinutes(a: PlannedAction, s: { at: End; plates: Plates }, at: CostsAt): number {
  const { costs } = at;
  if (a.action === 're-pull') return costs.repull + costs.prove;
  if (a.action === 'check') return costs.check + costs.prove;
  const walk = a.end === s.at ? 0 : costs.walk;
  if (a.action === 'swap-lead') return walk + costs.swapLead + costs.prove;
  const there = walk + (s.plates & plateOf(a.end) ? costs.open : 0);
  if (a.action === 'look') return there + costs.look;
  const work =
    a.action === 'repunch' ? costs.repunch + costs.repunchEach * a.contacts.length : redoMinutes(a.end, at);
  return there + work + costs.prove;
}

/**
 * The action that leads to a proven link in the fewest expected minutes, found by looking ahead: every mend is
 * followed by a reading that splits what is left, every look splits by what it shows. Branches that cannot beat
 * the best so far are cut by what each hypothesis would cost if it were known.
 */
export class Planner {
  private readonly known = new Map<number, number>();
  private readonly shown = new Map<number, number>();
  private readonly readings = new Map<string, number>();
  private readonly ends = new Map<number, CompactEnd>();
  private readonly solved = new Map<number, { cost: number; next: PlannedAction | null }>();
  private readonly hypotheses: readonly Hypothesis[];

  constructor(
    private readonly context: PlanContext,
    hypotheses: readonly Hypothesis[],
    private readonly limits: PlanLimits = PLAN_LIMITS,
  ) {
    let covered = 0;
    this.hypotheses = hypotheses.slice(0, limits.hypotheses).filter((h) => {
      const wanted = covered < limits.covered;
      covered += h.probability;
      return wanted;
    });
  }

  /** The plan from where the technician stands; null where every hypothesis passes already. */
  plan(standingAt: End): Plan | null {
    let failing = 0;
    this.hypotheses.forEach((_, i) => {
      if (this.shows(i, NOTHING_DONE) !== 0) failing |= 1 << i;
    });
    if (failing === 0) return null;
    const { behindPlate, beforeRepull } = this.context;
    const start: Situation = {
      ...NOTHING_DONE,
      set: failing,
      at: standingAt,
      plates: Number(behindPlate.head) + 2 * Number(behindPlate.tail),
      looks: this.limits.looks,
    };
    const { cost, next } = this.solve(start);
    const first = next?.action === 're-pull' ? (beforeRepull[0] ?? next) : next;
    if (!first) return null;
    return {
      next: first,
      minutes: this.minutesOf(first, start),
      expectedMinutes: cost / this.mass(failing),
    };
  }

  /** Minutes of an action with its walk, the plate it takes off, and the reading after it. */
  private minutesOf(a: PlannedAction, s: Pick<Situation, 'at' | 'plates'>): number {
    return actionMinutes(a, s, this.context);
  }

  private redoCost(end: End): number {
    return redoMinutes(end, this.context);
  }

  private mass(set: number): number {
    let sum = 0;
    for (let left = set; left; left &= left - 1) sum += this.hypotheses[lowest(left)]!.probability;
    return sum;
  }

  private endNow(i: number, end: End, fix: Fix): CompactEnd {
    const right = this.context.right[end];
    if (fix === REDONE) return right;
    if (fix === 0) return this.hypotheses[i]![end];
    const key = (i * 256 + fix) * 2 + Number(end === 'tail');
    let now = this.ends.get(key);
    if (!now) this.ends.set(key, (now = repunched(this.hypotheses[i]![end], right, fix)));
    return now;
  }

  private cableNow(i: number, head: Fix, tail: Fix): CompactCable {
    const c = this.hypotheses[i]!.cable;
    return head !== REDONE && tail !== REDONE
      ? c
      : { ...c, head: head === REDONE ? 0 : c.head, tail: tail === REDONE ? 0 : c.tail };
  }

  /** What the tester shows after what was done, as a number of its own; 0 is a pass. */
  private shows(i: number, d: Done): number {
    const key = doneKey(i, d);
    let number = this.shown.get(key);
    if (number !== undefined) return number;
    const hypothesis = this.hypotheses[i]!;
    let reading: string;
    if (hypothesis.wrongSetting && !d.checked) reading = NOTHING_ANSWERS;
    else {
      const h = this.endNow(i, 'head', d.head);
      const headLead = d.headLead ? SOUND : hypothesis.headLead;
      const tailLead = d.tailLead ? SOUND : hypothesis.tailLead;
      walkThrough(
        h,
        this.endNow(i, 'tail', d.tail),
        this.cableNow(i, d.head, d.tail),
        headLead,
        tailLead,
        walk,
      );
      const splits = this.context.splitsLookedAt
        ? splitMask((c) => reachedByTester(h, headLead, c), walk)
        : 0;
      const { shield } = hypothesis;
      const shieldBad = shield !== undefined && (shield === 'cable' || d[shield] !== REDONE);
      reading =
        !shieldBad && splits === 0 && walk.every((m, k) => m === this.context.expected[k])
          ? ''
          : `${walk.join()}/${splits}${shieldBad ? 'S' : ''}`;
    }
    if (reading === '') number = 0;
    else {
      number = this.readings.get(reading) ?? this.readings.size + 1;
      this.readings.set(reading, number);
    }
    this.shown.set(key, number);
    return number;
  }

  /** Contacts of an end that punching again would put right, as a mask. */
  private wrongAt(i: number, end: End, fix: Fix): number {
    const now = this.endNow(i, end, fix);
    let mask = now.open & ~now.bent;
    for (let c = 0; c < 8; c++) if (now.seats[c] !== this.context.right[end].seats[c]) mask |= 1 << c;
    for (const [a, b] of now.bridges) mask |= (1 << a) | (1 << b);
    return mask & ~this.context.repunchBarred[end];
  }

  /** Least minutes for a hypothesis if it were known: the lower bound that cuts branches. */
  private knownCost(i: number, s: Omit<Situation, 'set' | 'looks'>): number {
    const { costs } = this.context;
    const key = doneKey(i, s) * 8 + Number(s.at === 'tail') * 4 + s.plates;
    const there = this.known.get(key);
    if (there !== undefined) return there;
    const hypothesis = this.hypotheses[i]!;
    const choices = (end: End): [number, Fix][] => {
      const none: [number, Fix] = [0, s[end]];
      if (s[end] === REDONE) return [none];
      const out: [number, Fix][] = [none];
      const wrong = this.wrongAt(i, end, s[end]);
      const open = s.plates & plateOf(end) ? costs.open : 0;
      if (this.context.connector[end] === 'jack' && wrong)
        out.push([
          open + costs.repunch + costs.repunchEach * bits(wrong).length + costs.prove,
          s[end] | wrong,
        ]);
      if (!this.context.redoBarred[end]) out.push([open + this.redoCost(end) + costs.prove, REDONE]);
      return out;
    };
    const leads = (end: End): [number, boolean][] => {
      const done = s[leadDone(end)];
      const bad = hypothesis[leadDone(end)] !== SOUND && !done;
      return bad ? [[costs.swapLead + costs.prove, true]] : [[0, done]];
    };
    const check = hypothesis.wrongSetting && !s.checked ? costs.check + costs.prove : 0;
    const far = otherEnd(s.at);
    let least = costs.repull + costs.prove + this.waitCost(s);
    for (const [lh, headLead] of leads('head'))
      for (const [lt, tailLead] of leads('tail'))
        for (const [h, head] of choices('head'))
          for (const [t, tail] of choices('tail')) {
            const away = (far === 'head' ? h + lh : t + lt) > 0 ? costs.walk : 0;
            const cost = check + h + t + lh + lt + away;
            if (cost < least && this.shows(i, { head, tail, headLead, tailLead, checked: true }) === 0)
              least = cost;
          }
    this.known.set(key, least);
    return least;
  }

  private bound(s: Omit<Situation, 'looks'>): number {
    let sum = 0;
    for (let left = s.set; left; left &= left - 1) {
      const i = lowest(left);
      sum += this.hypotheses[i]!.probability * this.knownCost(i, s);
    }
    return sum;
  }

  /** Minutes of what a re-pull still waits for, after what was done. */
  private waitCost(s: Done): number {
    const { costs } = this.context;
    let sum = 0;
    for (const m of this.context.beforeRepull) {
      if (m.action === 'check') sum += s.checked ? 0 : costs.check + costs.prove;
      else if (m.action === 'swap-lead') sum += s[leadDone(m.end)] ? 0 : costs.swapLead + costs.prove;
      else if (s[m.end] !== REDONE && !((s[m.end] >> m.contact) & 1)) sum += costs.look;
    }
    return sum;
  }

  /** Every mend worth trying in a situation. */
  private mends(s: Situation): Step[] {
    const { context } = this;
    const steps: Step[] = [];
    const add = (next: PlannedAction, end: End, after: Partial<Done>) =>
      steps.push({
        next,
        end,
        minutes: this.minutesOf(next, s),
        after: {
          head: s.head,
          tail: s.tail,
          headLead: s.headLead,
          tailLead: s.tailLead,
          checked: s.checked,
          ...after,
        },
      });
    const any = (holds: (h: Hypothesis) => boolean) =>
      this.hypotheses.some((h, i) => (s.set >> i) & 1 && holds(h));
    if (!s.checked && any((h) => h.wrongSetting)) add({ action: 'check' }, s.at, { checked: true });
    for (const end of [s.at, otherEnd(s.at)]) {
      const lead = leadDone(end);
      if (context.leadInDoubt[end] && !s[lead] && any((h) => h[lead] !== SOUND))
        add({ action: 'swap-lead', end }, end, { [lead]: true });
      if (s[end] === REDONE) continue;
      for (const mask of this.punchSets(s, end))
        add({ action: 'repunch', end, contacts: bits(mask) }, end, { [end]: s[end] | mask });
      if (!context.redoBarred[end]) add({ action: 'redo', end }, end, { [end]: REDONE });
    }
    return steps;
  }

  /** Expected minutes times mass, with the best action. */
  private solve(s: Situation): { cost: number; next: PlannedAction | null } {
    if (s.set === 0) return { cost: 0, next: null };
    const key = (doneKey(s.set, s) * 8 + Number(s.at === 'tail') * 4 + s.plates) * 17 + s.looks;
    const there = this.solved.get(key);
    if (there) return there;
    const { costs } = this.context;
    const mass = this.mass(s.set);
    const floor = this.bound(s);
    let best: { cost: number; next: PlannedAction | null } = {
      cost: (costs.repull + costs.prove + this.waitCost(s)) * mass,
      next: { action: 're-pull' },
    };
    const tolerance = 1e-9 * mass;
    if (best.cost <= floor + tolerance) return best;
    const offer = (cost: number, next: PlannedAction) => {
      if (cost < best.cost - tolerance) best = { cost, next };
    };
    for (const step of this.mends(s)) {
      const spent = step.minutes * mass;
      if (spent >= best.cost) continue;
      offer(this.afterMend(s, step, spent, best.cost), step.next);
    }
    if (s.looks > 0 && s.set & (s.set - 1))
      for (const end of [s.at, otherEnd(s.at)]) {
        const spent = this.minutesOf({ action: 'look', end, contact: 0 }, s) * mass;
        const there = { ...s, at: end, plates: s.plates & ~plateOf(end) };
        if (spent + this.bound(there) >= best.cost) continue;
        const seen: string[] = [];
        for (let contact = 0; contact < 9; contact++) {
          const { sets } = this.partsByLook(s, end, contact);
          if (sets.length < 2) continue;
          const shape = sets.join();
          if (seen.includes(shape)) continue;
          seen.push(shape);
          let cost = spent;
          for (const set of sets) {
            cost += this.solve({ ...there, set, looks: s.looks - 1 }).cost;
            if (cost >= best.cost) break;
          }
          offer(cost, { action: 'look', end, contact });
        }
      }
    this.solved.set(key, best);
    return best;
  }

  /** Cost after a mend and the reading that follows it; stops early past `limit`. */
  private afterMend(s: Situation, step: Step, spent: number, limit: number): number {
    const parts = new Parts();
    for (let left = s.set; left; left &= left - 1) {
      const i = lowest(left);
      const shows = this.shows(i, step.after);
      if (shows !== 0) parts.add(shows, i);
    }
    const opens = step.next.action === 'redo' || step.next.action === 'repunch';
    const plates = opens ? s.plates & ~plateOf(step.end) : s.plates;
    const after = { ...step.after, at: step.end, plates };
    let cost = spent;
    let floor = spent;
    for (const set of parts.sets) floor += this.bound({ ...after, set });
    if (floor >= limit) return Infinity;
    for (const set of parts.sets) {
      cost += this.solve({ ...after, set, looks: this.limits.looks }).cost;
      if (cost >= limit) return Infinity;
    }
    return cost;
  }

  /** Sets of contacts worth punching again together at a jack: those of the likeliest hypotheses, and everyone's. */
  private punchSets(s: Situation, end: End): number[] {
    if (this.context.connector[end] !== 'jack') return [];
    const sets = new Set<number>();
    let all = 0;
    for (let left = s.set; left; left &= left - 1) {
      const wrong = this.wrongAt(lowest(left), end, s[end]);
      if (wrong && sets.size < 2) sets.add(wrong);
      all |= wrong;
    }
    if (all) sets.add(all);
    return [...sets];
  }

  private partsByLook(s: Situation, end: End, contact: number): Parts {
    const parts = new Parts();
    for (let left = s.set; left; left &= left - 1) {
      const i = lowest(left);
      const shows =
        contact === 8
          ? Number(this.hypotheses[i]!.shield === end && s[end] !== REDONE)
          : seenAt(this.endNow(i, end, s[end]), contact);
      parts.add(shows, i);
    }
    return parts;
  }
}

/** Number of the lowest bit that is set. */
const lowest = (set: number): number => 31 - Math.clz32(set & -set);

/** What a look at a contact shows, as a number: its conductor, whether it is seen to be open, whether it is joined. */
const seenAt = (end: CompactEnd, contact: number): number =>
  end.seats[contact]! * 4 +
  (((end.open & ~end.looksHome) >> contact) & 1) * 2 +
  Number(end.bridges.some(([a, b]) => a === contact || b === contact));

const doneKey = (i: number, d: Done): number =>
  ((i * 257 + d.head + 1) * 257 + d.tail + 1) * 8 +
  Number(d.headLead) * 4 +
  Number(d.tailLead) * 2 +
  Number(d.checked);
const bits = (mask: number): number[] => [0, 1, 2, 3, 4, 5, 6, 7].filter((i) => (mask >> i) & 1);

/**
 * An end after these contacts were punched again: they are right and make contact unless they are bent, and a
 * conductor that moved leaves its old contact empty.
 */
export function repunched(end: CompactEnd, right: CompactEnd, mask: number): CompactEnd {
  const moved = new Set(bits(mask).map((i) => right.seats[i]!));
  return {
    seats: end.seats.map((k, i) => ((mask >> i) & 1 ? right.seats[i]! : moved.has(k) ? NONE : k)),
    open: end.open & ~(mask & ~end.bent),
    looksHome: end.looksHome & ~(mask & ~end.bent),
    bent: end.bent,
    bridges: end.bridges.filter(([a, b]) => !((mask >> a) & 1) && !((mask >> b) & 1)),
  };
}

/** The least that mends one known hypothesis, nearest first; null where only a re-pull does. */
export function mendsOf(context: PlanContext, h: Hypothesis, standingAt: End): PlannedAction[] | null {
  const span = h.cable.span !== 0 || h.cable.bridges.length > 0 || h.shield === 'cable';
  if (span) return null;
  const out: PlannedAction[] = h.wrongSetting ? [{ action: 'check' }] : [];
  const order = [standingAt, otherEnd(standingAt)];
  for (const end of order) if (h[leadDone(end)] !== SOUND) out.push({ action: 'swap-lead', end });
  for (const end of order) {
    const right = context.right[end];
    let wrong = h[end].open;
    for (let c = 0; c < 8; c++) if (h[end].seats[c] !== right.seats[c]) wrong |= 1 << c;
    for (const [a, b] of h[end].bridges) wrong |= (1 << a) | (1 << b);
    if (h.cable[end] || h.shield === end || wrong & h[end].bent) out.push({ action: 'redo', end });
    else if (wrong)
      out.push(
        context.connector[end] === 'jack'
          ? { action: 'repunch', end, contacts: bits(wrong) }
          : { action: 'redo', end },
      );
  }
  return out;
}

/** Neither end is barred, no lead is in doubt: what a plan is made for when nothing stands in its way. */
export const FREE: Pick<
  PlanContext,
  'leadInDoubt' | 'redoBarred' | 'repunchBarred' | 'behindPlate' | 'beforeRepull'
> = {
  leadInDoubt: { head: false, tail: false },
  redoBarred: { head: false, tail: false },
  repunchBarred: { head: 0, tail: 0 },
  behindPlate: { head: false, tail: false },
  beforeRepull: [],
};
