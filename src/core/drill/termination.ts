import { GUIDES } from '../bench/families';
import { guideText } from '../bench/guide-text';
import { belongsAt, benchContacts, type BenchConductor, type BenchContact } from '../bench/seats';
import { formatLength, type Units } from '../bench/units';
import { untwistLimit } from '../bench/untwist';
import { mediumOf, type ConnectorFamily } from '../wiring/connector';
import { SCHEMES, type Scheme } from '../wiring/schemes';
import { PLANTED, PLANTED_SLIPS, plantedAt, screened, threadedFirst, WATCHED_GATES, type Planted, type WatchedGate } from './planted'; // prettier-ignore
import { pickFrom, shuffled, type ShownEnd } from './question';

/** A termination that somebody else is making: one watches it gate by gate, and stops it where something is wrong. */
export interface Termination {
  skill: string;
  family: ConnectorFamily;
  scheme: Scheme;
  /** What is wrong, and at which contacts: in the order of its gates. */
  planted: readonly { slip: Planted; at: readonly BenchContact[] }[];
  gate: WatchedGate | 'over';
  /** Slips that were stopped, by the gate where they were. */
  caught: readonly { slip: Planted; gate: WatchedGate }[];
  /** What was said to be wrong and was not. */
  alarms: readonly { slip: Planted; gate: WatchedGate }[];
  /** The port it is for, and how long what is measured is. */
  port: string;
  otherPort: string;
  metre: number;
}

/** How often so many slips are planted. Our judgement: one must be able to trust one's eyes, too. */
const HOW_MANY = [0, 1, 1, 1, 2, 2] as const;
/** A termination of a family, with slips planted. */
export function beginTermination(skill: string, random: () => number): Termination {
  const family = skill.slice('termination/'.length) as ConnectorFamily;
  const contacts = benchContacts(family, screened(family)).filter((c) => c !== 'S');
  const drawn: Planted[] = [];
  const many = pickFrom(HOW_MANY, random);
  for (const slip of shuffled(plantedAt(family), random)) {
    // One slip a gate, and one order that is wrong: two at once hide one another.
    const clash = drawn.some((d) => PLANTED_SLIPS[d].seen[0] === PLANTED_SLIPS[slip].seen[0]);
    if (drawn.length < many && !clash) drawn.push(slip);
  }
  const [port, otherPort] = shuffled(Array.from({ length: 24 }, (_, i) => `A-${String(i + 1).padStart(2, '0')}`), random) as [string, string]; // prettier-ignore
  return {
    skill,
    family,
    scheme: pickFrom(SCHEMES, random),
    planted: PLANTED.filter((p) => drawn.includes(p)).map((slip) => {
      const [a, b] = shuffled(contacts, random);
      return { slip, at: slip === 'exchanged' ? [a!, b!].sort() : [a!] };
    }),
    gate: 'identify',
    caught: [],
    alarms: [],
    port,
    otherPort,
    metre: random(),
  };
}

/** What is wrong and was not stopped. */
export const uncaught = (t: Termination): Planted[] =>
  t.planted.map((p) => p.slip).filter((s) => !t.caught.some((c) => c.slip === s));
const showsAt = (t: Termination) => (s: Planted) =>
  t.gate !== 'over' && PLANTED_SLIPS[s].seen.includes(t.gate);
/** What is wrong and to be seen at the gate where it stands. */
export const toBeSeen = (t: Termination): Planted[] => uncaught(t).filter(showsAt(t));
/** What one may say at the gate where it stands. */
export const sayable = (t: Termination): Planted[] => plantedAt(t.family).filter(showsAt(t));

/** Stops it for a slip. One that is there is put right; one that is not is a false alarm. */
export function stopFor(t: Termination, slip: Planted): Termination {
  if (t.gate === 'over') return t;
  const gate = t.gate;
  return toBeSeen(t).includes(slip)
    ? { ...t, caught: [...t.caught, { slip, gate }] }
    : { ...t, alarms: [...t.alarms, { slip, gate }] };
}

/** Lets it go on to the next gate; after the last one it is over. */
export function goOn(t: Termination): Termination {
  if (t.gate === 'over') return t;
  return { ...t, gate: WATCHED_GATES[WATCHED_GATES.indexOf(t.gate) + 1] ?? 'over' };
}

/** False alarms that are still good. Our judgement. */
const MOST_ALARMS = 1;
/** How it went: a slip let through, or alarms all the time, are not right. 1 again to 4 easy, as the scheduler counts. */
export function terminationResult(t: Termination): { right: boolean; rating: 1 | 2 | 3 | 4; slip?: string } {
  const missed = uncaught(t);
  const late = t.caught.some((c) => PLANTED_SLIPS[c.slip].seen[0] !== c.gate);
  if (missed.length) return { right: false, rating: 1, slip: missed.map((m) => `let through: ${PLANTED_SLIPS[m].says}`).join('; ') }; // prettier-ignore
  if (t.alarms.length > MOST_ALARMS)
    return { right: false, rating: 1, slip: `stopped it ${t.alarms.length} times for nothing` };
  return { right: true, rating: t.alarms.length || late ? 2 : 3 };
}

/** What is to be seen of a termination at its gate: what is done there, and how it is. */
export interface Seen {
  /** What the gate asks, as at the bench. */
  steps: string[];
  /** What one sees or measures, name and value. */
  facts: { name: string; value: string }[];
  /** The end as it lies; missing before anything lies. */
  end?: ShownEnd;
}

