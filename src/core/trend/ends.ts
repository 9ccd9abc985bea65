import type { LinkStatus } from '../log/state';
import type { JobPlan, Link } from '../model/job';
import { whereabouts } from '../plan/whereabouts';
import { ENDS, type End } from '../wiring/conductors';
import { FAMILY_NAMES } from '../wiring/connector';
import { specOf } from '../log/link-spec';
import { FEWEST_CASES, fisher, rateOf, stillCounts, type Rate } from '../statistics/rates';

/** One end that was made and of which it is known how it went: right at once, or not. */
export interface MadeEnd {
  link: Link;
  end: End;
  right: boolean;
  by: string;
  at: string;
  parts: readonly string[];
}

/** All ends of which it is known how they went: proven, failed, or done again. */
export function madeEnds(links: readonly Link[], statusOf: (id: string) => LinkStatus): MadeEnd[] {
  return links.flatMap((link) =>
    ENDS.flatMap((end): MadeEnd[] => {
      const { state, attempt, by, at, parts } = statusOf(link.id)[end];
      const known = state === 'proven' || state === 'failed' || attempt > 1;
      if (!known || !by || !at) return [];
      return [{ link, end, right: state === 'proven' && attempt === 1, by, at, parts: parts ?? [] }];
    }),
  );
}

/** What rates are told by. */
export const RATE_KINDS = ['family', 'scheme', 'end', 'room', 'tool', 'person', 'hour'] as const;
/** What rates are told by. */
export type RateKind = (typeof RATE_KINDS)[number];
/** What rates are told by, in words. */
export const RATE_WORDS: Record<RateKind, string> = {
  family: 'by connector',
  scheme: 'by scheme',
  end: 'by end',
  room: 'by room',
  tool: 'by tool and lot',
  person: 'by person',
  hour: 'by hour of the day',
};

/** The yield of one group, beside that of all others: whether it differs by more than chance, all comparisons together. */
export interface GroupRate extends Rate {
  kind: RateKind;
  name: string;
  links: string[];
  /** Too few to say anything. */
  few: boolean;
  differs: 'better' | 'worse' | null;
}

/** Hours of the day in fours: an hour alone has too few. */
const hourOf = (at: string): string => {
  const h = Math.floor(new Date(at).getHours() / 4) * 4;
  return `${String(h).padStart(2, '0')} to ${String(h + 4).padStart(2, '0')}`;
};

/**
 * First-time yield of all ends, and of groups of them, each with its bounds. A group is said to differ only where
 * Fisher's exact test against all others still counts after Benjamini and Hochberg's correction over every group shown.
 */
export function yields(plan: JobPlan, made: readonly MadeEnd[]): { all: Rate; groups: GroupRate[] } {
  const where = whereabouts(plan);
  const people = new Map(plan.crew.map((p) => [p.id, p.name]));
  const parts = new Map(plan.parts.map((p) => [p.id, p.lot ? `${p.name}, lot ${p.lot}` : p.name]));
  const groups = new Map<string, { kind: RateKind; name: string; ends: MadeEnd[] }>();
  const put = (kind: RateKind, name: string, e: MadeEnd) => {
    const key = `${kind}\n${name}`;
    const group = groups.get(key) ?? { kind, name, ends: [] };
    group.ends.push(e);
    groups.set(key, group);
  };
  for (const e of made) {
    put('family', FAMILY_NAMES[e.link[e.end].connector], e);
    put('scheme', specOf(e.link, plan.policy)[e.end].scheme, e);
    put('end', e.link.cord ? (e.end === 'head' ? 'end 1' : 'end 2') : e.end, e);
    const room = where(e.link)[e.end].space;
    if (room) put('room', room.name, e);
    for (const p of e.parts) put('tool', parts.get(p) ?? p, e);
    put('person', people.get(e.by) ?? e.by, e);
    put('hour', hourOf(e.at), e);
  }
  const right = (list: readonly MadeEnd[]) => list.filter((e) => e.right).length;
  const all = rateOf(right(made), made.length);
  const list = [...groups.values()];
  const tested = list.map(
    (g) => g.ends.length >= FEWEST_CASES && made.length - g.ends.length >= FEWEST_CASES,
  );
  const p = list.map((g, i) => {
    const hits = right(g.ends);
    return tested[i] ? fisher(hits, g.ends.length, all.hits - hits, all.of - g.ends.length) : 1;
  });
  const counted = stillCounts(p.filter((_, i) => tested[i]));
  let t = 0;
  const rates = list.map((g, i): GroupRate => {
    const hits = right(g.ends);
    const counts = tested[i] ? counted[t++]! : false;
    const others = (all.hits - hits) / Math.max(1, all.of - g.ends.length);
    return {
      ...rateOf(hits, g.ends.length),
      kind: g.kind,
      name: g.name,
      links: g.ends.filter((e) => !e.right).map((e) => e.link.label),
      few: g.ends.length < FEWEST_CASES,
      differs: counts ? (hits / g.ends.length > others ? 'better' : 'worse') : null,
    };
  });
  return { all, groups: rates.sort((a, b) => b.of - a.of) };
}
