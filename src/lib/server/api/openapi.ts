import { z } from 'zod';
import { createDocument, type ZodOpenApiPathsObject } from 'zod-openapi';
import { DESCRIBED, type Described } from './described';
import { ROUTE_RIGHTS } from '$core/access/rights';

const refusal = z
  .object({
    error: z.object({
      message: z.string().describe('What is wrong and what to do, in one sentence'),
      issues: z.array(z.object({ path: z.string(), message: z.string() })),
    }),
  })
  .meta({ id: 'Refusal' });

/** What is sent or answered, by its media type. */
const content = (what: z.ZodType | { type: string; says: string }) =>
  what instanceof z.ZodType
    ? { 'application/json': { schema: what } }
    : { [what.type]: { schema: z.string().describe(what.says) } };

function operation(key: string, d: Described) {
  const names = [...key.matchAll(/\[(\w+)\]/g)].map((m) => m[1]!);
  return {
    summary: d.summary,
    description: `Wants the right “${ROUTE_RIGHTS[key]}”.`,
    requestParams: {
      ...(names.length ? { path: z.object(Object.fromEntries(names.map((n) => [n, z.string()]))) } : {}),
      ...(d.query ? { query: d.query } : {}),
    },
    ...(d.body ? { requestBody: { required: true, content: content(d.body) } } : {}),
    responses: {
      [String(d.status ?? 200)]: { description: 'Done', content: content(d.answer) },
      '4XX': { description: 'Refused; nothing was changed', content: content(refusal) },
    },
  };
}

/** What may be asked of this server, as OpenAPI 3.1, generated from the schemas the routes themselves are held by. */
export function openApi(version: string): object {
  const paths: ZodOpenApiPathsObject = {};
  for (const [key, d] of Object.entries(DESCRIBED)) {
    const [method, route] = key.split(' ') as [string, string];
    const path = route.replaceAll(/\[(\w+)\]/g, '{$1}');
    paths[path] = { ...paths[path], [method.toLowerCase()]: operation(key, d) };
  }
  return createDocument({
    openapi: '3.1.0',
    info: {
      title: 'Gauntlet',
      version,
      description: 'Links, readings and the log of a cabling job, for other programs.',
    },
    paths,
  });
}
