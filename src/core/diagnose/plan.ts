import type { Costs } from '../model/costs';
import { otherEnd, type End } from '../wiring/conductors';
import type { ConnectorClass } from '../wiring/connector';
import { NONE, splitMask, walkMasks, type CompactCable, type CompactEnd } from './compact';

/** One way the copper may lie, with its weight. */
export interface Hypothesis {
  head: CompactEnd;
  tail: CompactEnd;
  cable: CompactCable;
  probability: number;
}

/** What a plan is made for. */
export interface PlanContext {
  right: Record<End, CompactEnd>;
  connector: Record<End, ConnectorClass>;
  /** Masks of tail contacts that should answer. */
  expected: Uint8Array;
  splitsLookedAt: boolean;
  costs: Costs;
}

/** An action of a plan; contacts are 0 to 7. */
export type PlannedAction =
  | { action: 'look'; end: End; contact: number }
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
export const PLAN_LIMITS: PlanLimits = { looks: 3, hypotheses: 14, covered: 0.9995 };

const REDONE = -1;
/** What was done at an end: nothing (0), these contacts punched again (mask), or done wholly again (-1). */
type Fix = number;

interface Situation {
  set: readonly number[];
  head: Fix;
  tail: Fix;
  at: End;
  looks: number;
}

const walk = new Uint8Array(8);

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
  private readonly solved = new Map<string, { cost: number; next: PlannedAction | null }>();
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
    const set = this.hypotheses.map((_, i) => i);
    const failing = set.filter((i) => !this.passes(i, 0, 0));
    if (failing.length === 0) return null;
    const { cost, next } = this.solve({
      set: failing,
      head: 0,
      tail: 0,
      at: standingAt,
      looks: this.limits.looks,
    });
    if (!next) return null;
    return { next, minutes: this.minutesOf(next, standingAt), expectedMinutes: cost / this.mass(failing) };
  }

  private minutesOf(a: PlannedAction, at: End): number {
    const { costs } = this.context;
    if (a.action === 're-pull') return costs.repull;
    const walk = a.end === at ? 0 : costs.walk;
    return (
      walk +
      (a.action === 'look' ? costs.look : a.action === 'repunch' ? costs.repunch : this.redoCost(a.end))
    );
  }

  private redoCost(end: End): number {
    return this.context.connector[end] === 'plug' ? this.context.costs.redoPlug : this.context.costs.redoJack;
  }

  private mass(set: readonly number[]): number {
    let sum = 0;
    for (const i of set) sum += this.hypotheses[i]!.probability;
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

  /** What the tester shows after these fixes, as a number of its own; 0 is a pass. */
  private shows(i: number, head: Fix, tail: Fix): number {
    const key = situationKey(i, head, tail);
    let number = this.shown.get(key);
    if (number !== undefined) return number;
    const h = this.endNow(i, 'head', head);
    walkMasks(h, this.endNow(i, 'tail', tail), this.cableNow(i, head, tail), walk);
    const splits = this.context.splitsLookedAt ? splitMask(h, walk) : 0;
    if (splits === 0 && walk.every((m, k) => m === this.context.expected[k])) number = 0;
    else {
      const reading = `${walk.join()}/${splits}`;
      number = this.readings.get(reading) ?? this.readings.size + 1;
      this.readings.set(reading, number);
    }
    this.shown.set(key, number);
    return number;
  }

  private passes(i: number, head: Fix, tail: Fix): boolean {
    return this.shows(i, head, tail) === 0;
  }

  /** Contacts of an end that are not as they should be, as a mask. */
  private wrongAt(i: number, end: End, fix: Fix): number {
    const now = this.endNow(i, end, fix);
    let mask = now.open;
    for (let c = 0; c < 8; c++) if (now.seats[c] !== this.context.right[end].seats[c]) mask |= 1 << c;
    for (const [a, b] of now.bridges) mask |= (1 << a) | (1 << b);
    return mask;
  }

  /** Least minutes for a hypothesis if it were known: the lower bound that cuts branches. */
  private knownCost(i: number, s: Omit<Situation, 'set' | 'looks'>): number {
    const key = situationKey(i, s.head, s.tail) * 2 + Number(s.at === 'tail');
    const there = this.known.get(key);
    if (there !== undefined) return there;
    const { costs } = this.context;
    const far = otherEnd(s.at);
    const options = (end: End): [number, Fix][] => {
      if (s[end] === REDONE) return [];
      const redo: [number, Fix] = [this.redoCost(end), REDONE];
      const wrong = this.wrongAt(i, end, s[end]);
      return this.context.connector[end] === 'jack' && wrong
        ? [redo, [costs.repunch, s[end] | wrong]]
        : [redo];
    };
    const tryFix = (cost: number, fix: Partial<Record<End, Fix>>) => {
      if (cost < least && this.passes(i, fix.head ?? s.head, fix.tail ?? s.tail)) least = cost;
    };
    let least = costs.repull + costs.prove;
    for (const [cost, fix] of options(s.at)) tryFix(cost + costs.prove, { [s.at]: fix });
    for (const [cost, fix] of options(far)) tryFix(cost + costs.walk + costs.prove, { [far]: fix });
    for (const [a, fixNear] of options(s.at))
      for (const [b, fixFar] of options(far))
        tryFix(a + b + costs.walk + 2 * costs.prove, { [s.at]: fixNear, [far]: fixFar });
    this.known.set(key, least);
    return least;
  }

  private bound(s: Situation): number {
    let sum = 0;
    for (const i of s.set) sum += this.hypotheses[i]!.probability * this.knownCost(i, s);
    return sum;
  }

  /** Expected minutes times mass, with the best action. */
  private solve(s: Situation): { cost: number; next: PlannedAction | null } {
    if (s.set.length === 0) return { cost: 0, next: null };
    const key = `${s.set.join()}|${s.head}|${s.tail}|${s.at}|${s.looks}`;
    const there = this.solved.get(key);
    if (there) return there;
    const { costs } = this.context;
    const mass = this.mass(s.set);
    const floor = this.bound(s);
    let best: { cost: number; next: PlannedAction | null } = {
      cost: (costs.repull + costs.prove) * mass,
      next: { action: 're-pull' },
    };
    const tolerance = 1e-9 * mass;
    if (best.cost <= floor + tolerance) return best;
    const offer = (cost: number, next: PlannedAction) => {
      if (cost < best.cost - tolerance) best = { cost, next };
    };
    const near = s.at;
    for (const end of [near, otherEnd(near)]) {
      if (s[end] === REDONE) continue;
      const walk = end === near ? 0 : costs.walk;
      for (const mask of this.punchSets(s, end)) {
        const spent = (walk + costs.repunch + costs.prove) * mass;
        if (spent >= best.cost) continue;
        offer(this.afterMend(s, end, s[end] | mask, spent, best.cost), {
          action: 'repunch',
          end,
          contacts: bits(mask),
        });
      }
      const spent = (walk + this.redoCost(end) + costs.prove) * mass;
      if (spent < best.cost) offer(this.afterMend(s, end, REDONE, spent, best.cost), { action: 'redo', end });
    }
    if (s.looks > 0 && s.set.length > 1)
      for (const end of [near, otherEnd(near)]) {
        const spent = (costs.look + (end === near ? 0 : costs.walk)) * mass;
        if (spent + (end === near ? floor : 0) >= best.cost) continue;
        const seen = new Set<string>();
        for (let contact = 0; contact < 8; contact++) {
          const parts = this.partsByLook(s, end, contact);
          if (parts.length < 2) continue;
          const shape = parts
            .map((p) => p.join())
            .sort()
            .join('|');
          if (seen.has(shape)) continue;
          seen.add(shape);
          let cost = spent;
          for (const set of parts) {
            cost += this.solve({ ...s, set, at: end, looks: s.looks - 1 }).cost;
            if (cost >= best.cost) break;
          }
          offer(cost, { action: 'look', end, contact });
        }
      }
    this.solved.set(key, best);
    return best;
  }

  /** Cost after a mend and the reading that follows it; stops early past `limit`. */
  private afterMend(s: Situation, end: End, fix: Fix, spent: number, limit: number): number {
    const [head, tail] = end === 'head' ? [fix, s.tail] : [s.head, fix];
    const parts = new Map<number, number[]>();
    for (const i of s.set) {
      const shows = this.shows(i, head, tail);
      if (shows === 0) continue;
      const part = parts.get(shows);
      if (part) part.push(i);
      else parts.set(shows, [i]);
    }
    let cost = spent;
    let floor = spent;
    for (const set of parts.values()) floor += this.bound({ set, head, tail, at: end, looks: 0 });
    if (floor >= limit) return Infinity;
    for (const set of parts.values()) {
      cost += this.solve({ set, head, tail, at: end, looks: this.limits.looks }).cost;
      if (cost >= limit) return Infinity;
    }
    return cost;
  }

  /** Sets of contacts worth punching again together at a jack: the likeliest hypothesis' own, and everyone's. */
  private punchSets(s: Situation, end: End): number[] {
    if (this.context.connector[end] !== 'jack') return [];
    const sets = new Set<number>();
    let all = 0;
    for (const i of s.set) {
      const wrong = this.wrongAt(i, end, s[end]);
      if (wrong && sets.size < 2) sets.add(wrong);
      all |= wrong;
    }
    if (all) sets.add(all);
    return [...sets];
  }

  private partsByLook(s: Situation, end: End, contact: number): number[][] {
    const parts = new Map<number, number[]>();
    for (const i of s.set) {
      const now = this.endNow(i, end, s[end]);
      const bridged = now.bridges.some(([a, b]) => a === contact || b === contact);
      const shows = now.seats[contact]! * 4 + ((now.open >> contact) & 1) * 2 + Number(bridged);
      const part = parts.get(shows);
      if (part) part.push(i);
      else parts.set(shows, [i]);
    }
    return [...parts.values()];
  }
}

