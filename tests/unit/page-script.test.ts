import { readFileSync } from 'node:fs';
import { runInNewContext } from 'node:vm';
import { expect, it, vi } from 'vitest';
import { JOBS } from '../../src/lib/device/stores';

const page = readFileSync(new URL('../../src/app.html', import.meta.url), 'utf8');
const script = /<script nonce="%sveltekit\.nonce%">([\s\S]+?)<\/script>/.exec(page)![1]!;

/** Runs what the page does before the program is there, on a device that has these in its store of jobs. */
async function opened(pathname: string, kept: readonly string[], theme: string | null | Error = null) {
  const fetched = vi.fn(async () => 'answer');
  const stores: string[] = [];
  const documentElement = { dataset: {} as Record<string, string> };
  const page: Record<string, unknown> = {
    location: { pathname },
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
        return { match: async (path: string) => (kept.includes(path) ? 'kept' : undefined) };
      },
    },
  };
  page['globalThis'] = page;
  runInNewContext(script, page);
  const early = page['earlyJob'] as { path: string; answer: Promise<unknown> } | undefined;
  return { early, answer: await early?.answer, fetched, stores, ...documentElement.dataset };
}
const SITE = '/api/jobs/skerry-point/site';

it('asks for a job that was never opened on this device, once, and for no other', async () => {
  const cold = await opened('/skerry-point/rack', []);
  expect([cold.early!.path, cold.answer, cold.fetched.mock.calls]).toEqual([SITE, 'answer', [[SITE]]]);
  expect(cold.stores).toEqual([JOBS]);
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
