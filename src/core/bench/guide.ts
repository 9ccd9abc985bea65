import type { ConnectorFamily } from '../wiring/connector';
import type { CautionId } from './cautions';
import type { Gate } from './gates';
import type { TradeLength } from '../wiring/dimensions';

/** Lengths a guide measures off on the cable. */
export const LENGTH_NAMES = ['strip', 'slit', 'trim', 'rip cord back', 'centre'] as const;
/** A length a guide measures off. */
export type LengthName = (typeof LENGTH_NAMES)[number];

/** How the order of the conductors is shown on a family. */
export type Layout =
  | { kind: 'plug'; rows: 'single' | 'staggered'; usual: 'contacts' | 'latch' }
  | { kind: 'legend'; usual: string }
  | { kind: 'coax' };

/** What one gate asks, as sentences; `{strip}` and the like stand for a length in the job's units. */
export interface GateGuide {
  steps: readonly string[];
  /** The same in one line, for those who know it. */
  reminder: string;
}

/** Everything bench knows of a connector family. All of it common practice, unless a number says otherwise. */
export interface Guide {
  family: ConnectorFamily;
  layout: Layout;
  /** What makes it permanent, as the button of that gate says it when done. */
  seated: string;
  gates: Record<Exclude<Gate, 'log'>, GateGuide>;
  lengths: Partial<Record<LengthName, TradeLength>>;
  usualMistakes: readonly string[];
  /** What one termination uses up. */
  consumables: readonly string[];
  cautions: Partial<Record<Gate, readonly CautionId[]>>;
  /** How pairs are seen when they are laid: into the cut, or from the cable's side. */
  pairsSeenFrom: 'cut' | 'cable';
}

/** What a termination uses up of its own; none where several share it, as a tie every few ports. */
export const ownPart = ({ consumables }: Pick<Guide, 'consumables'>): string | undefined =>
  consumables.find((c) => c.startsWith('1 '));
