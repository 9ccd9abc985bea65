import type { ConnectorClass, ConnectorFamily } from './connector';
import type { End } from './conductors';
import type { Order, Scheme } from './schemes';

/** What is ordered at one end. */
export interface EndSpec {
  connector: ConnectorClass;
  /** The connector family, for words of its own. */
  family?: ConnectorFamily | undefined;
  scheme: Scheme;
}

/** What is ordered of a link, as far as its copper goes. `lengthMetres` missing: not known. */
export interface LinkSpec extends Record<End, EndSpec> {
  ordered: Order;
  shielded: boolean;
  lengthMetres?: number | undefined;
}
