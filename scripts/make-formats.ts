/** Writes the JSON Schemas of the open formats to docs/formats, from the Zod schemas: `npm run formats`. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { z } from 'zod';
import { PUBLISHED } from '../src/core/published';

const dir = new URL('../docs/formats/', import.meta.url);
mkdirSync(dir, { recursive: true });
for (const [name, schema] of Object.entries(PUBLISHED))
  writeFileSync(
    new URL(`${name}.schema.json`, dir),
    JSON.stringify(z.toJSONSchema(schema, { io: 'input' }), null, 2) + '\n',
  );
