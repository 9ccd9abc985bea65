import { json } from '@sveltejs/kit';
import { answering, readJson } from '$lib/server/refused';
import { beside } from '$lib/server/thread/pool';
import type { RequestHandler } from './$types';

const MOST_BYTES = 10_000;

/** Begins a job from this one's plan or terms. */
export const POST: RequestHandler = ({ params: { job }, request }) =>
  answering(async () =>
    json(
      { job: await beside('copy-job', { job, body: await readJson(request, MOST_BYTES) }) },
      { status: 201 },
    ),
  );
