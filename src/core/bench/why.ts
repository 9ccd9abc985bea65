import { mediumOf, piercedByBlades, type ConnectorFamily } from '../wiring/connector';
import type { Gate } from './gates';

/** Why a gate is there, for whoever learns: common practice, no source. */
const WHY: Record<Gate, string> = {
  identify: 'A right end on the wrong cable costs two walks, and nothing shows it until it is read.',
  prep: 'A nicked conductor reads well today and breaks next month: nobody finds it then.',
  lay: 'The twist is what keeps the pairs apart: each millimetre that is opened is lost to every signal after.',
  'read-back': 'Now it costs a few seconds, after this a whole connector.',
  seat: 'A contact that is not home reads well in the hand and opens when the cable is moved.',
  look: 'The eye sees what a tester cannot: a jacket that is not held, copper that just touches.',
  log: 'Whoever mends it later has this line and nothing else.',
};
const OF_COAX: Partial<Record<Gate, string>> = {
  prep: 'A strand of braid left long is a short, a nicked centre breaks in the connector.',
  lay: 'Whatever of the braid touches the centre joins both conductors of the line.',
  'read-back': 'Compressed, it cannot be opened again.',
};

/** Why a gate of a family is there, in one sentence. */
export function whyOf(family: ConnectorFamily, gate: Gate): string {
  if (mediumOf(family) === 'coax' && OF_COAX[gate]) return OF_COAX[gate];
  if (gate === 'read-back' && !piercedByBlades(family))
    return 'Now a conductor is lifted out and laid again; punched or pierced, it is cut back.';
  return WHY[gate];
}
