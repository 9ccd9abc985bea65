import type { EntryOf } from '../model/entry';
import { DEFAULT_COSTS } from '../model/costs';
import { judge } from '../reading/verdict';
import type { Fault, FaultKind } from '../reading/faults';
import type { Link, Part } from '../model/job';
import { reachedByLead } from '../wiring/connector';
import { ENDS } from '../wiring/conductors';
import { listed } from '../wiring/words';
import { USUAL_LEAD_HOURS } from './leads';
import { readMeasured } from './measured';
import type { LinkStatus } from './state';

/** How many make a pattern, where the job's policy does not say. Our judgement. */
export const USUAL_THRESHOLDS = { sameContact: 3, sameSplit: 3, sameSlot: 3 } as const;
/** How many make a pattern: the same deviation through the same leads, by the same hand, at the same panel. */
export type Thresholds = { -readonly [K in keyof typeof USUAL_THRESHOLDS]: number };

/** How many make a pattern where the leads are not known to be good: two links alike are then 19 times in 20 the lead. */
const BY_DOUBTED_LEADS = 2;
/** Over how many links a pattern is looked for, as a multiple of how many make one: k of the last 2k. Our judgement. */
const WINDOW = 2;

/** A reading as patterns see it. */
export interface SeenReading {
  link: Link;
  entry: EntryOf<'reading'>;
  faults: readonly Fault[];
  /** Tools its ends were last worked on with, as far as that was said. */
  tools: readonly { id: string; name: string }[];
}

/** A pattern over several links, and what to check before going on. */
export interface Pattern {
  kind: 'same-lead' | 'same-hand' | 'same-slot' | 'same-tool' | 'all-open';
  /** What is the same, such as `contact 4 open`. */
  deviation: string;
  /** Labels of the links behind it, oldest first. */
  links: readonly string[];
  text: string;
}

/** A reading entry with the faults it shows; null where it cannot be read. */
export function seeReading(
  link: Link,
  entry: EntryOf<'reading'>,
  tools: SeenReading['tools'] = [],
): SeenReading | null {
  const read = readMeasured(entry.data.reading, link.shielded);
  return read.ok ? { link, entry, faults: judge(read.reading, link.ordered).faults, tools } : null;
}

/** Kinds of parts that are tools: what is wrong with one shows on every end it touches. */
const TOOLS: ReadonlySet<string> = new Set(['crimper', 'punch tool']);

/** The tools among the parts the ends of a link were last worked on with. */
export function toolsAt(status: LinkStatus, parts: readonly Part[]): SeenReading['tools'] {
  const used = new Set(ENDS.flatMap((e) => status[e].parts ?? []));
  return parts.filter((p) => TOOLS.has(p.kind) && used.has(p.id)).map(({ id, name }) => ({ id, name }));
}

/** What a bad test lead can show: an open path, joined ones, a crossover or rolled cord, no shield. */
const OF_A_LEAD: ReadonlySet<FaultKind> = new Set<FaultKind>(['open', 'short', 'shield-open', 'crossed-schemes', 'full-crossover', 'rollover']); // prettier-ignore

const KIND_WORDS: Record<FaultKind, string> = {
  open: 'open',
  short: 'joined',
  'reversed-pair': 'reversed',
  'transposed-pair': 'transposed',
  'split-pair': 'split',
  miswire: 'out of order',
  'shield-open': 'shield open',
  'crossed-schemes': 'A at one end, B at the other',
  'full-crossover': 'a full crossover',
  rollover: 'all eight in reverse order',
  'straight-on-crossover': 'straight where a crossover is ordered',
  'all-open': 'nothing answers',
};

interface Deviation {
  kind: FaultKind;
  says: string;
}

/** What a reading deviates by, each once: the whole link's kind stands for the pairs it transposes. */
function deviations({ faults }: SeenReading): Deviation[] {
  const whole = faults.some((f) => f.kind === 'crossed-schemes');
  return faults
    .filter((f) => !(whole && f.kind === 'transposed-pair'))
    .map((f) => {
      const words = KIND_WORDS[f.kind];
      const where =
        f.contacts.length > 4 || f.kind === 'shield-open' || f.kind === 'crossed-schemes' || f.kind === 'straight-on-crossover' // prettier-ignore
          ? ''
          : f.pair && f.kind.endsWith('-pair')
            ? `pair ${f.pair[0]}-${f.pair[1]} `
            : `${f.contacts.length === 1 ? 'contact' : 'contacts'} ${listed(f.contacts)} `;
      return { kind: f.kind, says: `${where}${words}` };
    });
}

