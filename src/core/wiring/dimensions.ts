/** Where a number comes from. `source` names the standard; none of them was looked up, all are from memory. */
export type NumberMark = 'standard' | 'common practice' | 'our judgement';

/** A length of the trade, in millimetres, with where it comes from. */
export interface TradeLength {
  mm: number;
  mark: NumberMark;
  source?: string;
  /** What it is when it is not one figure, such as `12 to 25 mm`. */
  range?: readonly [number, number];
}

const common = (mm: number, range?: readonly [number, number]): TradeLength => ({
  mm,
  mark: 'common practice',
  ...(range ? { range } : {}),
});

/** Jacket to strip for a jack. */
export const STRIP_JACK = common(25, [12, 25]);
/** Jacket to strip for a plug. */
export const STRIP_PLUG = common(38);
/** Jacket to strip for a field plug. */
export const STRIP_FIELD_PLUG = common(38, [38, 50]);
/** Conductor left outside the jacket in a closed plug: just under half an inch. */
export const TRIM_CLOSED_PLUG = common(12.7);
/** Jacket slit of a shielded jack, with the drain as rip cord. */
export const SLIT_SHIELDED_JACK = common(40);
/** How far the rip cord is pulled back past the mark of the tool. */
export const RIP_CORD_BACK = common(50);
/** Cable that goes with a plug that is cut off. */
export const CUT_BACK_PLUG = common(50);
/** Jacket and dielectric of a coax end; compare with the connector in the hand. */
export const STRIP_COAX: TradeLength = { mm: 12.7, mark: 'our judgement' };
/** Bare centre conductor of a coax end: the rest of its strip is dielectric. Common practice. */
export const COAX_CENTRE = common(6.35);
/** Untwist at the contact, category 5e and up. */
export const UNTWIST_STANDARD: TradeLength = { mm: 13, mark: 'standard', source: 'TIA-568' };
/** Untwist at the contact of a category 6 plug, strict school: under 3/16 in. */
export const UNTWIST_STRICT = common(5);
/** Heat gun that sets the fan in a load bar: degrees Celsius and seconds. Common practice. */
export const HEAT_SET = { celsius: 120, seconds: 30, mark: 'common practice' as NumberMark };
/** Conductors that may cross at the foot of a load bar. Common practice. */
export const MOST_CROSSING_AT_BAR = 2;
/** Turns of the drain round the jacket. Common practice. */
export const DRAIN_TURNS = 3;
