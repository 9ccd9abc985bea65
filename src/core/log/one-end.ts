import { judgeLength } from '../electrical/measured';
import { LEAST_LINK_METRES } from '../electrical/limits';
import type { FromOneEnd } from '../model/one-end';
import type { Measured } from '../model/reading';
import { CONTACT_PAIRS, ENDS, otherEnd, type ContactPair, type End } from '../wiring/conductors';
import { listed } from '../wiring/words';
import { configurationOf } from './judge-measured';
import type { LaidLink } from './laid-link';
import { lengthDoubt } from './length-doubt';

/** What one end alone tells of a link: never that it is proven. */
export interface OneEndJudgement {
  grade: 'good' | 'doubt' | 'fail';
  /** What was seen and what it means, in words. */
  reason: string;
  /** Length of the cable, where all pairs end alike. */
  lengthMetres?: number;
  /** Ends that a fail is laid to. */
  ends: End[];
}

/** Pairs of one cable are laid differently long: what ends earlier by more than this ends at a fault. Our judgement. */
const PAIRS_ALIKE = { share: 0.04, metres: 1.2 };
/** A fault so near an end is the termination's, the tester's lead with it. Our judgement. */
const NEAR_METRES = 2.5;

/** What a reading with no remote means for its link. */
export function judgeOneEnd(data: FromOneEnd, link: LaidLink): OneEndJudgement {
  const { from } = data;
  const at = Object.entries(data.metres ?? {}) as [ContactPair, number][];
  const whole = Math.max(...at.map(([, m]) => m), link.lengthMetres ?? 0);
  const nearest = (metres: number): End[] =>
    metres <= NEAR_METRES ? [from] : whole - metres <= NEAR_METRES ? [otherEnd(from)] : [...ENDS];
  if (data.joins.length) {
    const said = listed(data.joins.map((g) => g.join(' and ')));
    const pair = data.joins[0]!.map((c) => CONTACT_PAIRS.find((p) => p.includes(c)));
    const metres = pair.map((p) => (p ? data.metres?.[p] : undefined)).find((m) => m !== undefined);
    return {
      grade: 'fail',
      reason: `contacts ${said} joined${metres === undefined ? '' : `, ${metres} m from the ${from}`}, seen from the ${from} alone`,
      ends: metres === undefined ? [...ENDS] : nearest(metres),
    };
  }
  if (!at.length) return { grade: 'good', reason: `nothing joined, seen from the ${from} alone`, ends: [] };
  const longest = Math.max(...at.map(([, m]) => m));
  const short = at.filter(([, m]) => m < longest - Math.max(PAIRS_ALIKE.share * longest, PAIRS_ALIKE.metres));
  if (short.length) {
    const [[, metres]] = short as [[ContactPair, number]];
    return {
      grade: 'fail',
      reason: `${short.length === 1 ? 'pair' : 'pairs'} ${listed(short.map(([p]) => `${p[0]}-${p[1]}`))} ${short.length === 1 ? 'ends' : 'end'} ${metres} m from the ${from}, the others at ${longest} m`,
      ends: nearest(metres),
    };
  }
  const length = at.map(([, m]) => m).sort((a, b) => a - b)[Math.floor(at.length / 2)]!;
  if (length < LEAST_LINK_METRES)
    return {
      grade: 'doubt',
      reason: `${length} m is no more than a lead: is it plugged in at the ${from}, and the connector made?`,
      ends: [],
    };
  const found = judgeLength(length, configurationOf(link));
  if (found.grade === 'over')
    return { grade: 'fail', reason: found.text, lengthMetres: length, ends: [...ENDS] };
  const doubt = lengthDoubt(length, link);
  if (doubt) return { grade: 'doubt', reason: doubt, lengthMetres: length, ends: [] };
  return {
    grade: 'good',
    reason: `nothing joined and ${length} m long, seen from the ${from} alone`,
    lengthMetres: length,
    ends: [],
  };
}

/** What of a one-end reading a link's state keeps. */
export interface OneEndStatus extends OneEndJudgement {
  entry: string;
  from: End;
  at: string;
  by: string;
}

/** A reading without a length, with the one that was measured from one end and still holds. */
export function withLengthOf(measured: Measured, oneEnd: OneEndStatus | undefined): Measured {
  if (oneEnd?.grade !== 'good' || oneEnd.lengthMetres === undefined || measured.lengthMetres !== undefined)
    return measured;
  return {
    ...measured,
    lengthMetres: oneEnd.lengthMetres,
    ...(measured.evidence === 'wiremap' ? { evidence: 'wiremap-length' as const } : {}),
  };
}
