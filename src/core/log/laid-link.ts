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
