/** Writes the JSON Schemas of the open formats to docs/formats, from the Zod schemas: `npm run formats`. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { diagnoseRequestSchema, simulateRequestSchema } from '../src/core/formats/diagnose';
import { entrySchema } from '../src/core/model/entry';
import { labelRequestSchema } from '../src/core/formats/labels';
import { planChangesSchema } from '../src/core/model/plan-changes';
import { jobFileSchema } from '../src/core/model/job';
import { readingFileSchema } from '../src/core/model/reading';

/** Published schemas by file name. */
export const PUBLISHED = {
  'reading@1': readingFileSchema,
  'job@1': jobFileSchema,
  entry: entrySchema,
  'plan-changes': planChangesSchema,
  'label-request': labelRequestSchema,
  'diagnose-request': diagnoseRequestSchema,
  'simulate-request': simulateRequestSchema,
};

const dir = new URL('../docs/formats/', import.meta.url);
mkdirSync(dir, { recursive: true });
for (const [name, schema] of Object.entries(PUBLISHED))
  writeFileSync(
    new URL(`${name}.schema.json`, dir),
    JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2) + '\n',
  );
