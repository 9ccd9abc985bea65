import { json } from '@sveltejs/kit';
import type { z } from 'zod';

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
    for await (const chunk of request.body ?? []) {
      size += chunk.byteLength;
      if (size <= limit) chunks.push(chunk);
      else if (size > MOST_DRAINED) break;
    }
  if (Math.max(size, declared) > limit)
    throw new Refused(
      `The body is larger than ${Math.round(limit / 1000)} kB: send less at a time.`,
      [{ path: '', message: 'too large' }],
      413,
    );
  return Buffer.concat(chunks);
}

/** The JSON body of a request, at most `limit` bytes. Throws `Refused` (413 or 400). */
export async function readJson(request: Request, limit: number): Promise<unknown> {
  const bytes = await readBytes(request, limit);
  try {
    return JSON.parse(new TextDecoder('utf-8', { fatal: true }).decode(bytes)) as unknown;
  } catch {
    throw new Refused('The body is not JSON.', [{ path: '', message: 'Send one JSON value in UTF-8.' }]);
  }
}

/** Runs a route's work and turns what it refuses into its answer. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof Refused) return error.toResponse();
    throw error;
  }
}
