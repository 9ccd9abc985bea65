import type { EntryOf } from '../model/entry';
import { judge } from '../reading/verdict';
import type { Fault } from '../reading/faults';
import type { Link } from '../model/job';
import { readMeasured } from './measured';

/** How many in a row make a pattern, where the job's policy does not say. Our judgement. */
export const USUAL_THRESHOLDS = { sameContact: 3, sameSplit: 3, sameSlot: 3 } as const;
/** How many in a row make a pattern. */
export type Thresholds = { -readonly [K in keyof typeof USUAL_THRESHOLDS]: number };

/** A reading as patterns see it. */
export interface SeenReading {
  link: Link;
  entry: EntryOf<'reading'>;
  faults: readonly Fault[];
}

/** A pattern over several links, and what to check before going on. */
export interface Pattern {
  kind: 'same-contact' | 'same-split' | 'same-slot' | 'all-open';
  /** Contacts or contact pairs that it is about. */
  contacts: readonly string[];
  /** Labels of the links behind it, oldest first. */
  links: readonly string[];
  text: string;
}

/** A reading entry with the faults it shows; null where it cannot be read. */
export function seeReading(link: Link, entry: EntryOf<'reading'>): SeenReading | null {
  const read = readMeasured(entry.data.reading, link.shielded);
  return read.ok ? { link, entry, faults: judge(read.reading, link.ordered).faults } : null;
}

const opensAndShorts = (r: SeenReading): Set<string> =>
  new Set(r.faults.filter((f) => f.kind === 'open' || f.kind === 'short').flatMap((f) => f.contacts));
const splitsOf = (r: SeenReading): string[] =>
  r.faults.filter((f) => f.kind === 'split-pair').flatMap((f) => (f.pair ? [f.pair] : []));

/** The last readings, one a link, newest last; a link read twice counts by its last reading. */
function lastEach(readings: readonly SeenReading[]): SeenReading[] {
  const out: SeenReading[] = [];
  for (const r of [...readings].reverse()) if (!out.some((o) => o.link.id === r.link.id)) out.unshift(r);
  return out;
}

/**
 * What the newest reading makes of those before it. `readings` are in the order in which they were taken, the one
 * just logged last. At most one pattern is told: the one to act on first.
 */
export function patternAt(
  readings: readonly SeenReading[],
  thresholds: { [K in keyof Thresholds]?: number | undefined } = {},
): Pattern | null {
  const most: Thresholds = {
    sameContact: thresholds.sameContact ?? USUAL_THRESHOLDS.sameContact,
    sameSplit: thresholds.sameSplit ?? USUAL_THRESHOLDS.sameSplit,
    sameSlot: thresholds.sameSlot ?? USUAL_THRESHOLDS.sameSlot,
  };
  const now = readings.at(-1);
  if (!now || now.faults.length === 0) return null;
  if (now.faults.some((f) => f.kind === 'all-open'))
    return {
      kind: 'all-open',
      contacts: [],
      links: [now.link.label],
      text: `Nothing answers on ${now.link.label}. Is this the right port, and is the remote plugged in? Only then is it a failure.`,
    };
  const each = lastEach(readings);
  const labels = (list: readonly SeenReading[]) => list.map((r) => r.link.label);
  const slot = [...opensAndShorts(now)].filter((c) => now.faults.some((f) => f.kind === 'open' && f.contacts.includes(c as never))); // prettier-ignore
  const onPanel = each.filter((r) => r.link.head.panel === now.link.head.panel);
  for (const contact of slot) {
    const open = onPanel.filter(
      (r) =>
        r.entry.data.blame?.includes('head') &&
        r.faults.some((f) => f.kind === 'open' && f.contacts.includes(contact as never)),
    );
    if (open.length >= most.sameSlot && open.includes(now))
      return {
        kind: 'same-slot',
        contacts: [contact],
        links: labels(open),
        text: `Contact ${contact} is open at the panel on ${labels(open).join(', ')}: look at the blade and at the panel before you go on.`,
      };
  }
  const run = each.slice(-most.sameContact);
  if (run.length === most.sameContact)
    for (const contact of opensAndShorts(now))
      if (run.every((r) => opensAndShorts(r).has(contact)))
        return {
          kind: 'same-contact',
          contacts: [contact],
          links: labels(run),
          text: `Contact ${contact} fails on ${labels(run).join(', ')} in a row: suspect the test lead first. Prove the leads against each other.`,
        };
  const byHand = each.filter((r) => r.entry.by === now.entry.by).slice(-most.sameSplit);
  if (byHand.length === most.sameSplit)
    for (const pair of splitsOf(now))
      if (byHand.every((r) => splitsOf(r).includes(pair)))
        return {
          kind: 'same-split',
          contacts: [pair],
          links: labels(byHand),
          text: `The same split on ${labels(byHand).join(', ')}: an order in the hand that is wrong. Read the scheme back before the next one.`,
        };
  return null;
}
