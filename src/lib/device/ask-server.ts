/** A request that gets no answer in this time has none: a connection may die without a word. */
export const ANSWER_WITHIN_MS = 15_000;

/** What the server says of what it refuses. */
export interface Refusal {
  error: { message: string; issues: { path: string; message: string }[] };
}

/** Sends JSON and gives the answer. Rejects where there is none in time. */
export const sendJson = (path: string, body: unknown, method = 'POST'): Promise<Response> =>
  fetch(path, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
    signal: AbortSignal.timeout(ANSWER_WITHIN_MS),
  });

/** What a refusal says, in one or a few sentences; told once each. */
export async function refusalWords(answer: Response): Promise<string> {
  const body = (await answer.json().catch(() => null)) as Partial<Refusal> | null;
  if (!body?.error) return 'The server could not do that: try again in a moment.';
  const { message, issues } = body.error;
  return [message, ...issues.slice(0, 3).map((i) => i.message)]
    .filter((m, i, all) => all.indexOf(m) === i)
    .join(' ');
}