const situationKey = (i: number, head: Fix, tail: Fix): number => (i * 257 + head + 1) * 257 + tail + 1;
const bits = (mask: number): number[] => [0, 1, 2, 3, 4, 5, 6, 7].filter((i) => (mask >> i) & 1);

/** An end after these contacts were punched again: they are right, a conductor that moved leaves its old contact empty. */
export function repunched(end: CompactEnd, right: CompactEnd, mask: number): CompactEnd {
  const moved = new Set(bits(mask).map((i) => right.seats[i]!));
  return {
    seats: end.seats.map((k, i) => ((mask >> i) & 1 ? right.seats[i]! : moved.has(k) ? NONE : k)),
    open: end.open & ~mask,
    bridges: end.bridges.filter(([a, b]) => !((mask >> a) & 1) && !((mask >> b) & 1)),
  };
}

/** The least that mends one known hypothesis, end by end, nearest first; null where only a re-pull does. */
export function mendsOf(context: PlanContext, h: Hypothesis, standingAt: End): PlannedAction[] | null {
  const span = h.cable.span !== 0 || h.cable.bridges.length > 0;
  if (span) return null;
  const out: PlannedAction[] = [];
  for (const end of [standingAt, otherEnd(standingAt)]) {
    const right = context.right[end];
    let wrong = h[end].open;
    for (let c = 0; c < 8; c++) if (h[end].seats[c] !== right.seats[c]) wrong |= 1 << c;
    for (const [a, b] of h[end].bridges) wrong |= (1 << a) | (1 << b);
    if (h.cable[end]) out.push({ action: 'redo', end });
    else if (wrong)
      out.push(
        context.connector[end] === 'jack'
          ? { action: 'repunch', end, contacts: bits(wrong) }
          : { action: 'redo', end },
      );
  }
  return out;
}
