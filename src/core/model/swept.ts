import { z } from 'zod';
import { endSchema } from './reading';

const pairs = z.string().regex(/^(12|36|45|78)(-(12|36|45|78))?$/);
const parameter = z.enum(['IL', 'NEXT', 'PSNEXT', 'ACRF', 'PSACRF', 'RL']);
const mhz = z.number().min(0).max(10_000);
const db = z.number().min(-200).max(300);

/**
 * A sweep that was held against the limits of a category: how it came out, and its lines thinned for drawing. It is
 * reckoned by this program and proves nothing by itself: the instrument's own verdict is a reading.
 */
export const sweptSchema = z.strictObject({
  category: z.enum(['5e', '6', '6A']),
  configured: z.enum(['permanent-link', 'channel']),
  /** The end of the link it was measured from: its near end. */
  near: endSchema,
  file: z.string().min(1).max(200),
  /** Whether all of it was measured, and lies within every limit. */
  whole: z.boolean(),
  pass: z.boolean(),
  /** Where something that lies at an end fails: which end, how likely that one, and of which pairs. */
  badEnd: z.strictObject({ end: endSchema, chance: z.number().min(0.5).max(1), pairs }).optional(),
  /** The worst of each parameter, the worst first; below nought it misses its limit. */
  worst: z.array(z.strictObject({ parameter, far: z.boolean(), pairs, mhz, db, margin: db })).max(20),
  /** Lines to draw: a parameter of pairs from one end, as frequency and decibels. */
  lines: z
    .array(
      z.strictObject({ parameter, far: z.boolean(), pairs, points: z.array(z.tuple([mhz, db])).max(80) }),
    )
    .max(60),
});
/** A sweep that was held against the limits of a category. */
export type Swept = z.infer<typeof sweptSchema>;
