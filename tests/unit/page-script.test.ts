import { readFileSync } from 'node:fs';
import { runInNewContext } from 'node:vm';
import { expect, it, vi } from 'vitest';
import { JOBS } from '../../src/lib/device/stores';

const page = readFileSync(new URL('../../src/app.html', import.meta.url), 'utf8');
const script = /<script nonce="%sveltekit\.nonce%">([\s\S]+?)<\/script>/.exec(page)![1]!;

/** Runs what the page does before the program is there, on a device that has these in its store of jobs; null: the program was never there. */
async function opened(
  pathname: string,
  kept: readonly string[] | null,
  theme: string | null | Error = null,
  ok = true,
) {
  const fetched = vi.fn(async () => ({ ok, arrayBuffer: async () => 'the job' }));
  const stores: string[] = [];
  const documentElement = { dataset: {} as Record<string, string> };
  const page: Record<string, unknown> = {
    location: { pathname },
    navigator: { serviceWorker: { controller: kept } },
    fetch: fetched,
    document: { documentElement },
    localStorage: {
      getItem: () => {
        if (theme instanceof Error) throw theme;
        return theme;
      },
    },
    caches: {
      open: async (name: string) => {
        stores.push(name);
        return { match: async (path: string) => (kept!.includes(path) ? 'kept' : undefined) };
      },
    },
  };
  page['globalThis'] = page;
  runInNewContext(script, page);
  const early = page['earlyJob'] as { path: string; answer: Promise<unknown> } | undefined;
  const atOnce = fetched.mock.calls.length;
  const answer = (await early?.answer) as { bytes: string | null } | null | undefined;
  return { early, atOnce, answer, bytes: answer?.bytes, fetched, stores, ...documentElement.dataset };
}
const SITE = '/api/jobs/skerry-point/site';

it('asks for a job that was never opened on this device, once, and for no other', async () => {
  const cold = await opened('/skerry-point/rack', null);
  expect([cold.early!.path, cold.bytes, cold.fetched.mock.calls]).toEqual([
    SITE,
    'the job',
    [[`${SITE}?as=packed`]],
  ]);
  // Where nothing of the program was ever here, nothing is waited for.
  expect([cold.atOnce, cold.stores]).toEqual([1, []]);
  const other = await opened('/skerry-point/rack', ['/api/jobs/station/site']);
  expect([other.bytes, other.fetched.mock.calls, other.stores]).toEqual([
    'the job',
    [[`${SITE}?as=packed`]],
    [JOBS],
  ]);
  // What is refused is left for the program to read.
  expect((await opened('/skerry-point/rack', null, null, false)).bytes).toBeNull();
  for (const path of ['/', '/people', '/view/skerry-point']) expect((await opened(path, [])).early).toBeUndefined(); // prettier-ignore
});
it('leaves a job that lies on this device to the program, which waits for no server', async () => {
  // As an opening that was cut off left it: the job, and not yet what lies beside it.
  const warm = await opened('/skerry-point/rack', [SITE]);
  expect([warm.answer, warm.fetched.mock.calls.length]).toEqual([null, 0]);
});
it('takes the theme of this device, and none where its storage is shut', async () => {
  expect(await opened('/', [], 'dark')).toMatchObject({ theme: 'dark' });
  expect(await opened('/skerry-point/rack', [], new Error('shut'))).not.toHaveProperty('theme');
});
