import type { LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import type { MeasuredCable } from './length-doubt';
import type { LinkStatus } from './state';

/** A link with the length its cable was pulled at, where that is known: it is worth more than the plan's. */
export type LaidLink = Link & {
  /** How far off its length may be, in metres, where it was read off the jacket. */
  lengthErrorMetres?: number | undefined;
  /** What was last measured of its cable. */
  measured?: MeasuredCable | undefined;
};

/** A link as its cable lies: by the marks on its jacket where somebody read them, else as planned. */
export const laidLink = (
  link: Link,
  status: { pulled?: Pulled | undefined; measured?: MeasuredCable | undefined } | undefined,
): LaidLink =>
  status?.pulled || status?.measured
    ? {
        ...link,
        ...(status.pulled && {
          lengthMetres: status.pulled.metres,
          lengthErrorMetres: status.pulled.errorMetres,
        }),
        measured: status.measured,
      }
    : link;

/** What was read off the jacket of a cable, and when. */
export type Pulled = NonNullable<LinkStatus['pulled']>;

/** What is known of jackets while a log is gone through in order: met entry by entry, of those that count. */
export interface JacketsSoFar {
  meet(e: LogEntry): void;
  /** What was last read off the jacket of a link's cable by now; a cable re-pulled has its own. */
  of(link: string): Pulled | undefined;
}

/**
 * Begins to go through a log. A reading is told by what was known of its cable when it was taken, as it was judged:
 * marks that somebody read later may take back what it proved, and leave what it was.
 */
export function jackets(): JacketsSoFar {
  const pulled = new Map<string, Pulled>();
  return {
    meet(e) {
      if (e.kind === 'pulled') pulled.set(e.link, { ...e.data, at: e.at });
      else if (e.kind === 'repulled') pulled.delete(e.link);
    },
    of: (link) => pulled.get(link),
  };
}

/**
 * The entries of a link that count, in order, each with the link as its cable was known to lie by then.
 *
 * @example
 * asItLay(link, effective(entries)).map(({ entry, laid }) => entryWords(entry, laid, plan))
 */
export function asItLay<E extends LogEntry>(
  link: Link,
  counted: readonly E[],
): { entry: E; laid: LaidLink }[] {
  const soFar = jackets();
  return counted.map((entry) => {
    soFar.meet(entry);
    return { entry, laid: laidLink(link, { pulled: soFar.of(link.id) }) };
  });
}
