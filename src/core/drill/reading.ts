import { copperAsOrdered, type Copper } from '../copper/copper';
import { simulateReading } from '../copper/simulate';
import { sense } from '../copper/sense';
import { CONTACTS, type NumberedContact } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';
import { laidAt, SCHEME_ORDER } from '../wiring/schemes';
import { pickFrom, shuffled, type ChoiceQuestion, type ShownReading } from './question';
import { FAULTS, type DrillFault } from './skills';

/** The link every reading of the drill is of. */
const LINK: LinkSpec = {
  head: { connector: 'jack', scheme: 'T568B' },
  tail: { connector: 'plug', scheme: 'T568B' },
  ordered: 'straight',
  shielded: false,
};
const PAIRS = [['1', '2'], ['3', '6'], ['4', '5'], ['7', '8']] as const; // prettier-ignore

/** Copper with one fault in it, and the fault in words with its contacts. */
interface Case {
  id: string;
  says: string;
  copper: Copper;
}

function exchange(copper: Copper, end: 'head' | 'tail', a: NumberedContact, b: NumberedContact): void {
  const { seats } = copper[end];
  [seats[a], seats[b]] = [seats[b], seats[a]];
}

function makeCase(fault: DrillFault, random: () => number): Case {
  const copper = copperAsOrdered(LINK);
  const [p, q] = shuffled(PAIRS, random) as [(typeof PAIRS)[number], (typeof PAIRS)[number]];
  const [a, b] = shuffled(CONTACTS, random).slice(0, 2).sort() as [NumberedContact, NumberedContact];
  const name = (pair: readonly string[]) => pair.join('-');
  switch (fault) {
    case 'none':
      return { id: 'none', says: 'nothing: all as it should be', copper };
    case 'open':
      copper.tail.open.push(a);
      return { id: `open ${a}`, says: `${a} open`, copper };
    case 'short':
      copper.tail.bridges.push([a, b]);
      return { id: `short ${a}${b}`, says: `${a} and ${b} shorted`, copper };
    case 'reversed':
      exchange(copper, 'tail', p[0], p[1]);
      return { id: `reversed ${name(p)}`, says: `pair ${name(p)} reversed`, copper };
    case 'crossed': {
      exchange(copper, 'tail', p[0], q[0]);
      exchange(copper, 'tail', p[1], q[1]);
      const both = [name(p), name(q)].sort();
      return { id: `crossed ${both.join()}`, says: `pairs ${both.join(' and ')} crossed`, copper };
    }
    case 'split': {
      // The same exchange at both ends: every contact answers itself, the twist is lost.
      exchange(copper, 'head', p[1], q[1]);
      exchange(copper, 'tail', p[1], q[1]);
      const both = [name(p), name(q)].sort();
      return { id: `split ${both.join()}`, says: `pairs ${both.join(' and ')} split`, copper };
    }
    case 'other-scheme':
      for (const c of CONTACTS) copper.tail.seats[c] = laidAt(SCHEME_ORDER.T568A, c);
      return { id: 'other-scheme', says: 'the tail laid to T568A', copper };
    case 'upside-down':
      for (const c of CONTACTS) copper.tail.seats[c] = laidAt(SCHEME_ORDER.T568B, String(9 - Number(c)) as NumberedContact); // prettier-ignore
      return { id: 'upside-down', says: 'the tail’s plug on upside down', copper };
  }
}

const OPTIONS = 5;

/**
 * A reading of a fault, as lamps, as a meter or as a walk, by a tester that looks at splits or one that does not; all
 * faults it may come from are to be chosen. Which they are is told by simulating every option: those read the same.
 */
export function readingQuestion(fault: DrillFault, random: () => number): ChoiceQuestion {
  const evidence = random() < 0.5 ? ('continuity' as const) : ('wiremap' as const);
  const shown = makeCase(fault, random);
  const cases = [shown];
  // Split and right go together: what a lamp cannot tell apart is to be met as often as what it can.
  const others = shuffled(FAULTS, random).sort(
    (x, y) => Number(twin(fault) === y) - Number(twin(fault) === x),
  );
  for (const other of [...others, ...others, ...others]) {
    if (cases.length === OPTIONS) break;
    const made = makeCase(other, random);
    if (!cases.some((c) => c.id === made.id)) cases.push(made);
  }
  const reads = (c: Case) => JSON.stringify(readingOf(c, evidence));
  const right = cases.filter((c) => reads(c) === reads(shown)).map((c) => c.id);
  const seen = sense(shown.copper, false);
  const reading: ShownReading = {
    as: pickFrom(['lamps', 'meter', 'walk'] as const, random),
    splits: evidence === 'wiremap' ? (seen.splits ?? []) : null,
    walk: seen.walk,
  };
  const blind = right.length > 1 || (evidence === 'continuity' && !fault.includes('split'));
  return {
    kind: 'choice',
    skill: `reading/${fault}`,
    asks: 'What may it be? Choose every one that reads so.',
    reading,
    options: shuffled(cases, random).map(({ id, says }) => ({ id, says })),
    right,
    why: [
      right.length > 1
        ? `These read the same: ${cases.filter((c) => right.includes(c.id)).map((c) => c.says).join('; ')}.`
        : `Only ${shown.says} reads so.`,
      ...(blind && evidence === 'continuity' ? ['This tester does not look at splits: split pairs are not ruled out.'] : []),
    ],
  }; // prettier-ignore
}

/** The fault that is hardest told from this one. */
const twin = (fault: DrillFault): DrillFault | null =>
  fault === 'none' ? 'split'
  : fault === 'split' ? 'none'
  : fault === 'other-scheme' ? 'crossed'
  : fault === 'crossed' ? 'other-scheme'
  : null; // prettier-ignore

const readingOf = (c: Case, evidence: 'continuity' | 'wiremap') => {
  const { walk, splits } = simulateReading(LINK, c.copper, evidence);
  return { walk, splits };
};
