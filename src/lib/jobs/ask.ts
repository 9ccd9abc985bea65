/** What the server answered, or the sentence that says why it did not do it. */
export type Answered<T> = { body: T; problem: '' } | { body: null; problem: string };

/** Asks the server for something about whole jobs. What was refused, or no answer at all, becomes one sentence. */
export async function askServer<T>(
  address: string,
  method: 'GET' | 'POST' | 'DELETE',
  sent?: unknown,
): Promise<Answered<T>> {
  try {
    const answer = await fetch(address, {
      method,
      ...(sent === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(sent) }),
    });
    const body = (await answer.json()) as T & { error?: { message: string } };
    return body.error ? { body: null, problem: body.error.message } : { body, problem: '' };
  } catch {
    return { body: null, problem: 'The server does not answer: nothing was done. Try again in a moment.' };
  }
}
