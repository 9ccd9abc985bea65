/** Remotes of one round of a trace, each in the outlet of a link. */
export interface TraceRound {
  placed: readonly { remote: number; link: string }[];
  /** Every cable that was still loose has been tried in this round. */
  closed: boolean;
}

/** What a loose cable, by its number, answered in a round (index): no number is silence. */
export interface TraceAnswer {
  round: number;
  cable: number;
  numbers: readonly number[];
}

/** What a loose cable is, as far as is known. */
export type CableIs =
  | { kind: 'known'; link: string }
  /** The last one left: known by elimination. `open` where its remote was out and stayed silent. */
  | { kind: 'inferred'; link: string; open: boolean }
  | Bridged
  /** Only a number answered that is in no outlet of its round: it goes elsewhere, or somebody else's remote is about. */
  | { kind: 'elsewhere'; number: number }
  /** Silent in these rounds (indexes), or not tried. */
  | { kind: 'unknown'; silentIn: number[] };

/**
 * Copper joins these cables: which of them is which link shows once the bridge is found. `another`: with a link that is not
 * known.
 */
interface Bridged {
  kind: 'bridged';
  cables: number[];
  links: string[];
  another: boolean;
}

/** What is known of a link's cable. */
export type LinkIs =
  | { kind: 'known'; cable: number }
  | { kind: 'inferred'; cable: number; open: boolean }
  | Bridged
  /** Its remote was out and no cable answered: open, or the remote was not where it should be. */
  | { kind: 'silent'; round: number }
  | { kind: 'waiting' };

/** Where a trace stands. */
export interface TraceOutcome {
  cables: ReadonlyMap<number, CableIs>;
  links: ReadonlyMap<string, LinkIs>;
}

/**
 * What the answers of a trace mean. `loose` is how many loose cables there are, numbered from 1. Cables and links
 * that answered one another belong together; one of each is known, more are bridged, and so is what a number answered
 * besides that no remote of the round has. A later answer of a cable in the same round replaces the earlier one.
 */
export function traceOutcome(
  links: readonly string[],
  rounds: readonly TraceRound[],
  answers: readonly TraceAnswer[],
  loose: number,
): TraceOutcome {
  const last = new Map(answers.map((a) => [`${a.round} ${a.cable}`, a]));
  const groups = new Groups();
  /** Numbers that answered though no remote of the round has them, by cable. */
  const strangers = new Map<number, number>();
  for (const { round, cable, numbers } of last.values())
    for (const number of numbers) {
      const link = rounds[round]?.placed.find((p) => p.remote === number)?.link;
      if (link === undefined) strangers.set(cable, number);
      else groups.join(`cable ${cable}`, `link ${link}`);
    }
  const cables = new Map<number, CableIs>();
  const linkIs = new Map<string, LinkIs>();
  for (const { cables: c, links: l } of groups.all()) {
    const besides = c.some((cable) => strangers.has(cable));
    const one = c.length === 1 && l.length === 1 && !besides;
    const bridged: Bridged = {
      kind: 'bridged',
      cables: c,
      links: l,
      another: besides || l.length < c.length,
    };
    for (const cable of c) cables.set(cable, one ? { kind: 'known', link: l[0]! } : bridged);
    for (const link of l) linkIs.set(link, one ? { kind: 'known', cable: c[0]! } : bridged);
  }
  for (let cable = 1; cable <= loose; cable++) {
    if (cables.has(cable)) continue;
    const number = strangers.get(cable);
    const silentIn = [...last.values()].filter((a) => a.cable === cable && !a.numbers.length);
    cables.set(
      cable,
      number === undefined
        ? { kind: 'unknown', silentIn: silentIn.map((a) => a.round) }
        : { kind: 'elsewhere', number },
    );
  }
  for (const link of links) {
    if (linkIs.has(link)) continue;
    const round = rounds.findLastIndex((r) => r.closed && r.placed.some((p) => p.link === link));
    linkIs.set(link, round < 0 ? { kind: 'waiting' } : { kind: 'silent', round });
  }
  infer(rounds, cables, linkIs);
  return { cables, links: linkIs };
}

