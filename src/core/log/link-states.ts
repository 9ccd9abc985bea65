import { inflateSync, strFromU8 } from 'fflate';
import type { End } from '../wiring/conductors';
import { TERMINATION_STATES, type LinkStatus, type TerminationState } from './state';
import { inRework } from './rework';

/** How both ends of a link stand, and whether what was found wrong has not been told; no more of them. */
export type EndStates = Record<End, { state: TerminationState }> & { untold?: unknown };

/** What goes before packed states: it tells how the ends of every link stand, and where which state lies. */
export interface PacksHead {
  /** What occurs of both ends together, head and tail; `true` behind them where something is untold. */
  pairs: [head: TerminationState, tail: TerminationState, untold?: true][];
  /** Every link, pack by pack, each followed by the number of its pair. */
  links: (string | number)[];
  /** Of each pack, how many states it holds and how many bytes it has. */
  packs: [states: number, bytes: number][];
}

/** The text between what comes before it and the next quotation mark, from a place on; null where that is not there. */
function quoted(text: string, before: string, from: number, atOnce: boolean): string | null {
  const at = atOnce ? (text.startsWith(before, from) ? from : -1) : text.indexOf(before, from);
  if (at < 0) return null;
  const start = at + before.length;
  const end = text.indexOf('"', start);
  return end < 0 ? null : text.slice(start, end);
}

const isState = (s: string | null): s is TerminationState =>
  s !== null && (TERMINATION_STATES as readonly string[]).includes(s);

/** What a head tells of a state: out of its JSON without reading all of that, or by reading it where it is not as it is written here. */
function gist(json: string): Gist {
  const ends = endsIn(json);
  // Within a text of its own its quotation marks would be escaped.
  return { ...ends, untold: json.includes('"untold":') };
}
interface Gist {
  link: string;
  head: TerminationState;
  tail: TerminationState;
  untold: boolean;
}
function endsIn(json: string): Omit<Gist, 'untold'> {
  const link = quoted(json, '{"link":"', 0, true);
  if (link !== null && !link.includes('\\')) {
    const head = quoted(json, ',"head":{"state":"', '{"link":""'.length + link.length, true);
    const tail = quoted(json, ',"tail":{"state":"', 0, false);
    if (isState(head) && isState(tail)) return { link, head, tail };
  }
  const status = JSON.parse(json) as LinkStatus;
  return { link: status.link, head: status.head.state, tail: status.tail.state };
}

/** States in a pack: those of four panels or so, since whoever looks at one of them looks at its neighbours. Our judgement. */
const PACKED_TOGETHER = 100;

/**
 * Packs states as they are stored, as JSON: those in rework and those of which something is untold first, which redo looks
 * at all together, the others in this order. `deflate` makes raw DEFLATE data (RFC 1951) of a text.
 */
export async function packStates(
  stored: readonly string[],
  deflate: (text: string) => Promise<Uint8Array>,
): Promise<{ head: PacksHead; packs: Uint8Array[] }> {
  const numbers = new Map<string, number>();
  const head: PacksHead = { pairs: [], links: [], packs: [] };
  const texts: string[] = [];
  const told = stored.map((json) => ({ json, ...gist(json) }));
  const wanted = (s: Gist) => s.untold || inRework({ head: { state: s.head }, tail: { state: s.tail } });
  const ordered = [...told.filter(wanted), ...told.filter((s) => !wanted(s))];
  for (let i = 0; i < ordered.length; i += PACKED_TOGETHER) {
    const group = ordered.slice(i, i + PACKED_TOGETHER);
    texts.push(`[${group.map((s) => s.json).join(',')}]`);
    for (const s of group) {
      const pair = `${s.head} ${s.tail} ${s.untold}`;
      if (!numbers.has(pair)) numbers.set(pair, head.pairs.push(s.untold ? [s.head, s.tail, true] : [s.head, s.tail]) - 1); // prettier-ignore
      head.links.push(s.link, numbers.get(pair)!);
    }
  }
  const packs = await Promise.all(texts.map(deflate));
  head.packs = packs.map((p, i) => [
    Math.min(PACKED_TOGETHER, stored.length - i * PACKED_TOGETHER),
    p.byteLength,
  ]);
  return { head, packs };
}

interface Known {
  link: string;
  ends: EndStates;
  /** Missing until the pack it lies in is read. */
  status: LinkStatus | null;
  pack: Pack | null;
}

/** States that lie packed until somebody asks for one of them. */
class Pack {
  readonly members: Known[] = [];

  constructor(private readonly bytes: Uint8Array) {}

  read(): void {
    const states = JSON.parse(strFromU8(inflateSync(this.bytes))) as LinkStatus[];
    // One link's state is never shown for another's.
    if (states.length !== this.members.length || states.some((s, i) => s.link !== this.members[i]!.link))
      throw new SyntaxError('A pack of states is damaged.');
    this.members.forEach((known, i) => {
      const status = states[i]!;
      Object.assign(known, { ends: status, status, pack: null } satisfies Partial<Known>);
    });
  }
}

/**
 * States of links by link. Those of a large job come packed, and are read as somebody asks for them: ten thousand are seven
 * megabytes of JSON, of which a phone that opens a job looks at a hundred.
 */
export class LinkStates {
  private constructor(private readonly known: ReadonlyMap<string, Known>) {}

  static of(states: readonly LinkStatus[]): LinkStates {
    return new LinkStates(
      new Map(states.map((s) => [s.link, { link: s.link, ends: s, status: s, pack: null }])),
    );
  }

  /** Out of what `packStates` made, its packs one after another; throws a SyntaxError where bytes are missing. */
  static packed({ pairs, links, packs }: PacksHead, bytes: Uint8Array): LinkStates {
    const ends = pairs.map(([head, tail, untold]): EndStates => ({
      head: { state: head },
      tail: { state: tail },
      ...(untold ? { untold } : {}),
    }));
    const known = new Map<string, Known>();
    let [at, next] = [0, 0];
    for (const [states, length] of packs) {
      const pack = new Pack(bytes.subarray(at, (at += length)));
      for (const end = next + 2 * states; next < end; next += 2) {
        const link = links[next] as string;
        const one: Known = { link, ends: ends[links[next + 1] as number]!, status: null, pack };
        pack.members.push(one);
        known.set(link, one);
      }
    }
    // Cut off on its way or on the disk, what is missing would read as never made.
    if (at !== bytes.byteLength || next !== links.length) throw new SyntaxError('The job is cut off.');
    return new LinkStates(known);
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

  /** Reads all that nobody has asked for yet, pack by pack with a rest after each. */
  *readAhead(): Generator<void, void> {
    for (const { pack } of this.known.values())
      if (pack) {
        pack.read();
        yield;
      }
  }
}

function statusOf(k: Known): LinkStatus {
  k.pack?.read();
  return k.status!;
}
