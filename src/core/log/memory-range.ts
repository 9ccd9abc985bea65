import type { Link } from '../model/job';
import { mediumOf } from '../wiring/connector';
import { ENDS } from '../wiring/conductors';
import { compareInstants } from './effective';
import type { JudgedForLink } from './judge-for-link';
import type { LinkStatus } from './state';

/** Ports of a panel that a tester's memory has as good. */
export interface MemoryRange {
  panel: string;
  from: number;
  to: number;
  /** Ports within it that are not good, or were not read. */
  but: readonly number[];
  /** When they were read. */
  takenAt: string;
}

/** What a range comes to: the links it passes, and those it does not, with the reason. */
export interface RangePasses {
  passes: Link[];
  left: { link: Link; why: string }[];
}

/** The port numbers in a text such as `7 and 19` or `7, 19-21`; the sentence that says why it is none. */
export function portsIn(text: string): number[] | string {
  const ports: number[] = [];
  for (const part of text.split(/[\s,;]+|\band\b/).filter(Boolean)) {
    const m = /^(\d{1,4})(?:[-–](\d{1,4}))?$/.exec(part);
    if (!m) return `“${part.slice(0, 20)}” is not a port: write numbers, such as 7, 19 or 7-9.`;
    const [first, last] = [Number(m[1]), Number(m[2] ?? m[1])];
    if (last < first || last - first > 500) return `“${part}” is not a range: the smaller number first.`;
    for (let p = first; p <= last; p++) ports.push(p);
  }
  return ports;
}

/**
 * What a tester's memory proves of a range of ports. A port whose ends nobody terminated, that was worked on after it
 * was read, or that is known to be exchanged, or of which the log knows or asks something that a good reading does not answer (as `judged`
 * says of it), is left for a reading of its own.
 */
export function passesInMemory(
  links: readonly Link[],
  statusOf: (link: Link) => LinkStatus,
  range: MemoryRange,
  judged?: (link: Link) => JudgedForLink,
): RangePasses {
  const out: RangePasses = { passes: [], left: [] };
  for (const link of links) {
    const { panel, port } = link.head;
    if (panel !== range.panel || port === undefined || port < range.from || port > range.to) continue;
    const why = range.but.includes(port) ? 'not good in memory: read it by itself' : whyNot(link, statusOf(link), range) || (judged ? notAnswered(judged(link)) : ''); // prettier-ignore
    if (why) out.left.push({ link, why });
    else out.passes.push(link);
  }
  return out;
}

/** What a good reading does not answer; '' where nothing stands against it. */
function notAnswered(judged: JudgedForLink): string {
  if (!judged.ok) return judged.message;
  return judged.held || judged.question ? judged.judgement.reason : '';
}

function whyNot(link: Link, status: LinkStatus, { takenAt }: MemoryRange): string {
  if (mediumOf(link.head.connector) !== 'twisted-pair') return 'no twisted pair';
  const bare = ENDS.find((e) => status[e].state === 'bare');
  if (bare) return `nobody has logged its ${bare}`;
  if (status.exchanged) return 'exchanged with another link: its own remote has to answer';
  if (status.joined) return 'copper joined its cable with another: numbered remotes have to tell them apart';
  // The same minute counts as later: nothing is logged twice, and nothing proven by a hair.
  const at = [...ENDS.map((e) => status[e].at), status.lastReading?.at].filter((x) => x !== undefined);
  const later = at.some((x) => compareInstants(x, takenAt) >= 0);
  return later ? 'something was logged of it after that' : '';
}
