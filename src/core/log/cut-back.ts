import { CUT_BACK_PLUG, STRIP_JACK } from '../wiring/dimensions';
import { classOf, type ConnectorFamily } from '../wiring/connector';

/** Cable that goes when a connector of a family is done again whole, in millimetres: 50 with a plug (common practice), a fresh strip with a jack (our judgement). */
export const cutBackMm = (family: ConnectorFamily): number =>
  classOf(family) === 'plug' ? CUT_BACK_PLUG.mm : STRIP_JACK.mm;
