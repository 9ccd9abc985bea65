import { copperAsOrdered, READ_DIRECTLY, type Copper } from '../copper/copper';
import { sense } from '../copper/sense';
import { endMistakes, madeAt, STARTING_WEIGHTS } from '../diagnose/catalogue';
import { narrowEnd, wideEnd } from '../diagnose/compact';
import { drawMistakes } from './draw';
import { READ_BACK_FACTOR } from '../diagnose/place-states';
import type { Entry } from '../model/entry';
import type { Measured } from '../model/reading';
import { readMeasured } from '../log/measured';
import { effective } from '../log/effective';
import { randomFrom, seedOf } from './random';
import { writeWalk } from '../reading/walk';
import type { Contact, End } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';

/** Chance that an end of the practice bench has a mistake: far more than in the field, so that there is something to find. Our judgement. */
export const PRACTICE_MISTAKE = 0.3;

/** Copper that makes a failing reading, as a diagnosis explains it; null when nothing does. */
export type ExplainReading = (measured: Measured) => Copper | null;

/**
 * The hidden copper of a practice link, from its log alone: every end that was seated holds what chance gave it, a
 * redo draws anew, a re-punch mends what it punches, and what the log says was read is what lay there then.
 */
export function hiddenCopper(
  link: string,
  spec: LinkSpec,
  entries: readonly Entry[],
  explain: ExplainReading,
): Copper {
  const right = copperAsOrdered(spec);
  const empty = () => ({ seats: {}, open: [], looksHome: [], bent: [], bridges: [] });
  const nothingYet = (): Copper => ({
    head: empty(),
    tail: empty(),
    cable: { breaks: [], bridges: [] },
    ...READ_DIRECTLY,
  });
  let copper = nothingYet();
  const attempts: Record<End, number> = { head: 0, tail: 0 };
  const readBack: Record<End, boolean> = { head: false, tail: false };
  const made = (end: End): void => {
    const random = randomFrom(seedOf(link, end, ++attempts[end]));
    const { connector } = spec[end];
    const ways = endMistakes(connector, madeAt(spec, end)).filter(
      (w) => !(readBack[end] && w.permutes) || random() < READ_BACK_FACTOR,
    );
    const drawn = drawMistakes(
      narrowEnd(right[end]),
      ways,
      attempts[end] === 1 ? PRACTICE_MISTAKE : PRACTICE_MISTAKE / 4,
      STARTING_WEIGHTS[connector],
      random,
    );
    readBack[end] = false;
    copper = {
      ...copper,
      [end]: wideEnd(drawn, spec.shielded),
      cable: { ...copper.cable, breaks: copper.cable.breaks.filter((b) => b.zone !== end) },
    };
  };
  for (const e of effective(entries)) {
    if (e.kind === 'seated') made(e.end!);
    else if (e.kind === 'read-back') readBack[e.end!] = e.data.right;
    else if (e.kind === 'redone' && e.data.action === 'redo') made(e.end!);
    else if (e.kind === 'redone')
      copper = { ...copper, [e.end!]: punched(copper, right, e.end!, e.data.contacts ?? []) };
    else if (e.kind === 'repulled') copper = nothingYet();
    else if (e.kind === 'reading') copper = agreeing(copper, right, spec, e.data.reading, explain);
  }
  return copper;
}

function punched(copper: Copper, right: Copper, end: End, contacts: readonly Contact[]): Copper[End] {
  const now = copper[end];
  const mended = (c: Contact) => contacts.includes(c) && !now.bent.includes(c);
  return {
    seats: { ...now.seats, ...Object.fromEntries(contacts.map((c) => [c, right[end].seats[c]])) },
    open: now.open.filter((c) => !mended(c)),
    looksHome: now.looksHome.filter((c) => !mended(c)),
    bent: now.bent,
    bridges: now.bridges.filter((b) => !b.some((c) => contacts.includes(c))),
  };
}

/** The copper after a reading: as it was where that gives the reading, else what does. */
function agreeing(
  copper: Copper,
  right: Copper,
  spec: LinkSpec,
  measured: Measured,
  explain: ExplainReading,
): Copper {
  const read = readMeasured(measured, spec.shielded);
  if (!read.ok) return copper;
  const walk = writeWalk(read.reading.walk);
  const gives = (c: Copper) => {
    const seen = sense(c, spec.shielded);
    return (
      writeWalk(seen.walk) === walk &&
      (read.reading.splits === undefined || seen.splits.join() === read.reading.splits.join())
    );
  };
  if (gives(copper)) return copper;
  return gives(right) ? right : (explain(measured) ?? copper);
}
