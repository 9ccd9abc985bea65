import { z } from 'zod';
import { linkSchema, outletSchema, panelSchema, personSchema, policySchema, spaceSchema } from './job';

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
      links: z.array(linkSchema).max(20_000).optional(),
      crew: z.array(personSchema).max(500).optional(),
    })
    .optional(),
  remove: z.strictObject({ spaces: ids, panels: ids, outlets: ids, links: ids, crew: ids }).optional(),
});
/** What is put into a plan or taken out of it. */
export type PlanChanges = z.infer<typeof planChangesSchema>;
/** Lists of a plan that changes touch. */
export type PlanList = keyof NonNullable<PlanChanges['put']>;
/** Those lists, in the order in which things stand on one another. */
export const PLAN_LISTS: readonly PlanList[] = ['spaces', 'panels', 'outlets', 'links', 'crew'];

/** What a new job starts from. */
export const newJobSchema = z.strictObject({
  name: jobName,
  policy: policySchema,
  crew: z.array(personSchema).min(1, { error: 'Name at least one person: every entry of the log says who.' }).max(500), // prettier-ignore
});
/** What a new job starts from. */
export type NewJob = z.infer<typeof newJobSchema>;
