import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { PUBLISHED } from '$core/published';
import { answering, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** The JSON Schema of one of the open formats, by its name: `reading@1`, `job@1` … */
export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const schema = Object.hasOwn(PUBLISHED, params.name) ? PUBLISHED[params.name] : undefined;
    if (!schema)
      throw new Refused(
        `There is no schema "${params.name.slice(0, 60)}": there are ${Object.keys(PUBLISHED).join(', ')}.`,
        [{ path: 'name', message: 'not known' }],
        404,
      );
    return json(z.toJSONSchema(schema, { io: 'input' }));
  });
