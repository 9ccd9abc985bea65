import type { LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import type { LinkStatus } from './state';

/** A link with the length its cable was pulled at, where that is known: it is worth more than the plan's. */
export type LaidLink = Link & {
  /** How far off its length may be, in metres, where it was read off the jacket. */
  lengthErrorMetres?: number | undefined;
};

/** A link as its cable lies: by the marks on its jacket where somebody read them, else as planned. */
export const laidLink = (link: Link, status: Pick<LinkStatus, 'pulled'> | undefined): LaidLink =>
  status?.pulled
    ? { ...link, lengthMetres: status.pulled.metres, lengthErrorMetres: status.pulled.errorMetres }
    : link;

/** What was read off the jacket of a link's cable last, of its entries that count, in order; a cable pulled anew has its own. */
export const lastPulled = (counted: readonly LogEntry[]): LinkStatus['pulled'] =>
  counted.reduce<LinkStatus['pulled']>(
    (last, e) => (e.kind === 'pulled' ? { ...e.data, at: e.at } : e.kind === 'repulled' ? undefined : last),
    undefined,
  );
