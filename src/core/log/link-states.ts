import type { End } from '../wiring/conductors';
import { TERMINATION_STATES, type LinkStatus, type TerminationState } from './state';

/** How both ends of a link stand, and no more of them. */
export type EndStates = Record<End, { state: TerminationState }>;

/** Every pair of states, made once: links by the thousand share them. */
const PAIRS = new Map<string, EndStates>(
  TERMINATION_STATES.flatMap((head) =>
    TERMINATION_STATES.map((tail) => [`${head} ${tail}`, { head: { state: head }, tail: { state: tail } }] as const),
  ),
); // prettier-ignore

/** The text between what comes before it and the next quotation mark, from a place on; null where that is not there. */
function quoted(text: string, before: string, from: number, atOnce: boolean): string | null {
  const at = atOnce ? (text.startsWith(before, from) ? from : -1) : text.indexOf(before, from);
  if (at < 0) return null;
  const start = at + before.length;
  const end = text.indexOf('"', start);
  return end < 0 ? null : text.slice(start, end);
}

/** The link that a line of JSON is about, and the states of its ends, without reading the rest. Null: it is to be read whole. */
function gist(line: string): { link: string; ends: EndStates } | null {
  const link = quoted(line, '{"link":"', 0, true);
  // An id with a mark that JSON writes otherwise.
  if (link === null || link.includes('\\')) return null;
  const head = quoted(line, ',"head":{"state":"', '{"link":""'.length + link.length, true);
  const tail = quoted(line, ',"tail":{"state":"', 0, false);
  const ends = PAIRS.get(`${head} ${tail}`);
  return ends ? { link, ends } : null;
}

interface Known {
  ends: EndStates;
  /** The state as JSON, until somebody asks for more of it than its ends. */
  text: string | null;
  status: LinkStatus | null;
}

/**
 * States of links by link. Those of a large job come as text, a line of JSON each, and are read one by one as somebody
 * asks for them: a phone takes half a second for ten thousand, and looks at a hundred.
 */
export class LinkStates {
  private constructor(private readonly known: ReadonlyMap<string, Known>) {}

  static of(states: readonly LinkStatus[]): LinkStates {
    return new LinkStates(new Map(states.map((s) => [s.link, { ends: s, text: null, status: s }])));
  }

  /** Out of text with a state a line; throws a SyntaxError where a line is no JSON. */
  static read(text: string): LinkStates {
    const known = new Map<string, Known>();
    for (const line of text ? text.split('\n') : []) {
      const seen = gist(line);
      if (seen) known.set(seen.link, { ends: seen.ends, text: line, status: null });
      else {
        const status = JSON.parse(line) as LinkStatus;
        known.set(status.link, { ends: status, text: null, status });
      }
    }
    return new LinkStates(known);
  }

  /** How many links there are. */
  get size(): number {
    return this.known.size;
  }

  get(link: string): LinkStatus | undefined {
    const found = this.known.get(link);
    return found && statusOf(found);
  }

  /** How the ends of a link stand, which costs next to nothing. */
  endsOf(link: string): EndStates | undefined {
    return this.known.get(link)?.ends;
  }

  /** These states, and in place of those of the same links others. */
  with(states: readonly LinkStatus[]): LinkStates {
    return new LinkStates(new Map([...this.known, ...LinkStates.of(states).known]));
  }

  /** All of them. */
  all(): LinkStatus[] {
    return [...this.known.values()].map(statusOf);
  }

  /** Reads all that nobody has asked for yet, so many between two rests. */
  *readAhead(atOnce: number): Generator<void, void> {
    let read = 0;
    for (const k of this.known.values()) {
      if (k.status) continue;
      statusOf(k);
      if (++read % atOnce === 0) yield;
    }
  }
}

function statusOf(k: Known): LinkStatus {
  k.status ??= JSON.parse(k.text!) as LinkStatus;
  k.text = null;
  return k.status;
}
