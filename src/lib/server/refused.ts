import { json } from '@sveltejs/kit';
import type { z } from 'zod';
import { databaseTrouble } from './db/troubles';

/** One thing wrong with an input: where, and what to do. */
export interface Issue {
  path: string;
  message: string;
}

/** An input that is refused; becomes `{ error: { message, issues } }` with its status. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly issues: Issue[] = [],
    readonly status = 400,
  ) {
    super(message);
  }

  static fromZod(message: string, error: z.ZodError): Refused {
    return new Refused(message, issuesOf(error));
  }

  toResponse(): Response {
    return json(
      { error: { message: this.message, issues: this.issues.slice(0, 50) } },
      { status: this.status },
    );
  }
}

/** The refusal of a job that is not here. */
export const noSuchJob = (job: string): Refused =>
  new Refused(
    `There is no job "${job}" here: go back to the list and choose one.`,
    [{ path: 'job', message: 'Choose one of those that are here.' }],
    404,
  );

/** The refusal of a link that is not in its job. */
export const noSuchLink = (link: string, path: string): Refused =>
  new Refused(
    `There is no link "${link}" in this job.`,
    [{ path, message: 'Choose one that is here.' }],
    404,
  );

/** Zod's issues as paths and sentences. */
export const issuesOf = (error: z.ZodError): Issue[] =>
  error.issues.map((i) => ({ path: i.path.join('.'), message: i.message.slice(0, 300) }));

/** How much of a body that is too large is read to its end, so that its sender hears why; beyond, it is cut off. */
const MOST_DRAINED = 64_000_000;

/** The body of a request, at most `limit` bytes. Throws `Refused` (413). */
export async function readBytes(request: Request, limit: number): Promise<Buffer> {
  const declared = Number(request.headers.get('content-length') ?? 0);
  const chunks: Uint8Array[] = [];
  let size = 0;
  if (declared <= Math.max(limit, MOST_DRAINED))
    try {
      for await (const chunk of request.body ?? []) {
        size += chunk.byteLength;
        if (size <= limit) chunks.push(chunk);
        else if (size > MOST_DRAINED) break;
      }
    } catch {
      throw new Refused('The connection ended before all of it was here: send it again.', [], 400);
    }
  if (Math.max(size, declared) > limit)
    throw new Refused(
      `The body is larger than ${Math.round(limit / 1000)} kB: send less at a time.`,
      [{ path: '', message: 'too large' }],
      413,
    );
  return Buffer.concat(chunks);
}

/** Deepest nesting of a body: the deepest that is meant has nine levels. */
const MOST_DEPTH = 60;

/** Most objects and lists in a body: a job of 10,000 links and 200,000 entries has a third of it. */
const MOST_PARTS = 4_000_000;

/** How deep JSON text nests and how many objects and lists it has, without parsing it: the parser would run out of room. */
export function shapeOf(json: Uint8Array): { depth: number; parts: number } {
  let now = 0;
  let depth = 0;
  let parts = 0;
  let inText = false;
  for (let i = 0; i < json.length; i++) {
    const c = json[i];
    if (inText) {
      if (c === BACKSLASH) i++;
      else if (c === QUOTE) inText = false;
    } else if (c === QUOTE) inText = true;
    else if (c === OPEN_BRACE || c === OPEN_BRACKET) {
      parts++;
      if (++now > depth) depth = now;
    } else if (c === CLOSE_BRACE || c === CLOSE_BRACKET) now--;
  }
  return { depth, parts };
}
const [QUOTE, BACKSLASH, OPEN_BRACE, CLOSE_BRACE, OPEN_BRACKET, CLOSE_BRACKET] = [34, 92, 123, 125, 91, 93];

/** The JSON body of a request, at most `limit` bytes. Throws `Refused` (413 or 400). */
export const readJson = async (request: Request, limit: number): Promise<unknown> =>
  parseJson(await readBytes(request, limit));

/** JSON in UTF-8 that is neither too deep nor of too many parts. Throws `Refused` (413 or 400). */
export function parseJson(bytes: Uint8Array): unknown {
  const shape = shapeOf(bytes);
  if (shape.depth > MOST_DEPTH || shape.parts > MOST_PARTS)
    throw new Refused(
      shape.depth > MOST_DEPTH
        ? `The body is nested deeper than ${MOST_DEPTH} levels.`
        : `The body has more than ${MOST_PARTS / 1e6} million parts: send less at a time.`,
      [{ path: '', message: 'not as sent' }],
      shape.depth > MOST_DEPTH ? 400 : 413,
    );
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new Refused('The body is not JSON.', [{ path: '', message: 'Send one JSON value in UTF-8.' }]);
  }
}

/** The query of a request by its schema. Throws `Refused` with the first thing that is wrong. */
export function readQuery<S extends z.ZodType>(url: URL, schema: S): z.infer<S> {
  const parsed = schema.safeParse(Object.fromEntries(url.searchParams));
  if (parsed.success) return parsed.data;
  const first = parsed.error.issues[0]!;
  throw Refused.fromZod(`${first.path.join('.') || 'The address'}: ${first.message}`, parsed.error);
}

/** Runs a route's work and turns what it refuses into its answer. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refused) return error.toResponse();
    const trouble = databaseTrouble(error);
    if (trouble) return new Refused(trouble.message, [], trouble.status).toResponse();
    throw error;
  }
}
