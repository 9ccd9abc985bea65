import { z } from 'zod';
import { contactPairSchema, contactSchema, endSchema, instantSchema, metresSchema } from './reading';

/** What a tester with no remote showed from one end: joined contacts, and how far away each pair ends or is faulty. */
export const oneEndSchema = z.strictObject({
  from: endSchema,
  joins: z.array(z.array(contactSchema).min(2).max(9)).max(4),
  metres: z.partialRecord(contactPairSchema, metresSchema).optional(),
  tester: z.string().max(120).optional(),
  leads: z.array(z.string().max(120)).max(8).optional(),
  leadsProvenAt: instantSchema.optional(),
  leadsFailed: z.literal(true).optional(),
  note: z.string().max(2000).optional(),
});
/** A reading from one end, as data. */
export type FromOneEnd = z.infer<typeof oneEndSchema>;
