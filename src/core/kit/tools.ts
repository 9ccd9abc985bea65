import type { ConnectorFamily } from '../wiring/connector';

const PLIERS = 'pliers with parallel jaws, for caps that are pressed on';
/** What each family is terminated with, beside what every one wants. Common practice, no source. */
const OF_FAMILY: Record<ConnectorFamily, readonly string[]> = {
  'closed-plug': ['crimper for its plug'],
  'pass-through-plug': ['crimper with a blade that trims the ends'],
  'load-bar-plug': ['crimper for its plug'],
  'staggered-load-bar-plug': ['crimper for its plug'],
  'shielded-plug': ['crimper that closes the shield too'],
  'punch-down-jack': ['punch tool with a blade for its slot', 'spare blade'],
  'toolless-jack': [PLIERS],
  'shielded-toolless-jack': [PLIERS],
  'core-and-cap': [PLIERS],
  'field-plug': [PLIERS],
  'braided-connector': [PLIERS],
  'patch-panel': ['punch tool with a blade for its slot', 'spare blade'],
  'coax-compression': ['coax stripper', 'compression tool for its connector'],
};
/** What every termination wants, and what proves it. Common practice, no source. */
const ALWAYS = [
  'jacket stripper',
  'flush cutter',
  'tester with its remotes and test leads',
  'tone generator and probe',
  'tape in one colour',
] as const;

/** Tools to take along for ends of these families, and for runs that are drilled and clipped. */
export function toolsFor(families: ReadonlySet<ConnectorFamily>, runs: { holes: number; clips: number; widestMm: number }): string[] {
  if (!families.size && !runs.holes && !runs.clips) return [];
  return [
    ...new Set([
      ...[...families].flatMap((f) => OF_FAMILY[f]),
      ...(families.size ? ALWAYS : []),
      ...(runs.holes ? [`drill, with a bit for bushings that leave ${runs.widestMm} mm clear`, 'measuring tape'] : []),
      ...(runs.clips ? ['hammer'] : []),
    ]),
  ];
} // prettier-ignore
