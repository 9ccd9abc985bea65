import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { APIRequestContext } from '@playwright/test';
import type { JobFile } from '../../src/core/formats/job';

/** The demo job as a file under another name, its entries with ids of their own. */
export function demoCopy(id: string): JobFile {
  const file = JSON.parse(
    readFileSync(new URL('../../demo/skerry-point.json', import.meta.url), 'utf8'),
  ) as JobFile;
  const fresh = new Map(file.entries.map((e) => [e.id, randomUUID()]));
  file.job.id = id;
  file.entries = file.entries.map(
    (e) =>
      ({
        ...e,
        id: fresh.get(e.id)!,
        job: id,
        ...(e.kind === 'void' ? { data: { ...e.data, entry: fresh.get(e.data.entry)! } } : {}),
      }) as typeof e,
  );
  return file;
}

/** Puts a copy of the demo job on the server, so that a test has one to itself. */
export async function ownJob(request: APIRequestContext): Promise<string> {
  const id = `test-${randomUUID().slice(0, 8)}`;
  const answer = await request.post('/api/jobs/import', { data: demoCopy(id) });
  if (answer.status() !== 201) throw new Error(await answer.text());
  return id;
}
