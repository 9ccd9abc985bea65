import { z } from 'zod';
import { legendSchema } from './bench';
import {
  batchSchema,
  floorSchema,
  linkSchema,
  outletSchema,
  panelSchema,
  partSchema,
  personSchema,
  policySchema,
  spaceSchema,
} from './job';
import { runSchema } from './run';

const ids = z.array(z.string().min(1).max(80)).max(20_000).optional();
const jobName = z.string().trim().min(1, { error: 'A job needs a name.' }).max(120);

/** What is put into a plan or taken out of it, all or nothing. */
export const planChangesSchema = z.strictObject({
  name: jobName.optional(),
  policy: policySchema.optional(),
  put: z
    .strictObject({
      spaces: z.array(spaceSchema).max(5000).optional(),
      panels: z.array(panelSchema).max(2000).optional(),
      outlets: z.array(outletSchema).max(20_000).optional(),
      floors: z.array(floorSchema).max(300).optional(),
      batches: z.array(batchSchema).max(500).optional(),
      runs: z.array(runSchema).max(5000).optional(),
      links: z.array(linkSchema).max(20_000).optional(),
      crew: z.array(personSchema).max(500).optional(),
      parts: z.array(partSchema).max(2000).optional(),
      legends: z.array(legendSchema).max(500).optional(),
    })
    .optional(),
  remove: z
    .strictObject({
      spaces: ids,
      panels: ids,
      outlets: ids,
      floors: ids,
      batches: ids,
      runs: ids,
      links: ids,
      crew: ids,
      parts: ids,
      legends: ids,
    })
    .optional(),
  /** A name for this change, made where it was made: sending it twice changes the plan once. */
  id: z.uuid().optional(),
  /** The revision of the plan that the sender had; the newest where missing. */
  revision: z.number().int().min(0).optional(),
  /** Conflicts that were seen and decided, as `list.id.field`, and the revision they were seen at: what is asked for stands there. */
  decided: z
    .strictObject({ revision: z.number().int().min(0), fields: z.array(z.string().max(300)).max(10_000) })
    .optional(),
  /** The file or screen it comes from, and who made it. */
  from: z.string().max(200).optional(),
  by: z.string().min(1).max(80).optional(),
  /** Of terminated links that get another port, room, cable or connector: a correction on `paper`, or moved on `site`. */
  moved: z.record(z.string().max(80), z.enum(['paper', 'site'])).optional(),
});
/** What is put into a plan or taken out of it. */
export type PlanChanges = z.infer<typeof planChangesSchema>;
/** Lists of a plan that changes touch. */
export type PlanList = keyof NonNullable<PlanChanges['put']>;
/** What a new job starts from. */
export const newJobSchema = z.strictObject({
  name: jobName,
  policy: policySchema,
  crew: z.array(personSchema).min(1, { error: 'Name at least one person: every entry of the log says who.' }).max(500), // prettier-ignore
});
/** What a new job starts from. */
export type NewJob = z.infer<typeof newJobSchema>;
