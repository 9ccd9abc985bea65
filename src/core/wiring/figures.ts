/** Figures of cables and connectors that are typed in. */
export type Figure = 'jacket' | 'conductor' | 'gauge';

/** Least and most that each can be meant to be. Our judgement, wide enough for every four-pair cable. */
const RANGES: Record<Figure, { least: number; most: number; what: string; unit: string }> = {
  jacket: { least: 2, most: 20, what: 'jacket', unit: ' mm' },
  conductor: { least: 0.3, most: 3, what: 'insulated conductor', unit: ' mm' },
  gauge: { least: 20, most: 30, what: 'gauge', unit: ' AWG' },
};

/** A number as it was typed, with comma or point; NaN where it is none. */
export const figure = (text: string): number => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

/** Why a figure cannot be meant, as a sentence with what to do; null when it can. */
export function figureProblem(figure: Figure, value: number): string | null {
  const { least, most, what, unit } = RANGES[figure];
  if (!Number.isFinite(value)) return `The ${what} needs a number between ${least} and ${most}${unit}.`;
  if (value >= least && value <= most) return null;
  const tenth = Math.round(value * 10) / 100;
  const slipped = figure !== 'gauge' && tenth >= least && tenth <= most ? ` Did you mean ${tenth}?` : '';
  return `A ${what} of ${value}${unit} cannot be: type ${least} to ${most}${unit}.${slipped}`;
}
