import type { z } from 'zod';
import { recordSchema } from './handover/record';
import { entrySchema } from './model/entry';
import { jobFileSchema } from './model/job';
import { planChangesSchema } from './model/plan-changes';
import { readingFileSchema } from './model/reading';
import { diagnoseRequestSchema, simulateRequestSchema } from './formats/diagnose';
import { labelRequestSchema } from './formats/labels';

/** Schemas that are published as JSON Schema, by the name of their file. */
export const PUBLISHED: Record<string, z.ZodType> = {
  'reading@1': readingFileSchema,
  'job@1': jobFileSchema,
  'record@1': recordSchema,
  entry: entrySchema,
  'plan-changes': planChangesSchema,
  'label-request': labelRequestSchema,
  'diagnose-request': diagnoseRequestSchema,
  'simulate-request': simulateRequestSchema,
};
