/** Parameters a certification sweeps, with what they are called. */
export const PARAMETERS = ['IL', 'NEXT', 'PSNEXT', 'ACRF', 'PSACRF', 'RL'] as const;
/** A parameter a certification sweeps. */
export type Parameter = (typeof PARAMETERS)[number];
/** Parameters in words. */
export const PARAMETER_WORDS: Record<Parameter, string> = {
  IL: 'insertion loss',
  NEXT: 'near-end crosstalk',
  PSNEXT: 'power sum near-end crosstalk',
  ACRF: 'far-end crosstalk ratio',
  PSACRF: 'power sum far-end crosstalk ratio',
  RL: 'return loss',
};
/** Categories there are limits for. */
export const CERTIFIED = ['5e', '6', '6A'] as const;
/** A category there are limits for. */
export type Certified = (typeof CERTIFIED)[number];
/** What of a link is certified: between panel and outlet, or with its cords. */
export const CONFIGURED = ['permanent-link', 'channel'] as const;
/** What of a link is certified. */
export type Configured = (typeof CONFIGURED)[number];

/** The highest frequency of a category, in MHz. */
export const TOP_MHZ: Record<Certified, number> = { '5e': 100, '6': 250, '6A': 500 };

const lg = Math.log10;
/** Crosstalk of a cable and of `n` connectors, added as voltages, in dB. */
const together = (cable: number, connector: number, n: number): number =>
  -20 * lg(10 ** (-cable / 20) + n * 10 ** (-connector / 20));

/** What a limit is made of: all formulas TIA-568.2, from memory, checked at frequencies remembered apart from them. */
interface Formulas {
  cable: (f: number) => number;
  scale: Record<Configured, number>;
  /** Loss of one connector at 1 MHz, in dB; four in a channel, three in a permanent link. */
  connector: number;
  deviation: Record<Configured, (f: number) => number>;
  near: readonly [number, number];
  powerNear: readonly [number, number];
  far: readonly [number, number];
  powerFar: readonly [number, number];
  returnLoss: Record<Configured, (f: number) => number>;
}
const none = () => 0;
const rl6 = (low: number, mid: number, high: number, tail: number | null) => (f: number) =>
  f < 10 ? low : f < 40 ? mid - 5 * lg(f) : tail !== null && f >= 398.1 ? tail : high - 10 * lg(f);

const FORMULAS: Record<Certified, Formulas> = {
  '5e': {
    cable: (f) => 1.967 * Math.sqrt(f) + 0.023 * f + 0.05 / Math.sqrt(f),
    scale: { channel: 1.02, 'permanent-link': 0.9 },
    connector: 0.04,
    deviation: { channel: none, 'permanent-link': none },
    near: [35.3, 43],
    powerNear: [32.3, 40],
    far: [23.8, 35.1],
    powerFar: [20.8, 32.1],
    returnLoss: {
      channel: (f) => (f < 20 ? 17 : 17 - 10 * lg(f / 20)),
      'permanent-link': (f) => (f < 20 ? 19 : 19 - 10 * lg(f / 20)),
    },
  },
  '6': {
    cable: (f) => 1.808 * Math.sqrt(f) + 0.017 * f + 0.2 / Math.sqrt(f),
    scale: { channel: 1.02, 'permanent-link': 0.9 },
    connector: 0.02,
    deviation: { channel: (f) => 0.0003 * f ** 1.5, 'permanent-link': (f) => 0.00015 * f ** 1.5 },
    near: [44.3, 54],
    powerNear: [42.3, 50],
    far: [27.8, 43.1],
    powerFar: [24.8, 40.1],
    returnLoss: { channel: rl6(19, 24, 32, null), 'permanent-link': rl6(21, 26, 34, null) },
  },
  '6A': {
    cable: (f) => 1.82 * Math.sqrt(f) + 0.0091 * f + 0.25 / Math.sqrt(f),
    scale: { channel: 1.05, 'permanent-link': 1.05 * 0.9 },
    connector: 0.02,
    deviation: { channel: none, 'permanent-link': none },
    near: [44.3, 54],
    powerNear: [42.3, 50],
    far: [27.8, 43.1],
    powerFar: [24.8, 40.1],
    returnLoss: { channel: rl6(19, 24, 32, 6), 'permanent-link': rl6(21, 26, 34, 8) },
  },
};
/** Connectors whose near crosstalk counts, and all connectors. */
const NEAR = { channel: 2, 'permanent-link': 1 } as const;
const ALL = { channel: 4, 'permanent-link': 3 } as const;

/** Where the near crosstalk of 6A bends, in MHz, and its line from there on. */
const BEND = { channel: [330, 31, 27.15], 'permanent-link': [300, 34, 33.13] } as const;

/** Limits of which the formula is not sure, and why: said beside what is judged by them. */
export function doubtOf(category: Certified, configured: Configured, parameter: Parameter): string | null {
  if (parameter === 'IL' && configured === 'permanent-link' && category === '6') return 'the allowance for deviation is uncertain from memory';
  if (parameter === 'IL' && configured === 'permanent-link' && category === '6A') return 'this formula is uncertain from memory: within 0.4 dB of the value remembered at 500 MHz';
  if ((parameter === 'PSNEXT' || parameter === 'NEXT') && category === '6A') return 'the line above the bend is uncertain from memory for power sums';
  return null;
} // prettier-ignore

/**
 * The limit of a parameter at a frequency, in dB: the most insertion loss, the least of everything else. Null outside
 * 1 MHz to the category's highest. TIA-568.2, from memory.
 *
 * @example
 * limitAt('6', 'channel', 'NEXT', 100) // 39.9
 */
export function limitAt(category: Certified, configured: Configured, parameter: Parameter, mhz: number): number | null {
  if (!(mhz >= 1 && mhz <= TOP_MHZ[category] + 1e-9)) return null;
  const f = FORMULAS[category];
  const falling = (at100: readonly [number, number], slope: number, n: number) =>
    together(at100[0] - slope * lg(mhz / 100), at100[1] - 20 * lg(mhz / 100), n);
  switch (parameter) {
    case 'IL':
      return f.scale[configured] * f.cable(mhz) + ALL[configured] * f.connector * Math.sqrt(mhz) + f.deviation[configured](mhz);
    case 'NEXT':
    case 'PSNEXT': {
      const [from, at, slope] = BEND[configured];
      const bent = category === '6A' && mhz >= from;
      const down = parameter === 'PSNEXT' ? POWER_BELOW_BEND : 0;
      const line = falling(parameter === 'NEXT' ? f.near : f.powerNear, 15, NEAR[configured]);
      return Math.min(parameter === 'NEXT' ? 65 : 62, bent ? at - down - slope * lg(mhz / from) : line);
    }
    case 'ACRF':
    case 'PSACRF': {
      const [cable, connector] = parameter === 'ACRF' ? f.far : f.powerFar;
      return together(cable - 20 * lg(mhz / 100), connector - 20 * lg(mhz / 100), ALL[configured]);
    }
    case 'RL':
      return f.returnLoss[configured](mhz);
  }
} // prettier-ignore
/** How far the power sum's line lies below that of one pair above the bend, in dB. From memory, uncertain. */
const POWER_BELOW_BEND = 2.9;