/** Links whose remotes are out and silent, where these numbers that answer are a link's own alone. */
export const silentBeside = (
  link: string,
  { placed }: Pick<TraceRound, 'placed'>,
  numbers: readonly number[],
): string[] =>
  numbers.length === 1 && placed.some((p) => p.link === link && p.remote === numbers[0])
    ? placed.flatMap((p) => (p.link === link ? [] : [p.link]))
    : [];

/**
 * Loose cables still to be tried in a round, by number: those unknown or answering elsewhere, and bridged ones of which a
 * link is not known.
 */
export function cablesToTry(
  outcome: Pick<TraceOutcome, 'cables'>,
  answers: readonly TraceAnswer[],
  round: number,
): number[] {
  const tried = new Set(answers.filter((a) => a.round === round).map((a) => a.cable));
  return [...outcome.cables].flatMap(([cable, is]) =>
    !tried.has(cable) &&
    (is.kind === 'unknown' || is.kind === 'elsewhere' || (is.kind === 'bridged' && is.another))
      ? [cable]
      : [],
  );
}

/** One cable and one link left over belong together. */
function infer(
  rounds: readonly TraceRound[],
  cables: Map<number, CableIs>,
  links: Map<string, LinkIs>,
): void {
  const unknown = [...cables].filter(([, is]) => is.kind === 'unknown');
  const left = [...links].filter(([, is]) => is.kind === 'waiting' || is.kind === 'silent');
  if (unknown.length !== 1 || left.length !== 1) return;
  const [cable, was] = unknown[0]!;
  const link = left[0]![0];
  const open =
    was.kind === 'unknown' && was.silentIn.some((r) => rounds[r]?.placed.some((p) => p.link === link));
  cables.set(cable, { kind: 'inferred', link, open });
  links.set(link, { kind: 'inferred', cable, open });
}

/** Cables and links joined into groups. */
class Groups {
  private readonly parent = new Map<string, string>();

  private root(x: string): string {
    const up = this.parent.get(x);
    if (up === undefined) this.parent.set(x, x);
    return up === undefined || up === x ? x : this.root(up);
  }
  join(a: string, b: string): void {
    this.parent.set(this.root(a), this.root(b));
  }
  all(): { cables: number[]; links: string[] }[] {
    const groups = new Map<string, { cables: number[]; links: string[] }>();
    for (const x of this.parent.keys()) {
      const root = this.root(x);
      const group = groups.get(root) ?? { cables: [], links: [] };
      groups.set(root, group);
      if (x.startsWith('cable ')) group.cables.push(Number(x.slice(6)));
      else group.links.push(x.slice(5));
    }
    for (const g of groups.values()) {
      g.cables.sort((a, b) => a - b);
      g.links.sort();
    }
    return [...groups.values()];
  }
}

/** The numbers of remotes as they are written: `1-4, 7`; or the sentence that says what is wrong. */
export function readRemoteNumbers(
  text: string,
): { ok: true; numbers: number[] } | { ok: false; message: string } {
  const numbers: number[] = [];
  for (const part of text.split(/[\s,;]+/).filter(Boolean)) {
    const [, from, to] = /^(\d{1,2})(?:[-–](\d{1,2}))?$/.exec(part) ?? [];
    const [a, b] = [Number(from), Number(to ?? from)];
    if (from === undefined || a < 1 || b < a)
      return {
        ok: false,
        message: `"${part.slice(0, 20)}" is not the number of a remote: write them like 1-4, 7.`,
      };
    for (let n = a; n <= b; n++) {
      if (numbers.includes(n))
        return {
          ok: false,
          message: `Remote ${n} stands there twice: two remotes with one number cannot be told apart, leave one out.`,
        };
      numbers.push(n);
    }
  }
  if (!numbers.length)
    return { ok: false, message: 'Write the numbers of the remotes you have, such as 1-4.' };
  return { ok: true, numbers };
}
