import type { Swept } from './swept';

/** What of a sweep stands with its link: how it came out, and its worst value. */
export type SweptStatus = Pick<Swept, 'category' | 'configured' | 'near' | 'whole' | 'pass' | 'badEnd'> & {
  worst?: Swept['worst'][number];
};
/** A sweep as it stands with its link. */
export const sweptStatus = ({
  category,
  configured,
  near,
  whole,
  pass,
  badEnd,
  worst,
}: Swept): SweptStatus => ({
  category,
  configured,
  near,
  whole,
  pass,
  ...(badEnd ? { badEnd } : {}),
  ...(worst[0] ? { worst: worst[0] } : {}),
});
