import { EVIDENCE } from './evidence';
import { CONFIGURATIONS, type TesterResult } from './tester-result';
import { z } from 'zod';
import { CONTACT_PAIRS, CONTACTS, ENDS } from '../wiring/conductors';

/** A contact: 1 to 8, or S. */
export const contactSchema = z.enum([...CONTACTS, 'S']);
/** `head` or `tail`. */
export const endSchema = z.enum(ENDS);
/** A contact pair, such as `36`. */
export const contactPairSchema = z.enum(CONTACT_PAIRS);
/** An instant, ISO 8601 in UTC. */
export const instantSchema = z.iso.datetime({ error: 'must be a time in UTC such as 2026-05-04T09:12:00Z' });
/** A day, ISO 8601. */
export const daySchema = z.iso.date({ error: 'must be a day such as 2026-05-04' });
/** A length in metres that a reading may carry. */
export const metresSchema = z.number().min(0).max(2000);

/** Distance to an open or a short. */
export const distanceSchema = z.strictObject({
  contact: contactSchema,
  from: endSchema,
  metres: metresSchema,
});
/** Groups of joined contacts, each end apart. */
export const joinsSchema = z.strictObject({
  head: z.array(z.array(contactSchema).min(2).max(9)).max(4),
  tail: z.array(z.array(contactSchema).min(2).max(9)).max(4),
});

const pairs = z.string().regex(new RegExp(`^(${CONTACT_PAIRS.join('|')})(-(${CONTACT_PAIRS.join('|')}))?$`), {
  error: 'name pairs by their contacts, such as 36-45',
});

/** What an instrument that holds a link against limits says of it: starred results lie within its accuracy. */
export const testerResultSchema: z.ZodType<TesterResult> = z.strictObject({
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

/** What was measured: the part of a reading that does not say of what, when and by whom. */
export const measuredSchema = z.object({
  from: endSchema.optional(),
  evidence: z.enum(EVIDENCE).optional(),
  walk: z.string().max(200),
  splits: z.array(contactPairSchema).max(4).optional(),
  joins: joinsSchema.optional(),
  distances: z.array(distanceSchema).max(32).optional(),
  lengthMetres: metresSchema.optional(),
  configuration: z.enum(CONFIGURATIONS).optional(),
  /** The tester's own cords were taken off its lengths and values. */
  leadsSubtracted: z.boolean().optional(),
  nvp: z.number().min(0.4).max(1).optional(),
  result: testerResultSchema.optional(),
});

const perPair = (least: number, most: number) =>
  z.partialRecord(contactPairSchema, z.number().min(least).max(most)).optional();
/** Measured electrical values of a link, pairs by their contacts. */
export const electricalSchema = z.strictObject({
  delayNs: perPair(0, 10_000),
  loopOhms: perPair(0, 1000),
  unbalanceOhms: perPair(0, 100),
  /** Difference between the slowest and the fastest pair, as the tester gave it. */
  skewNs: z.number().min(0).max(10_000).optional(),
  celsius: z.number().min(-40).max(90).optional(),
});

/** The open format `gauntlet/reading@1`. */
export const readingFileSchema = measuredSchema.extend({
  format: z.literal('gauntlet/reading@1'),
  link: z.string().min(1).max(80).optional(),
  electrical: electricalSchema.optional(),
  takenAt: instantSchema.optional(),
  by: z.string().max(120).optional(),
  tester: z.string().max(120).optional(),
  leads: z.array(z.string().max(120)).max(8).optional(),
});
/** A reading file as data. */
export type ReadingFile = z.infer<typeof readingFileSchema>;
/** What was measured, as data. */
export type Measured = z.infer<typeof measuredSchema>;
