import {
  isToCome,
  linksMeant,
  toComeWords,
  type ReadingsFile,
  type ReadingsFor,
} from '$core/formats/readings-csv';
import { judgeMeasured } from '$core/log/judge-measured';
import { readingFileSchema } from '$core/model/reading';
import { onceInWorker, plain } from '$lib/device/in-worker';
import type { ParseApi } from './parse.worker';

/** Largest file that is read, in bytes. */
const MOST_BYTES = 20_000_000;

const whole = (message: string): ReadingsFile => ({
  good: [],
  problems: [{ line: 1, column: '', message }],
  rows: 0,
  unknown: [],
});

/** Reads a file of readings: CSV off the main thread, or one `gauntlet/reading@1`. */
export async function readReadings(file: File, job: ReadingsFor): Promise<ReadingsFile> {
  if (file.size > MOST_BYTES)
    return whole('The file is larger than 20 MB: split it and bring the parts one by one.');
  const bytes = await file.arrayBuffer();
  let text: string;
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return whole('The file is not in UTF-8: save it again as CSV in UTF-8.');
  }
  if (text.trimStart().startsWith('{')) return oneReading(text, job);
  try {
    return await onceInWorker<ParseApi, ReadingsFile>(
      () => new Worker(new URL('./parse.worker.ts', import.meta.url), { type: 'module' }),
      (api) => api.parse(text, plain(job)),
    );
  } catch {
    return whole('The file could not be read on this device: try another browser.');
  }
}

function oneReading(text: string, job: ReadingsFor): ReadingsFile {
  let body: unknown;
  try {
    body = JSON.parse(text);
  } catch {
    return whole('This is not JSON that can be read: bring a gauntlet/reading@1 or a CSV.');
  }
  const parsed = readingFileSchema.safeParse(body);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return whole(`This is not a gauntlet/reading@1: ${issue!.path.join('.') || 'format'} ${issue!.message}.`);
  }
  const { format: _, link: label, electrical, takenAt, by, tester, leads: __, ...measured } = parsed.data;
  if (takenAt && isToCome(takenAt, job)) return whole(toComeWords(takenAt));
  const of = linksMeant(job)(label ?? '', takenAt);
  if ('doubt' in of) return { ...whole(of.doubt), unknown: label ? [label] : [] };
  const { link } = of;
  const judged = judgeMeasured(
    { reading: measured, ...(electrical ? { electrical } : {}) },
    link,
    job,
    takenAt ?? new Date(0).toISOString(),
  );
  if (!judged.ok) return whole(judged.message);
  const person = job.crew.find((p) => p.id === by || p.name === by);
  const { verdict, reason } = judged.judgement;
  const good = {
    line: 1,
    link,
    measured,
    verdict,
    reason,
    ...(electrical ? { electrical } : {}),
    ...(takenAt ? { takenAt } : {}),
    ...(person ? { by: person.id } : {}),
    ...(tester ? { tester } : {}),
  };
  return { good: [good], problems: [], rows: 1, unknown: [] };
}
