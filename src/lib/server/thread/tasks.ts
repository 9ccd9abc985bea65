import { Contradiction } from '$core/reading/contradiction';
import type { DiagnoseInput, Diagnosis } from '$core/diagnose/types';
import { canonicalJson } from '$core/formats/canonical';
import type { Db } from '../db/open';
import { diagnosisEngine, indexReady, warmUp } from '../engine';
import { asBuiltPdf, recordNow } from '../handover/as-built';
import type { HistoryFilter } from '$core/log/history';
import type { Told } from '$core/log/told';
import { openPointsCsv, recordCsv } from '$core/handover/link-table';
import { recordXlsx } from '../handover/record-xlsx';
import { runSimulatedTester, type PracticeRun } from '../jobs/practice';
import { historyFile, readHistory } from '../jobs/history';
import type { RecordForm } from '../handover/record-forms';
import { entriesOfJob } from '../jobs/entry-rows';
import { importJob } from '../jobs/import-job';
import { exportJob, readPlan } from '../jobs/job-file';
import { isZip, unpack } from '../jobs/unpack';
import { copyJob } from '../jobs/whole-jobs';
import { readStates } from '../jobs/states';
import { noSuchJob, parseJson, Refused } from '../refused';
import { kitReport, type KitReport } from '$core/kit/report';
import { trendOf, type Trend, type TrendAsked } from '$core/trend/trend';

/** What is long enough to be done beside the server: each takes the database, where it wants one, and what is asked. */
export const TASKS = {
  /** Builds what the first diagnosis would wait for. */
  'warm-up': async (): Promise<void> => warmUp(),
  diagnose: async (_db: () => Promise<Db>, input: DiagnoseInput): Promise<Diagnosis> => {
    await indexReady(input);
    try {
      return diagnosisEngine().diagnose(input);
    } catch (error) {
      if (error instanceof Contradiction)
        throw new Refused(error.message, [{ path: error.path, message: error.message }]);
      throw error;
    }
  },
  'simulated-tester': async (
    db: () => Promise<Db>,
    { job, link, run }: { job: string; link: string; run: PracticeRun },
  ): Promise<string[]> => runSimulatedTester(await db(), job, link, run),
  history: async (
    db: () => Promise<Db>,
    { job, filter, most }: { job: string; filter: HistoryFilter; most: number },
  ): Promise<Told[]> => readHistory(await db(), job, filter, most),
  'history-file': async (
    db: () => Promise<Db>,
    { job, filter }: { job: string; filter: HistoryFilter },
  ): Promise<Uint8Array<ArrayBuffer>> => new TextEncoder().encode(await historyFile(await db(), job, filter)),
  record: async (
    db: () => Promise<Db>,
    { job, as }: { job: string; as: RecordForm },
  ): Promise<Uint8Array<ArrayBuffer>> => {
    if (as === 'pdf') return new Uint8Array(await asBuiltPdf(await db(), job));
    const record = await recordNow(await db(), job);
    if (as === 'xlsx') return recordXlsx(record);
    const text = { json: canonicalJson, csv: recordCsv, 'open-csv': openPointsCsv }[as](record);
    return new Uint8Array(Buffer.from(text));
  },
  /** Brings a job in: its file or its package, with `beside` as another job of that name. Answers its id. */
  'import-job': async (
    db: () => Promise<Db>,
    { bytes, beside }: { bytes: Uint8Array; beside?: string | undefined },
  ): Promise<string> => {
    const { body, photos } = isZip(bytes) ? unpack(bytes) : { body: parseJson(bytes), photos: new Map() };
    return importJob(await db(), body, { photos, beside });
  },
  'copy-job': async (db: () => Promise<Db>, { job, body }: { job: string; body: unknown }): Promise<string> =>
    copyJob(await db(), job, body),
  /** A job's file; undefined where there is no such job. */
  'export-job': async (
    db: () => Promise<Db>,
    { job }: { job: string },
  ): Promise<Uint8Array<ArrayBuffer> | undefined> => {
    const file = await exportJob(await db(), job);
    return file === undefined ? undefined : new TextEncoder().encode(file);
  },
  kit: async (db: () => Promise<Db>, asked: { job: string; closet?: string | undefined; suffice?: number | undefined }): Promise<KitReport> => {
    const at = await db();
    const plan = await readPlan(at, asked.job);
    if (!plan) throw noSuchJob(asked.job);
    if (asked.closet && !plan.spaces.some((s) => s.id === asked.closet && s.kind === 'closet'))
      throw new Refused(`There is no closet "${asked.closet}" in this job.`, [{ path: 'closet', message: 'Choose one that is there, or leave it out.' }]);
    const [log, statuses] = [await entriesOfJob(at, asked.job), await readStates(at, asked.job)];
    return kitReport({ ...asked, plan, log, statuses });
  }, // prettier-ignore
  trend: async (
    db: () => Promise<Db>,
    asked: Pick<TrendAsked, 'me' | 'today' | 'working'> & { job: string },
  ): Promise<Trend> => {
    const at = await db();
    const plan = await readPlan(at, asked.job);
    if (!plan) throw noSuchJob(asked.job);
    const [log, statuses] = [await entriesOfJob(at, asked.job), await readStates(at, asked.job)];
    return trendOf({ ...asked, plan, log, statuses });
  },
} as const;
/** The name of a task. */
export type Task = keyof typeof TASKS;
/** What a task is asked. */
export type Asked<T extends Task> = Parameters<(typeof TASKS)[T]>[1];
/** What a task answers. */
export type Answered<T extends Task> = Awaited<ReturnType<(typeof TASKS)[T]>>;

/** A task as it is sent to the thread, and what comes back. */
export interface Sent {
  id: number;
  task: Task;
  asked: unknown;
}
/** What comes back from the thread: an answer, a refusal, or a fault with its words. */
export type Reply = { id: number } & (
  { answer: unknown } | { refused: Pick<Refused, 'message' | 'issues' | 'status'> } | { fault: string }
);