/** The last readings, one a link, newest last; a link read twice counts by its last reading. */
function lastEach(readings: readonly SeenReading[]): SeenReading[] {
  const out: SeenReading[] = [];
  for (const r of [...readings].reverse()) if (!out.some((o) => o.link.id === r.link.id)) out.unshift(r);
  return out;
}

/** Whether the leads of a reading were proven within these hours before it. */
function leadsSure({ entry }: SeenReading, hours: number): boolean {
  const { leadsProvenAt, leadsFailed } = entry.data;
  if (leadsFailed || leadsProvenAt === undefined) return false;
  const age = (Date.parse(entry.at) - Date.parse(leadsProvenAt)) / 3_600_000;
  return age >= 0 && age <= hours;
}

/** The leads a reading was taken through: by name, else whatever that person had in hand. */
const leadsOf = ({ entry }: SeenReading) => entry.data.leads?.join() || `by ${entry.by}`;

const minutesLost = DEFAULT_COSTS.redoJack + DEFAULT_COSTS.prove;

/**
 * What the newest reading makes of those before it. `readings` are in the order in which they were taken, the one
 * just logged last. At most one pattern is told: the one to act on first, which is the cheapest to look at.
 */
export function patternAt(
  readings: readonly SeenReading[],
  thresholds: { [K in keyof Thresholds]?: number | undefined } = {},
  leadHours = USUAL_LEAD_HOURS,
): Pattern | null {
  const now = readings.at(-1);
  if (!now || now.faults.length === 0) return null;
  if (now.faults.some((f) => f.kind === 'all-open'))
    return {
      kind: 'all-open',
      deviation: KIND_WORDS['all-open'],
      links: [now.link.label],
      text: `Nothing answers on ${now.link.label}. Is this the right port, and is the remote plugged in? Only then is it a failure.`,
    };
  const each = lastEach(readings);
  const sure = leadsSure(now, leadHours);
  const through = [now.link.head, now.link.tail].some((end) => reachedByLead(end.connector));
  /** Links of a group that deviate alike, where they are as many as make a pattern among the last of the group. */
  const alike = (d: Deviation, most: number, sameGroup: (r: SeenReading) => boolean) => {
    const last = each.filter(sameGroup).slice(-most * WINDOW);
    const found = last.filter((r) => deviations(r).some((x) => x.says === d.says));
    return found.length >= most ? found.map((r) => r.link.label) : null;
  };
  const told = (kind: Pattern['kind'], d: Deviation, links: readonly string[], check: string): Pattern => ({
    kind,
    deviation: d.says,
    links,
    text: `${listed(links)}: ${d.says}, ${links.length} of the last few. ${check} Each one more costs about ${minutesLost} minutes.`,
  });
  const most = { ...USUAL_THRESHOLDS, ...Object.fromEntries(Object.entries(thresholds).filter(([, n]) => n !== undefined)) } as Thresholds; // prettier-ignore
  const seen = deviations(now);

  for (const d of through && !sure ? seen.filter((x) => OF_A_LEAD.has(x.kind)) : []) {
    const links = alike(d, Math.min(BY_DOUBTED_LEADS, most.sameContact), (r) => leadsOf(r) === leadsOf(now));
    if (links)
      return told('same-lead', d, links, 'Suspect the test lead first: prove the leads against each other, two minutes.'); // prettier-ignore
  }
  for (const d of seen.filter((x) => x.kind === 'open' || x.kind === 'short')) {
    const atSlot = (r: SeenReading) =>
      now.link.head.panel !== undefined && r.link.head.panel === now.link.head.panel;
    const links = alike(d, most.sameSlot, (r) => atSlot(r) && (r === now || (r.entry.data.blame?.includes('head') ?? true))); // prettier-ignore
    if (links && now.entry.data.blame?.includes('head'))
      return told('same-slot', d, links, 'Look at the blade and at the panel before you go on.');
  }
  for (const tool of now.tools)
    for (const d of seen.filter((x) => x.kind === 'open' || x.kind === 'short')) {
      const links = alike(d, most.sameSlot, (r) => r.tools.some((t) => t.id === tool.id));
      if (links) return told('same-tool', d, links, `All were made with ${tool.name}: look at its blade before you go on.`); // prettier-ignore
    }
  for (const d of seen) {
    const lead = OF_A_LEAD.has(d.kind);
    const links = alike(d, lead ? most.sameContact : most.sameSplit, (r) => r.entry.by === now.entry.by);
    if (!links) continue;
    return lead && through && d.kind !== 'crossed-schemes'
      ? told('same-lead', d, links, 'Suspect the test lead first: prove the leads against each other, two minutes.') // prettier-ignore
      : told('same-hand', d, links, 'It is the same each time: an order in the hand that is wrong. Read the scheme back before the next one.'); // prettier-ignore
  }
  return null;
}
