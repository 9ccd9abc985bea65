import { effective } from '../log/effective';
import type { LogEntry } from '../model/entry';
import { ofLink } from '../model/of-link';

/** Skills that a kind of mistake found on the job asks for. */
const ASKS_FOR: Readonly<Record<string, readonly string[]>> = {
  'other-scheme': ['reading/other-scheme', 'order/T568A/contacts', 'order/T568B/contacts'],
  'upside-down': ['order/T568B/latch', 'order/T568A/latch', 'reading/upside-down'],
  'side-by-side': ['reading/split', 'sums/scheme-pair'],
  'centre-exchanged': ['reading/crossed', 'sums/scheme-pair'],
  'neighbour-swap': ['hands/exchanged', 'reading/split'],
  'white-mix-up': ['hands/exchanged', 'reading/split'],
  'solid-mix-up': ['hands/exchanged', 'reading/split'],
  'any-exchanged': ['hands/exchanged', 'reading/split'],
  'pair-reversed': ['reading/reversed', 'hands/exchanged'],
  'pairs-exchanged': ['reading/crossed'],
  'short-conductor': ['hands/short-copper', 'reading/open'],
  'two-short': ['hands/short-copper', 'reading/open'],
  'missed-punch': ['reading/open'],
  'two-missed': ['reading/open'],
  'half-punched': ['reading/open'],
  'half-pierced': ['reading/open'],
  'contacts-bridged': ['hands/tail-left', 'reading/short'],
  'neighbours-joined': ['hands/tail-left', 'reading/short'],
};

/** Skills that mistakes found on the job ask for, with how often, by who did the end last before it was found. */
function askedFor(log: readonly LogEntry[], of: (person: string) => boolean): Map<string, number> {
  const did = new Map<string, string>();
  const out = new Map<string, number>();
  for (const e of effective(log)) {
    if (!ofLink(e)) continue;
    if ((e.kind === 'seated' || e.kind === 'redone') && e.end) did.set(`${e.link} ${e.end}`, e.by);
    if (e.kind !== 'found') continue;
    for (const { kind, where } of e.data.mistakes) {
      const person = did.get(`${e.link} ${where}`);
      if (person === undefined || !of(person)) continue;
      for (const s of ASKS_FOR[kind] ?? []) out.set(s, (out.get(s) ?? 0) + 1);
    }
  }
  return out;
}

/** Skills that the mistakes found in somebody's own terminations ask for. */
export const ownFaults = (log: readonly LogEntry[], person: string): string[] => [
  ...askedFor(log, (p) => p === person).keys(),
];
/** Skills that the mistakes found on a job ask for, whoever made them: the oftenest first. */
export const faultsOfJob = (log: readonly LogEntry[]): string[] =>
  [...askedFor(log, () => true)].sort((a, b) => b[1] - a[1]).map(([s]) => s);
