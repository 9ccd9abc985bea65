import type { ConnectorFamily } from '../wiring/connector';
import { piercedByBlades } from '../wiring/connector';
import { HEAT_SET } from '../wiring/dimensions';
import type { Gate } from './gates';

/** Small things that help at a gate, by who taught them to whom: common practice, no source. */
type Tricks = Partial<Record<Gate, readonly string[]>>;

const STRIPPING = [
  'Stripper at its shallowest first, then deeper, two or three turns; two jackets need two settings and two cuts.',
];
const UNTWISTING = [
  'The piece of jacket just cut off, slipped on one conductor of a pair and turned, untwists it and spares the fingers.',
  'Hold the twist tight with one hand while the other combs the kinks out, so that it is not pulled back.',
];
const PLUG: Tricks = {
  prep: STRIPPING,
  lay: [
    ...UNTWISTING,
    'Tangled ends: cut the ribbon once, square, before you order it, and again to length after.',
    'Solid copper remembers: pressed together and flexed side to side it stays a flat ribbon.',
  ],
  seat: ['A contact that stands proud after the crimp: crimp again.'],
};
const JACK: Tricks = { prep: STRIPPING, lay: UNTWISTING };
const CAP: Tricks = {
  prep: STRIPPING,
  lay: [
    ...UNTWISTING,
    'A pair that came untwisted in the cap: twist it back tighter than it was before you go on.',
  ],
};

const OWN: Partial<Record<ConnectorFamily, Tricks>> = {
  'shielded-plug': {
    seat: ['The drain joins the front and the back of the shell: the test has to show nine paths then.'],
  },
  'punch-down-jack': {
    seat: ['Tails that have to be twisted off: the blade is finished, or it has no cutting edge.'],
  },
  'toolless-jack': CAP,
  'shielded-toolless-jack': CAP,
  'core-and-cap': CAP,
  'field-plug': CAP,
  'braided-connector': CAP,
  'patch-panel': {
    identify: ['Panel work goes better at the bench, or on a holder clamped at the rack’s front.'],
    prep: ['Cables formed from 1 upward are marked together, cut to one line, then stripped.'],
    seat: ['Tails that have to be twisted off: the blade is finished, or it has no cutting edge.'],
  },
  'coax-compression': {
    prep: ['No more crunch or crackle: the braid is through.'],
    lay: ['Braid folded back also keys the connector.'],
    seat: ['Compare with a good one: compressed is shorter.'],
  },
};

/** What helps at a gate of a family, beside its steps. */
export function tricksAt(family: ConnectorFamily, gate: Gate): readonly string[] {
  const base =
    family === 'coax-compression' || OWN[family] === CAP ? {} : piercedByBlades(family) ? PLUG : JACK;
  return [...(OWN[family]?.[gate] ?? []), ...(base[gate] ?? [])];
}

/** A gate whose step takes its time, in seconds: setting the fan in a load bar with a heat gun. */
export const waitsAt = (family: ConnectorFamily, gate: Gate): { seconds: number; what: string } | null =>
  gate === 'lay' && (family === 'load-bar-plug' || family === 'staggered-load-bar-plug')
    ? { seconds: HEAT_SET.seconds, what: 'heat' }
    : null;
