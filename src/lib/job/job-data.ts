import { LinkStates, type PacksHead } from '$core/log/link-states';
import type { LinkStatus } from '$core/log/state';
import type { LogEntry } from '$core/model/entry';
import type { JobPlan } from '$core/model/job';
import {
  textOf,
  keepDifference,
  keepWhole,
  keptMark,
  readKept,
  type Difference,
  type Joining,
} from '$lib/device/kept-jobs';
import { asking } from '$lib/address/address';
import type { LogData } from './log.svelte';

/** What the server gives of a job when it is opened. */
export interface JobData extends LogData {
  plan: JobPlan;
  /** Which database this is of; missing from what an older build kept on this device. */
  database?: string;
}

/** What is new of a job since what a device has of it. */
export interface JobDifference
  extends Difference, Pick<LogData, 'seq' | 'views' | 'foundElsewhere'>, Pick<JobData, 'database'> {
  entries: LogEntry[];
  states: LinkStatus[];
}

const NEWLINE = 10;

const newest = (a: readonly LinkStatus[], b: readonly LinkStatus[]): LinkStatus[] => [
  ...new Map([...a, ...b].map((s) => [s.link, s])).values(),
];

/** A job as it was told: states packed behind the JSON, or as older builds kept them, among the rest or so many lines behind it. */
type ToldWhole = Omit<JobData, 'statuses'> & { packed?: PacksHead; statuses?: LinkStatus[]; lines?: number };

/** What the server told out of its bytes: a job whole, or what is new of one. Throws a SyntaxError where something is missing. */
export function toldOf(bytes: ArrayBuffer): JobData | JobDifference {
  const all = new Uint8Array(bytes);
  const newline = all.indexOf(NEWLINE);
  const end = newline < 0 ? all.byteLength : newline;
  const told = JSON.parse(textOf(all.subarray(0, end))) as JobDifference | ToldWhole;
  if (!('plan' in told)) return told;
  const { packed, lines, ...job } = told;
  const behind = all.subarray(end + 1);
  if (packed) return { ...job, statuses: LinkStates.packed(packed, behind) };
  return { ...job, statuses: LinkStates.of(job.statuses ?? readLines(textOf(behind), lines ?? 0)) };
}

/** States a line each, so many of them. */
function readLines(text: string, lines: number): LinkStatus[] {
  const states = text ? text.split('\n').map((line) => JSON.parse(line) as LinkStatus) : [];
  if (states.length !== lines) throw new SyntaxError('The job is cut off.');
  return states;
}

/** How a job and what is new of it are put together. */
export const JOINING: Joining<JobData, JobDifference> = {
  read: (bytes) => toldOf(bytes) as JobData,
  add: ({ plan, statuses, log }, { seq, mark, database, views, foundElsewhere, entries, states }) => ({
    ...{ plan, seq, mark, views, foundElsewhere },
    ...(database === undefined ? {} : { database }),
    statuses: statuses.with(states),
    log: log && [...log, ...entries],
  }),
  join: (a, b) => ({
    ...b,
    from: a.from,
    entries: [...a.entries, ...b.entries],
    states: newest(a.states, b.states),
  }),
};

/** Longest that a job waits to be kept on this device for the screen to be drawn first. Our judgement. */
const KEPT_WITHIN_MS = 1000;
/** When the screen has been drawn, as far as a browser tells: to put ten megabytes away keeps a phone from that. */
const drawn = (): Promise<void> =>
  new Promise((done) => {
    if (typeof requestIdleCallback !== 'function') done();
    else requestIdleCallback(() => done(), { timeout: KEPT_WITHIN_MS });
  });

/** Longest a screen waits for the server before it begins with what this device has. */
const WAIT_MS = 4000;

declare global {
  /** What `app.html` asked for before the program was there: once, and for one job. */
  var earlyJob: { path: string; answer: Promise<Answered | null> } | undefined;
}
/** What the server answered, and its bytes where it is what was asked for. */
type Answered = { answer: Response; bytes: ArrayBuffer | null };
/** The answer that was asked for before the program was there; null where there is none of this job. It is taken once, and later it is old. */
function takeEarly(path: string): Promise<Answered | null> | null {
  const early = globalThis.earlyJob;
  globalThis.earlyJob = undefined;
  return early?.path === path ? early.answer : null;
}

/** What the server answers: a job whole or what is new of it, kept on this device as well; its answer where it refuses. */
async function ask(
  path: string,
  mark: string | null,
  get: typeof fetch,
  signal?: AbortSignal,
): Promise<JobData | JobDifference | Response> {
  const address = asking(path, { as: 'packed', ...(mark === null ? {} : { from: mark }) });
  const asked = takeEarly(path);
  const early = mark === null ? await asked : null;
  const answer = early?.answer ?? (await get(address, signal ? { signal } : undefined));
  if (!answer.ok) return answer;
  const bytes = early?.bytes ?? (await answer.arrayBuffer());
  const told = toldOf(bytes);
  if ('plan' in told) void drawn().then(() => keepWhole(path, told.mark, bytes));
  else void keepDifference(path, told, JOINING);
  return told;
}

/**
 * A job from the server, or from this device where the server is out of reach or in trouble: what the device has is read
 * while the server is asked only for what is new. Gives the server's answer where it refuses, null where there is no job.
 */
export async function fetchJob(path: string, get: typeof fetch): Promise<JobData | Response | null> {
  const has = await keptMark(path);
  const keeping = has && readKept(path, JOINING);
  try {
    const told = await ask(path, has?.mark ?? null, get, has ? AbortSignal.timeout(WAIT_MS) : undefined);
    if (told instanceof Response) return (told.status >= 500 && (await keeping)) || told;
    if ('plan' in told) return told;
    const kept = await keeping;
    if (kept?.mark === told.from) return JOINING.add(kept, told);
    const whole = await ask(path, null, get);
    return whole instanceof Response || 'plan' in whole ? whole : null;
  } catch {
    // A line too slow to be waited for may still bring it, for the next time.
    if (has) void keepUpToDate(path);
    return keeping;
  }
}

/** Brings what lies on this device of a job up to what the server has; where it is out of reach, another time. */
export async function keepUpToDate(path: string): Promise<void> {
  const has = await keptMark(path);
  await ask(path, has?.mark ?? null, fetch).catch(() => undefined);
}
