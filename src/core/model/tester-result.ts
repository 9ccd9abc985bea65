import type { End } from '../wiring/conductors';

/** What a link was when it was tested: panel to outlet, with its cords, panel to a plug on the cable, or a cord. */
export const CONFIGURATIONS = ['permanent-link', 'channel', 'mptl', 'cord'] as const;
/** What a link was when it was tested. */
export type Configuration = (typeof CONFIGURATIONS)[number];
/** What a configuration is called. */
export const CONFIGURATION_WORDS: Record<Configuration, string> = {
  'permanent-link': 'permanent link',
  channel: 'channel',
  mptl: 'panel to a plug on the cable',
  cord: 'cord',
};

/** What an instrument says of a link. */
export interface TesterResult {
  says: 'pass' | 'pass*' | 'fail*' | 'fail';
  /** The limit it was held against, by its name. */
  limit: string;
  worst?:
    | {
        parameter: string;
        pairs?: string | undefined;
        marginDb: number;
        atMHz?: number | undefined;
        end?: End | undefined;
      }
    | undefined;
}

const passes = ({ says }: TesterResult) => says === 'pass' || says === 'pass*';

/** What in a result contradicts itself, in a sentence; null where nothing does. */
export function resultProblem(result: TesterResult): string | null {
  const margin = result.worst?.marginDb;
  if (margin === undefined || margin === 0 || passes(result) === margin > 0) return null;
  return `The tester says ${result.says}, but its worst margin is ${margin} dB: a pass has room to its limit and a fail has none. Read it off again.`;
}

const SAYS = ['pass', 'pass*', 'fail*', 'fail'] as const;
const PAIRS = /^(12|36|45|78)(-(12|36|45|78))?$/;

/** A result out of the words of a tester's line, each a text; null where it cannot be one. */
export function resultFromWords(
  words: Partial<Record<'says' | 'limit' | 'worst' | 'margin' | 'pairs' | 'mhz' | 'end', string>>,
): TesterResult | null {
  const says = SAYS.find((s) => s === words.says);
  const limit = words.limit?.trim();
  if (!says || !limit || limit.length > 120) return null;
  if (words.worst === undefined) return { says, limit };
  const [marginDb, atMHz] = [Number(words.margin), words.mhz === undefined ? undefined : Number(words.mhz)];
  const end = words.end === 'head' || words.end === 'tail' ? words.end : undefined;
  const cannotBe =
    words.worst === '' ||
    words.worst.length > 40 ||
    words.margin === undefined ||
    !(Math.abs(marginDb) <= 200) ||
    (atMHz !== undefined && !(atMHz > 0 && atMHz <= 5000)) ||
    (words.pairs !== undefined && !PAIRS.test(words.pairs)) ||
    (words.end !== undefined && !end);
  if (cannotBe) return null;
  return {
    says,
    limit,
    worst: {
      parameter: words.worst,
      marginDb,
      ...(words.pairs === undefined ? {} : { pairs: words.pairs }),
      ...(atMHz === undefined ? {} : { atMHz }),
      ...(end ? { end } : {}),
    },
  };
}

/** Whether an instrument found the link good. */
export const resultPasses = passes;

/** A result in words, such as `fail: NEXT 36-45, −1.2 dB at 310 MHz, at the head`. */
export function resultWords({ says, limit, worst }: TesterResult): string {
  if (!worst) return `${says} by ${limit}`;
  const where = [worst.pairs, worst.atMHz === undefined ? '' : `at ${worst.atMHz} MHz`, worst.end ? `at the ${worst.end}` : ''].filter(Boolean); // prettier-ignore
  return `${says} by ${limit}: ${worst.parameter} ${worst.marginDb < 0 ? '−' : ''}${Math.abs(worst.marginDb)} dB${where.length ? `, ${where.join(', ')}` : ''}`;
}
