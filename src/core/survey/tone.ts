import { eliminationOrder, sumOfProducts, tableOf, type Factor } from './unordered-bundle';

/**
 * Finding a toned cable in a bundle by ear. The model: the cable with the tone on it is loudest, and what its
 * neighbours sing falls by `NEIGHBOUR_DB` for every cable diameter of distance, down to `FAR` diameters. A person
 * hears which of two is louder, by a logistic of the difference; differences inside `SAME_DB` may sound the same.
 * All numbers are our judgement: no standard gives them.
 */
export const NEIGHBOUR_DB = 6;
/** Beyond so many diameters everything is equally faint. */
export const FAR = 4;
/** Spread of what a person hears, in decibels (the scale of the logistic). */
export const HEARING_DB = 1.5;
/** Half the width of what sounds the same, in decibels. */
export const SAME_DB = 1.5;
/** How often bare copper bursts out on the right cable, and on one right beside it. */
const BARE_RIGHT = 0.97;
const BARE_BESIDE = 0.1;
const BARE_FAR = 0.02;
/** From this belief on a cable is taken for found. */
export const SURE = 0.95;

/**
 * How cables lie: combed flat in the order of their numbers, in a round bundle numbered from its middle outward, or
 * in an order nobody knows, where any cable may lie anywhere in a round bundle.
 */
export type BundleLay = 'combed' | 'round' | 'unknown';

/** Something heard: a cable against the one tried before, or the probe's tip on bare copper. */
export type Heard =
  | { kind: 'than'; cable: number; than: number; heard: 'louder' | 'same' | 'fainter' }
  | { kind: 'bare'; cable: number; bursts: boolean };

/** Where cables lie, in diameters; cable 1 first. For an unknown order: where cables lie, whichever they are. */
export function bundlePlaces(lay: BundleLay, n: number): { x: number; y: number }[] {
  if (lay === 'combed') return Array.from({ length: n }, (_, i) => ({ x: i, y: 0 }));
  const places = [{ x: 0, y: 0 }];
  const corner = (side: number) => [Math.cos((side * Math.PI) / 3), Math.sin((side * Math.PI) / 3)] as const;
  for (let ring = 1; places.length < n; ring++)
    for (let side = 0; side < 6; side++) {
      const [ax, ay] = corner(side);
      const [bx, by] = corner(side + 1);
      for (let step = 0; step < ring; step++)
        places.push({
          x: ax * (ring - step) + bx * step,
          y: ay * (ring - step) + by * step,
        });
    }
  return places.slice(0, n);
}

/** How loud a cable so many diameters from the toned one sings, in decibels below it. */
export const toneLevel = (diameters: number): number => -NEIGHBOUR_DB * Math.min(diameters, FAR);

const logistic = (x: number): number => 1 / (1 + Math.exp(-x));

/** The chance to hear this where the real difference is so many decibels. The three chances add up to one. */
export function chanceToHear(heard: 'louder' | 'same' | 'fainter', differenceDb: number): number {
  const louder = logistic((differenceDb - SAME_DB) / HEARING_DB);
  const fainter = logistic((-differenceDb - SAME_DB) / HEARING_DB);
  return heard === 'louder' ? louder : heard === 'fainter' ? fainter : 1 - louder - fainter;
}

/** A bundle with the levels every cable would show for every cable that may be the toned one. */
export class ToneBundle {
  readonly places: readonly { x: number; y: number }[];
  private readonly levels: readonly (readonly number[])[];

  constructor(
    readonly lay: BundleLay,
    readonly n: number,
  ) {
    this.places = bundlePlaces(lay, n);
    this.levels = this.places.map((a) => this.places.map((b) => toneLevel(Math.hypot(a.x - b.x, a.y - b.y))));
  }

  /** What a cable sings where `toned` carries the tone, in decibels below the loudest. Cables count from 1. */
  level(cable: number, toned: number): number {
    return this.levels[cable - 1]![toned - 1]!;
  }

  private chance(heard: Heard, toned: number): number {
    if (heard.kind === 'than')
      return chanceToHear(heard.heard, this.level(heard.cable, toned) - this.level(heard.than, toned));
    const beside = this.level(heard.cable, toned) >= toneLevel(1.01);
    const bursts = heard.cable === toned ? BARE_RIGHT : beside ? BARE_BESIDE : BARE_FAR;
    return heard.bursts ? bursts : 1 - bursts;
  }

  /** How likely each cable is to be the toned one, cable 1 first: every cable alike before anything was heard. */
  belief(heard: readonly Heard[]): number[] {
    if (this.lay === 'unknown') return this.beliefInAnyOrder(heard);
    let belief = Array.from({ length: this.n }, () => 1 / this.n);
    for (const h of heard) belief = normalised(belief.map((b, i) => b * this.chance(h, i + 1)));
    return belief;
  }

