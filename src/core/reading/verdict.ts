import { evidenceCovers, type Evidence } from '../model/evidence';
import type { Order } from '../wiring/schemes';
import { type Reading } from './reading';
import { resultPasses, resultWords } from '../model/tester-result';
import { listed } from '../wiring/words';
import { faultsOf, type Fault } from './faults';

/** What a reading means for its link. */
export type Verdict = 'pass' | 'provisional' | 'fail';

/**
 * The evidence a reading has earned: a wire map only where split pairs were looked at, a length only where there is
 * one, a qualification or certification only where the tester's own result says so.
 */
export function earnedEvidence(reading: Reading): Evidence {
  const has = (e: Evidence) => evidenceCovers(reading.evidence, e);
  if (!has('wiremap') || reading.splits === undefined) return 'continuity';
  if (!has('wiremap-length') || reading.lengthMetres === undefined) return 'wiremap';
  return has('qualification') && reading.result ? reading.evidence : 'wiremap-length';
}

/** What a reading said to be of a kind lacks to be of it, in words; '' where it lacks nothing. */
function lacks(reading: Reading): string {
  const has = (e: Evidence) => evidenceCovers(reading.evidence, e);
  if (has('wiremap') && reading.splits === undefined) return 'split pairs were not looked at';
  if (has('wiremap-length') && reading.lengthMetres === undefined) return 'no length was measured';
  if (has('qualification') && !reading.result) return "the tester's own result is not there";
  return '';
}

/** What a reading of a kind does not rule out, in words. */
export function notRuledOut(evidence: Evidence, splitsLookedAt: boolean, shieldAnswers = false): string[] {
  const open: string[] = [];
  if (shieldAnswers) open.push("a shield that answers only through the building's earth");
  if (!splitsLookedAt) open.push('split pairs');
  if (!evidenceCovers(evidence, 'wiremap-length')) open.push('length');
  if (!evidenceCovers(evidence, 'qualification')) open.push('whether the speed runs');
  if (!evidenceCovers(evidence, 'certification')) open.push('limits of the category');
  return open;
}

/** A verdict with the faults behind a fail and, on a pass, what the evidence leaves open. */
export interface Judgement {
  verdict: Verdict;
  faults: Fault[];
  evidence: Evidence;
  notRuledOut: string[];
  reason: string;
  /** A pass within the accuracy of what measured it. */
  star?: true;
}

/** Judges a reading for a link, against the evidence that the job asks of it. */
export function judge(reading: Reading, ordered: Order, asked: Evidence = 'continuity'): Judgement {
  const faults = faultsOf(reading, ordered);
  const evidence = earnedEvidence(reading);
  const base = { faults, evidence, notRuledOut: notRuledOut(evidence, reading.splits !== undefined, Boolean(reading.walk[8]?.length)) }; // prettier-ignore
  if (faults.length) return { ...base, verdict: 'fail', reason: failReason(faults) };
  if (reading.result && !resultPasses(reading.result))
    return { ...base, verdict: 'fail', reason: `the tester says ${resultWords(reading.result)}` };
  const splitsMissing = evidenceCovers(asked, 'wiremap') && reading.splits === undefined;
  if (!evidenceCovers(evidence, asked) || splitsMissing) {
    const short = splitsMissing
      ? 'split pairs were not looked at'
      : lacks(reading) || `only ${EVIDENCE_WORDS[evidence]}`;
    return {
      ...base,
      verdict: 'provisional',
      reason: `Good so far: ${short}; the job asks for ${EVIDENCE_WORDS[asked]}.`,
    };
  }
  const star =
    reading.result?.says === 'pass*' ? ' The tester gave it a star: within its accuracy of the limit.' : '';
  return {
    ...base,
    verdict: 'pass',
    reason: `Every contact answers as ordered, by ${EVIDENCE_WORDS[evidence]}.${star}`,
    ...(star ? { star: true } : {}),
  };
}

/** Kinds of evidence in words. */
export const EVIDENCE_WORDS: Record<Evidence, string> = {
  continuity: 'continuity',
  wiremap: 'a wiremap',
  'wiremap-length': 'a wiremap with length',
  qualification: 'a speed qualification',
  certification: 'a certification',
};

const NUMBERS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight'];
const count = (n: number, one: string) => `${NUMBERS[n] ?? n} ${one}${n === 1 ? '' : 's'}`;

/** Kinds of the whole link in words. */
const WHOLE_LINK: [Fault['kind'], string][] = [
  ['rollover', 'all eight in reverse order'],
  ['crossed-schemes', 'A at one end, B at the other'],
  ['full-crossover', 'full crossover, all four pairs'],
  ['straight-on-crossover', 'reads straight, but a crossover was ordered: the same scheme at both ends'],
];

const contactsInWords = (contacts: readonly string[]) =>
  `${contacts.length === 1 ? 'contact' : 'contacts'} ${listed(contacts)}`;

/** The faults in a few words, the weightiest first. */
export function failReason(faults: readonly Fault[]): string {
  const of = (kind: Fault['kind']) => faults.filter((f) => f.kind === kind);
  if (of('all-open').length) return 'nothing answers at all';
  const says = WHOLE_LINK.filter(([kind]) => of(kind).length).map(([, words]) => words);
  const transposed = of('transposed-pair');
  // A at one end and B at the other is orange and green transposed: that is not said twice.
  if (transposed.length && !of('crossed-schemes').length)
    says.push(`${count(transposed.length, 'pair')} transposed`);
  if (of('reversed-pair').length) says.push(`${count(of('reversed-pair').length, 'pair')} reversed`);
  for (const f of of('miswire')) says.push(`${contactsInWords(f.contacts)} out of order`);
  const opens = of('open').flatMap((f) => f.contacts);
  if (opens.length) says.push(`${contactsInWords(opens)} open`);
  if (of('shield-open').length) says.push('shield open');
  for (const f of of('short')) says.push(`contacts ${listed(f.contacts)} joined`);
  const splits = of('split-pair').map((f) => `${f.pair![0]}-${f.pair![1]}`);
  if (splits.length) says.push(`split ${splits.length === 1 ? 'pair' : 'pairs'} ${listed(splits)}`);
  return says.join('; ');
}
