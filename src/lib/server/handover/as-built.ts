import { recordOf, type HandoverRecord } from '$core/handover/record';
import { effective } from '$core/log/effective';
import type { JobFile } from '$core/model/job';
import type { LogEntry } from '$core/model/entry';
import type { Db } from '../db/open';
import { handoverState } from '../jobs/handover';
import { exportJob } from '../jobs/job-file';
import { readPhoto } from '../jobs/photos';
import { noSuchJob } from '../refused';
import { recordPdf, type RecordPicture } from './record-pdf';
import { wrongCopper } from './wrong-copper';

/** The as-built record of a job as it stands now. Throws where there is no such job. */
export async function recordNow(db: Db, job: string): Promise<HandoverRecord> {
  const file = await exportJob(db, job);
  if (file === undefined) throw noSuchJob(job);
  return recordOf(JSON.parse(file) as JobFile, new Date().toISOString());
}

/** Close-ups of one link, and of all, that a record shows: a PDF of more is no longer opened. Our judgement. */
const MOST_PICTURES = { link: 4, all: 400 };
/** Pictures that a PDF takes as they are; others stand in the package. */
const DRAWN = new Set(['image/jpeg', 'image/png']);

/** The newest close-ups of the links that have a story. */
async function pictures(db: Db, { file, links }: HandoverRecord): Promise<Map<string, RecordPicture[]>> {
  const told = new Map(links.flatMap((l) => (l.story.length ? [[l.id, l.identifier] as const] : [])));
  const out = new Map<string, RecordPicture[]>();
  let all = 0;
  for (const e of effective(file.entries as LogEntry[]).reverse()) {
    if (e.kind !== 'photo' || !told.has(e.link) || all >= MOST_PICTURES.all) continue;
    const list = out.get(e.link) ?? [];
    if (list.length >= MOST_PICTURES.link) continue;
    const photo = await readPhoto(db, file.job.id, e.data.photo);
    if (!photo || !DRAWN.has(photo.type)) continue;
    const { width, height } = e.data;
    const alt = `Close-up of ${told.get(e.link)!}, ${e.end}, ${e.at.slice(0, 10)}`;
    out.set(e.link, [{ bytes: photo.bytes, width, height, alt }, ...list]);
    all++;
  }
  return out;
}

/** The as-built record of a job as a PDF: with the copper of what failed, close-ups, and who took it over. */
export async function asBuiltPdf(db: Db, job: string): Promise<Buffer> {
  const record = await recordNow(db, job);
  const shown = { copper: await wrongCopper(record), pictures: await pictures(db, record) };
  return recordPdf(record, (await handoverState(db, job)).last, shown);
}