/** What is to be seen at the gate where a termination stands. */
export function seenAt(t: Termination, units: Units): Seen {
  const guide = GUIDES[t.family];
  const wrong = new Set(toBeSeen(t));
  const gate = t.gate === 'over' ? 'look' : t.gate;
  const setting = { units, untwist: 'standard', category: '6', order: { scheme: t.scheme } } as const;
  const limit = untwistLimit(setting.untwist, setting.category).mm;
  const mm = (x: number) => formatLength(x, units);
  // What is right lies a little below what is asked, what is wrong far above it.
  const near = 0.88 + 0.12 * t.metre;
  const strip = (guide.lengths.slit ?? guide.lengths.strip)!.mm;
  const first = threadedFirst(guide);
  const facts: Record<WatchedGate, [string, string | null][]> = {
    identify: [
      ['the port', t.port],
      ['the tape on the cable', wrong.has('other-cable') ? t.otherPort : t.port],
      ['threaded on', first === null ? null : wrong.has('not-threaded') ? 'nothing' : first],
    ],
    prep: [
      ['jacket off', mm(strip * (wrong.has('stripped-long') ? 1.7 + t.metre : near))],
      ['looked at all round', mediumOf(t.family) === 'coax' ? null : wrong.has('nick') ? 'a bright line across one conductor' : 'no mark on any'],
      ['threaded on', first === null ? null : wrong.has('not-threaded') ? 'nothing' : first],
    ],
    lay: [
      ['untwisted', mediumOf(t.family) === 'coax' ? null : mm(limit * (wrong.has('untwisted') ? 1.8 + t.metre : 0.7 * near))],
      ['foil', screened(t.family) ? (wrong.has('foil') ? 'see the drawing' : 'cut back behind the contacts') : null],
      ['braid', mediumOf(t.family) !== 'coax' ? null : wrong.has('strand') ? 'folded back, one strand along the dielectric to the front' : 'folded back all round'],
    ],
    'read-back': [
      ['untwisted', mediumOf(t.family) === 'coax' ? null : mm(limit * (wrong.has('untwisted') ? 1.8 + t.metre : 0.7 * near))],
      ['braid', mediumOf(t.family) !== 'coax' ? null : wrong.has('strand') ? 'one strand beside the centre' : 'clear of the centre'],
      ['dielectric', mediumOf(t.family) !== 'coax' ? null : wrong.has('dielectric') ? 'stands 3 mm back inside' : 'flush inside'],
      ['the tool', !PLANTED_SLIPS.tool.at(t.family) ? null : toolWords(t.family, wrong.has('tool'))],
    ],
    look: [
      ['contacts', !PLANTED_SLIPS.proud.at(t.family) ? null : wrong.has('proud') ? 'one stands above the others' : 'all level'],
      ['cap', !PLANTED_SLIPS.askew.at(t.family) ? null : wrong.has('askew') ? 'a gap on one side' : 'no gap on any side'],
      ['tails', !PLANTED_SLIPS.tail.at(t.family) ? null : wrong.has('tail') ? 'one is longer than the space between two slots' : 'cut clean'],
      ['a tug', wrong.has('tug') ? 'the jacket moves out a little' : 'nothing moves'],
    ],
  }; // prettier-ignore
  return {
    steps: guide.gates[gate].steps.map((s) => guideText(s, guide, setting)),
    facts: facts[gate].flatMap(([name, value]) => (value === null ? [] : [{ name, value }])),
    ...(gate === 'lay' || gate === 'read-back' ? { end: lying(t, wrong) } : {}),
  };
}

function toolWords(family: ConnectorFamily, wrong: boolean): string {
  if (family === 'coax-compression') return wrong ? 'set for a longer connector' : 'set for this connector';
  if (family === 'punch-down-jack' || family === 'patch-panel')
    return wrong ? 'cutting edge toward the jacket' : 'cutting edge to the outside';
  return wrong ? 'its ratchet lets go before the end' : 'its ratchet lets go at the end';
}

/** The end as it lies, with what of it is wrong. */
function lying(t: Termination, wrong: ReadonlySet<Planted>): ShownEnd {
  const shielded = screened(t.family);
  const scheme = wrong.has('other-scheme') ? SCHEMES.find((s) => s !== t.scheme)! : t.scheme;
  const laid: Partial<Record<BenchContact, BenchConductor>> = Object.fromEntries(
    benchContacts(t.family, shielded).map((c) => [c, belongsAt(t.family, { scheme }, c)]),
  );
  const at = (slip: Planted) => t.planted.find((p) => p.slip === slip)!.at;
  if (wrong.has('exchanged')) {
    const [a, b] = at('exchanged') as [BenchContact, BenchContact];
    [laid[a], laid[b]] = [laid[b]!, laid[a]!];
  }
  const plug = GUIDES[t.family].layout.kind === 'plug';
  return {
    family: t.family,
    laid,
    ...(plug ? { view: { up: 'contacts', from: 'rear' } } : {}),
    ...(wrong.has('short-copper') ? { shortCopper: at('short-copper')[0]! } : {}),
    ...(wrong.has('jacket-short') ? { jacketShort: true } : {}),
    ...(wrong.has('foil') ? { foilAt: at('foil')[0]! } : {}),
  };
}
