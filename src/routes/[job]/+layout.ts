import { error } from '@sveltejs/kit';
import type { JobData } from '$lib/job/open-job.svelte';
import type { LayoutLoad } from './$types';

/** A job is worked on in the browser, with or without a server: its pages are drawn there. */
export const ssr = false;

export const load: LayoutLoad = async ({ params, fetch }) => {
  const answer = await fetch(`/api/jobs/${encodeURIComponent(params.job)}/site`);
  if (answer.ok) return (await answer.json()) as JobData;
  const body = (await answer.json().catch(() => null)) as { error?: { message?: string } } | null;
  error(answer.status, body?.error?.message ?? 'The job could not be opened: try again in a moment.');
};
