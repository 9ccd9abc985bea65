import type { PlugView } from '../bench/plug-view';
import type { BenchConductor, BenchContact } from '../bench/seats';
import type { EndOrder } from '../wiring/schemes';
import type { ConnectorFamily } from '../wiring/connector';

/** What a question shows of an end: where what lies, and what is not as it should be. */
export interface ShownEnd {
  family: ConnectorFamily;
  view?: PlugView;
  laid: Partial<Record<BenchContact, BenchConductor>>;
  shortCopper?: BenchContact;
  jacketShort?: true;
  tailAt?: BenchContact;
  foilAt?: BenchContact;
}
/** What a question shows of a reading: each contact of the head with what answers at the tail, as one tester shows it. */
export interface ShownReading {
  as: 'lamps' | 'meter' | 'walk';
  /** Whether the tester looks at splits; what it then says of them. */
  splits: readonly string[] | null;
  walk: readonly (readonly string[])[];
}

/** The order of an end is laid from memory, contact by contact as they lie from the left. */
export interface OrderQuestion {
  kind: 'order';
  skill: string;
  family: ConnectorFamily;
  view?: PlugView;
  order: EndOrder;
  asked: readonly BenchContact[];
}
/** All that is right of a few is to be chosen. */
export interface ChoiceQuestion {
  kind: 'choice';
  skill: string;
  asks: string;
  end?: ShownEnd;
  reading?: ShownReading;
  options: readonly { id: string; says: string }[];
  /** The ids of all that are right: at least one. */
  right: readonly string[];
  /** Why, said once it is answered. */
  why: readonly string[];
}
/** A number is to be worked out. */
export interface NumberQuestion {
  kind: 'number';
  skill: string;
  asks: string;
  unit: string;
  right: number;
  /** How far an answer may lie off. */
  within: number;
  /** The way, step by step. */
  way: readonly string[];
}
/** A question that is answered at once. */
export type Question = OrderQuestion | ChoiceQuestion | NumberQuestion;

/** How an answer went: whether it was right, and the slip as the trade names it. */
export interface Marked {
  right: boolean;
  slip?: string;
}

/** Whether a choice is right: all that are right, and nothing else. */
export const markChoice = (q: ChoiceQuestion, chosen: readonly string[]): Marked => ({
  right: chosen.length === q.right.length && q.right.every((id) => chosen.includes(id)),
});
/** Whether a number is right, within what the question allows; a comma may part decimals. */
export const markNumber = (q: NumberQuestion, text: string): Marked => {
  const value = Number(text.trim().replace(',', '.'));
  return { right: text.trim() !== '' && Math.abs(value - q.right) <= q.within + 1e-9 };
};

/** A way to draw from a list. */
export const pickFrom = <T>(list: readonly T[], random: () => number): T =>
  list[Math.floor(random() * list.length)]!;
/** A list in an order of chance. */
export function shuffled<T>(list: readonly T[], random: () => number): T[] {
  const out = [...list];
  for (let i = out.length - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1));
    [out[i], out[j]] = [out[j]!, out[i]!];
  }
  return out;
}
