import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { APIRequestContext } from '@playwright/test';
import type { JobFile } from '../../src/core/model/job';

/** The demo job as a file. */
export const demo = (): JobFile =>
  JSON.parse(readFileSync(new URL('../../demo/skerry-point.json', import.meta.url), 'utf8')) as JobFile;

/** The demo job as a file under another name, its entries with ids of their own. */
export function demoCopy(id: string): JobFile {
  const file = demo();
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

/** Puts a copy of the demo job on the server, so that a test has one to itself; `change` alters it first. */
export async function ownJob(
  request: APIRequestContext,
  change: (file: JobFile) => void = () => {},
): Promise<string> {
  const id = `test-${randomUUID().slice(0, 8)}`;
  const file = demoCopy(id);
  change(file);
  // A run keeps the links that are still there.
  const there = new Set(file.links.map((l) => l.id));
  for (const run of file.runs ?? []) run.links = run.links.filter((l) => there.has(l));
  const answer = await request.post('/api/jobs/import', { data: file });
  if (answer.status() !== 201) throw new Error(await answer.text());
  return id;
}

/** Leaves of a job's log one seated entry for each end of a panel's links. */
export function allSeated(file: JobFile, panel: string): void {
  const at = '2026-11-10T09:00:00Z';
  file.entries = file.links
    .filter((l) => l.head.panel === panel)
    .flatMap((l) =>
      (['head', 'tail'] as const).map((end) => ({
        id: randomUUID(),
        job: file.job.id,
        link: l.id,
        end,
        kind: 'seated' as const,
        at,
        by: file.crew[0]!.id,
        data: { connector: l[end].connector, scheme: file.job.policy.scheme },
      })),
    );
}
