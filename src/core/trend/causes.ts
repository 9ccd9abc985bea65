import { MISTAKE_WORDS } from '../copper/mistake';
import type { LogEntry } from '../model/entry';
import { ofLink } from '../model/of-link';
import { rateOf, type Rate } from '../statistics/rates';

/** A cause of what failed: how often it was found, of all mistakes found, and on which links. */
export interface Cause extends Rate {
  kind: string;
  says: string;
  links: string[];
  /** What the crew can do about it. */
  advice: string;
}

const ADVICE: readonly (readonly [RegExp, string])[] = [
  [/split|swap|mix-up|exchanged|side-by-side|reversed/, 'Read each contact back by itself before it is permanent.'],
  [/scheme/, 'Put the scheme of the job where it is seen: on the panel and in the lid of the bag.'],
  [/upside-down/, 'Hold the plug as it is drawn, and look at contact 1 before the crimp.'],
  [/missed|half-punched|neighbours-joined/, 'Change or turn the blade, and look along the slots after each port.'],
  [/bent/, 'Look into each jack before it is punched, and put the box by where it comes again.'],
  [/not-closed|not-pierced/, 'Press the cap home on both sides, and look at it from the side.'],
  [/short-conductor|two-short|not-crimped|half-pierced|contacts-bridged/, 'Look at every tip at the nose, and press the crimper to its stop.'],
  [/nick|broken|cut|pierced/, 'Score the jacket and bend it: do not cut through.'],
  [/lead/, 'Prove the test leads against each other in the morning.'],
]; // prettier-ignore

/** Mistakes found on a job, the most frequent first, with the bounds of their share; of the log as it counts. */
export function causesOf(counted: readonly LogEntry[], labelOf: (link: string) => string): Cause[] {
  const counts = new Map<string, string[]>();
  for (const e of counted)
    if (ofLink(e) && e.kind === 'found')
      for (const { kind } of e.data.mistakes) counts.set(kind, [...(counts.get(kind) ?? []), labelOf(e.link)]);
  const all = [...counts.values()].reduce((n, l) => n + l.length, 0);
  return [...counts]
    .map(([kind, links]): Cause => ({
      ...rateOf(links.length, all),
      kind,
      says: MISTAKE_WORDS[kind] ?? kind,
      links: [...new Set(links)],
      advice: ADVICE.find(([pattern]) => pattern.test(kind))?.[1] ?? 'Write down how it came about, so that it is known next time.',
    }))
    .sort((a, b) => b.hits - a.hits);
} // prettier-ignore
