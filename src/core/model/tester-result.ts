import { z } from 'zod';
import { CONTACT_PAIRS, ENDS } from '../wiring/conductors';

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

const pairs = z.string().regex(new RegExp(`^(${CONTACT_PAIRS.join('|')})(-(${CONTACT_PAIRS.join('|')}))?$`), {
  error: 'name pairs by their contacts, such as 36-45',
});

/** What an instrument that holds a link against limits says of it: starred results lie within its accuracy. */
export const testerResultSchema = z.strictObject({
  says: z.enum(['pass', 'pass*', 'fail*', 'fail']),
  limit: z.string().min(1).max(120),
  worst: z
    .strictObject({
      parameter: z.string().min(1).max(40),
      pairs: pairs.optional(),
      marginDb: z.number().min(-200).max(200),
      atMHz: z.number().min(0.001).max(5000).optional(),
      end: z.enum(ENDS).optional(),
    })
    .optional(),
});
/** What an instrument says of a link. */
export type TesterResult = z.infer<typeof testerResultSchema>;

const passes = ({ says }: TesterResult) => says === 'pass' || says === 'pass*';

/** What in a result contradicts itself, in a sentence; null where nothing does. */
export function resultProblem(result: TesterResult): string | null {
  const margin = result.worst?.marginDb;
  if (margin === undefined || margin === 0 || passes(result) === margin > 0) return null;
  return `The tester says ${result.says}, but its worst margin is ${margin} dB: a pass has room to its limit and a fail has none. Read it off again.`;
}

/** Whether an instrument found the link good. */
export const resultPasses = passes;

/** A result in words, such as `fail: NEXT 36-45, −1.2 dB at 310 MHz, at the head`. */
export function resultWords({ says, limit, worst }: TesterResult): string {
  if (!worst) return `${says} by ${limit}`;
  const where = [worst.pairs, worst.atMHz === undefined ? '' : `at ${worst.atMHz} MHz`, worst.end ? `at the ${worst.end}` : ''].filter(Boolean); // prettier-ignore
  return `${says} by ${limit}: ${worst.parameter} ${worst.marginDb < 0 ? '−' : ''}${Math.abs(worst.marginDb)} dB${where.length ? `, ${where.join(', ')}` : ''}`;
}
