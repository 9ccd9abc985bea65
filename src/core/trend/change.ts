import { alarmsWithin, chart, cusumFor, type Cusum } from '../statistics/cusum';
import { fisher, rateOf, type Rate } from '../statistics/rates';
import type { Attempt } from './attempts';

/** First ends by which it is known what is usual. Our judgement. */
export const FIRST_ENDS = 60;
/** Ends between two false alarms of a chart, on average. Our judgement: a crew makes as many in weeks. */
export const BETWEEN_ALARMS = 1000;
/** A share is never taken for better than this, nor for worse: a chart of nothing bad at all alarms at the first. Our judgement. */
const [LEAST_USUAL, MOST_USUAL] = [0.02, 0.3];
/** Something new within so many ends of where a change began may be why. Our judgement. */
const NEAR = 12;

/** A series that is watched, and what its chart says. */
export interface Watched {
  kind: 'crew' | 'part' | 'person';
  /** Id of the part or person. */
  id: string;
  name: string;
  chart: Cusum;
  heights: number[];
  /** What stands behind each height: the end as `K1-05 tail`, and whether it was wrong. */
  ends: { label: string; end: string; at: string; bad: boolean }[];
  alarm?: {
    /** Place in the series where it alarmed, and where the change most likely began. */
    at: number;
    began: number;
    before: Rate;
    after: Rate;
    /** How likely a series as long as this alarms by chance alone. */
    chance: number;
    /** What began then: a part or person that was new there, with how likely the difference to the others is by chance. */
    newThen: { what: string; chance: number }[];
  };
}

type Made = Attempt & { right: boolean };

function newAt(series: readonly Made[], began: number, nameOf: (id: string) => string): { what: string; chance: number }[] {
  const seen = new Map<string, number>();
  const has = (a: Made) => [...a.parts, `person ${a.by}`, `cable ${a.link.cable}`];
  series.forEach((a, i) => {
    for (const what of has(a)) if (!seen.has(what)) seen.set(what, i);
  });
  const after = series.slice(began);
  const bad = (list: readonly Made[]) => list.filter((a) => !a.right).length;
  const out: { what: string; chance: number }[] = [];
  for (const [what, first] of seen) {
    if (first === 0 || Math.abs(first - began) > NEAR) continue;
    const withIt = after.filter((a) => has(a).includes(what));
    const without = series.filter((a) => !has(a).includes(what));
    out.push({ what: nameOf(what), chance: fisher(bad(withIt), withIt.length, bad(without), without.length) });
  }
  // A blade counts from nought again where it was changed.
  const changed = series.findIndex((a, i) => Math.abs(i - began) <= NEAR && i > 0 && a.parts.some((p) => a.age[p] === 0 && series.slice(0, i).some((b) => b.parts.includes(p))));
  if (changed >= 0) {
    const part = series[changed]!.parts.find((p) => series[changed]!.age[p] === 0)!;
    out.push({ what: `a new blade in ${nameOf(part)}`, chance: fisher(bad(after), after.length, bad(series.slice(0, began)), began) });
  }
  return out.sort((a, b) => a.chance - b.chance);
} // prettier-ignore

/** Share of bad ones that a crew's first ends show; null while there are too few. */
export function usualShare(made: readonly Made[]): number | null {
  if (made.length < FIRST_ENDS) return null;
  const bad = made.slice(0, FIRST_ENDS).filter((a) => !a.right).length;
  return Math.min(MOST_USUAL, Math.max(LEAST_USUAL, (bad + 0.5) / (FIRST_ENDS + 1)));
}

/**
 * Charts over a crew, each of its tools and lots, and its people: whether their share of wrong ends has grown over what
 * the crew's first ends show, where that began, and what was new there. `people`: whose charts are asked for.
 */
export function watch(made: readonly Made[], nameOf: (id: string) => string, people: readonly string[]): Watched[] {
  const usual = usualShare(made);
  if (usual === null) return [];
  const fitted = cusumFor(usual, BETWEEN_ALARMS);
  const series: { kind: Watched['kind']; id: string; list: readonly Made[] }[] = [
    { kind: 'crew', id: '', list: made },
    ...[...new Set(made.flatMap((a) => a.parts))].map((id) => ({ kind: 'part' as const, id, list: made.filter((a) => a.parts.includes(id)) })),
    ...people.map((id) => ({ kind: 'person' as const, id, list: made.filter((a) => a.by === id) })),
  ];
  // What everybody has in the hand all the time tells nothing that the crew's own chart does not.
  const telling = (s: (typeof series)[number]) => s.kind !== 'part' || s.list.length < made.length;
  return series.filter((s) => s.list.length >= FIRST_ENDS && telling(s)).map(({ kind, id, list }): Watched => {
    const bad = list.map((a) => !a.right);
    const charted = chart(fitted, bad);
    const { alarm, began } = charted;
    const badOf = (from: number, to: number) => rateOf(bad.slice(from, to).filter(Boolean).length, to - from);
    return {
      kind,
      id,
      name: kind === 'crew' ? 'the crew' : nameOf(kind === 'person' ? `person ${id}` : id),
      chart: fitted,
      heights: charted.heights,
      ends: list.map((a) => ({ label: a.link.label, end: a.end, at: a.at, bad: !a.right })),
      ...(alarm === undefined || began === undefined
        ? {}
        : { alarm: { at: alarm, began, before: badOf(0, began), after: badOf(began, alarm + 1), chance: alarmsWithin(fitted, list.length), newThen: newAt(list, began, nameOf) } }),
    };
  });
} // prettier-ignore