  /** The belief where the order is unknown: each cable may be the toned one, and the levels of all others are summed over. */
  private beliefInAnyOrder(heard: readonly Heard[]): number[] {
    const shares = levelShares(this.places);
    // Level 0 is the toned cable itself; it is the only one.
    const levels = [0, ...shares.map((s) => s.level)];
    const factors = heard.map((h): Factor => {
      if (h.kind === 'than')
        return {
          about: [h.cable - 1, h.than - 1],
          chance: ([a, b]) => chanceToHear(h.heard, levels[a!]! - levels[b!]!),
        };
      return {
        about: [h.cable - 1],
        chance: ([a]) => {
          const bursts = a === 0 ? BARE_RIGHT : levels[a!]! >= toneLevel(1.01) ? BARE_BESIDE : BARE_FAR;
          return h.bursts ? bursts : 1 - bursts;
        },
      };
    });
    const tables = factors.map((f) => tableOf(f, levels.length));
    const heardOf = [...new Set(factors.flatMap((f) => f.about))];
    const order = eliminationOrder(factors.map((f) => f.about));
    const likelihood = (toned: number | null): number =>
      sumOfProducts(
        [
          ...tables,
          ...heardOf.map((cable) => ({
            about: [cable],
            values: Float64Array.from(levels, (_, i) =>
              i === 0 ? Number(cable === toned) : cable === toned ? 0 : shares[i - 1]!.share,
            ),
          })),
        ],
        order,
        levels.length,
      );
    const unheard = likelihood(null);
    return normalised(
      Array.from({ length: this.n }, (_, i) => (heardOf.includes(i) ? likelihood(i) : unheard)),
    );
  }
  /**
   * Where the order is unknown no cable tells of another: each is held against the loudest so far, and once all were
   * tried the likeliest two against each other.
   */
  private nextInAnyOrder(
    belief: readonly number[],
    last: number | null,
    heard: readonly Heard[],
  ): number | null {
    if (last === null) return 1;
    const byBelief = belief
      .map((b, i) => ({ cable: i + 1, b }))
      .sort((a, b) => b.b - a.b || a.cable - b.cable);
    const tried = triedOf(heard);
    const loudest = byBelief.find((x) => tried.has(x.cable))?.cable;
    // The probe goes back to the loudest before a new one is held against it.
    if (loudest !== undefined && last !== loudest) return loudest;
    const fresh = Array.from({ length: this.n }, (_, i) => i + 1).find((c) => !tried.has(c) && c !== last);
    return fresh ?? byBelief.find((x) => x.cable !== last)?.cable ?? null;
  }

  /**
   * The cable that is taken for found. In an unknown order none is, by ear alone, before every cable was tried: the
   * loudest so far may lie beside the one that is yet to come.
   */
  found(belief: readonly number[], heard: readonly Heard[]): number | null {
    const cable = foundByTone(belief);
    if (cable === null || this.lay !== 'unknown') return cable;
    const burst = heard.some((h) => h.kind === 'bare' && h.cable === cable && h.bursts);
    return burst || triedOf(heard).size === this.n ? cable : null;
  }

  /** The cable to try next, against the one tried last: where hearing it leaves least doubt. Null: none is left. */
  next(belief: readonly number[], last: number | null, heard: readonly Heard[] = []): number | null {
    if (this.lay === 'unknown') return this.nextInAnyOrder(belief, last, heard);
    if (last === null) return this.lay === 'round' ? 1 : Math.ceil(this.n / 2);
    let best: number | null = null;
    let least = Infinity;
    for (let cable = 1; cable <= this.n; cable++) {
      if (cable === last) continue;
      let doubt = 0;
      for (const heard of ['louder', 'same', 'fainter'] as const) {
        const joint = belief.map(
          (b, i) => b * this.chance({ kind: 'than', cable, than: last, heard }, i + 1),
        );
        const p = joint.reduce((a, b) => a + b, 0);
        if (p > 0) doubt += p * entropy(joint.map((x) => x / p));
      }
      if (doubt < least - 1e-12) [least, best] = [doubt, cable];
    }
    return best;
  }
}

/** How often two cables of a round bundle are so far apart, over all pairs of places: level by index, nearest first. */
function levelShares(places: readonly { x: number; y: number }[]): { level: number; share: number }[] {
  const counts = new Map<number, number>();
  for (const a of places)
    for (const b of places) {
      if (a === b) continue;
      const level = Math.round(toneLevel(Math.hypot(a.x - b.x, a.y - b.y)));
      counts.set(level, (counts.get(level) ?? 0) + 1);
    }
  const pairs = places.length * (places.length - 1);
  return [...counts].sort(([a], [b]) => b - a).map(([level, n]) => ({ level, share: n / pairs }));
}

/** The cables something was heard of. */
const triedOf = (heard: readonly Heard[]): Set<number> =>
  new Set(heard.flatMap((h) => (h.kind === 'than' ? [h.cable, h.than] : [h.cable])));

/** The cable that is taken for found, once the belief in it is high enough. */
export const foundByTone = (belief: readonly number[]): number | null => {
  const i = belief.findIndex((b) => b >= SURE);
  return i < 0 ? null : i + 1;
};

const normalised = (list: readonly number[]): number[] => {
  const sum = list.reduce((a, b) => a + b, 0);
  return list.map((x) => x / sum);
};
const entropy = (list: readonly number[]): number =>
  list.reduce((sum, p) => (p > 0 ? sum - p * Math.log(p) : sum), 0);
