import { vi } from 'vitest';
import type { JobFile } from '../../src/core/model/job';
import { planRounds } from '../../src/core/survey/rounds';
import type { RoundAsked } from '../../src/lib/round/round.worker';
import type { Db } from '../../src/lib/server/db/open';
import { openDatabase } from '../../src/lib/server/db/open';
import { forgetSent } from '../../src/lib/device/sent';
import { deviceStore } from '../../src/lib/device/store';
import { databaseId } from '../../src/lib/server/db/identity';
import { appendEntries } from '../../src/lib/server/jobs/entries';
import { entriesOf } from '../../src/lib/server/jobs/entry-rows';
import { importJob } from '../../src/lib/server/jobs/import-job';
import { missingEntries } from '../../src/lib/server/jobs/missing';
import { exportJob } from '../../src/lib/server/jobs/job-file';
import { changePlan } from '../../src/lib/server/jobs/plan-changes';
import { siteJson, sitePacked, siteSince } from '../../src/lib/server/jobs/site';
import { Refused } from '../../src/lib/server/refused';
import { toldOf, type JobData } from '../../src/lib/job/job-data';
import { demoCopy } from './job';
import { StandInWorker } from './stand-in-worker';

/** A browser's storage, for as long as a test runs. */
class Storage {
  private readonly kept = new Map<string, string>();
  getItem = (key: string): string | null => this.kept.get(key) ?? null;
  setItem = (key: string, value: string): void => void this.kept.set(key, value);
  removeItem = (key: string): void => void this.kept.delete(key);
  clear = (): void => this.kept.clear();
}

/** What a browser keeps of answers, for as long as a test runs. */
class Answers {
  private readonly kept = new Map<string, ArrayBuffer>();
  put = async (path: string, answer: Response): Promise<void> =>
    void this.kept.set(path, await answer.arrayBuffer());
  match = async (path: string): Promise<Response | undefined> =>
    this.kept.has(path) ? new Response(this.kept.get(path)) : undefined;
}

/** A feed that a test speaks through. */
class Feed {
  static open: Feed[] = [];
  onmessage: ((event: { data: string }) => void) | null = null;
  private readonly listeners: ((event: { data: string }) => void)[] = [];
  constructor(readonly url: string) {
    Feed.open.push(this);
  }
  addEventListener(name: string, listener: (event: { data: string }) => void): void {
    if (name === 'beat') this.listeners.push(listener);
  }
  beat(data: string): void {
    for (const listener of this.listeners) listener({ data });
  }
  close(): void {
    Feed.open = Feed.open.filter((f) => f !== this);
  }
}

/** A worker that plans rounds, in the same thread; others answer nothing. */
class RoundWorker extends StandInWorker {
  constructor(from: URL) {
    super(from.pathname.includes('round.worker') ? { plan: ({ closet, rooms, remotes, hands }: RoundAsked) => planRounds(closet, rooms, remotes, hands) } : {}); // prettier-ignore
  }
}

/** A device with a server behind it, both in this process: the server's own functions answer what the device sends. */
export class Device {
  online = true;
  /** How far this device's clock is ahead of the server's, in ms. */
  aheadMs = 0;
  /** Longest body the server reads. */
  mostBytes = Infinity;
  /** Paths asked for, in order. */
  readonly asked: string[] = [];
  readonly storage = new Storage();
  /** What the server answers instead of what it has, while it is in trouble. */
  trouble: number | null = null;

  private constructor(
    /** The database behind the server; another may be put in its place. */
    public db: Db,
    readonly job: string,
  ) {}

  /** A device on a copy of the demo job. */
  static async on(job: string, change: (file: JobFile) => void = () => {}): Promise<Device> {
    const db = await openDatabase(':memory:');
    const file = demoCopy(job);
    change(file);
    await importJob(db, file);
    const device = new Device(db, job);
    const store = await deviceStore();
    for (const name of ['entries', 'photos', 'drafts'] as const) await store.clear(name);
    await forgetSent();
    device.storage.setItem('gauntlet:me', JSON.stringify({ id: 'bo', name: 'Bo Tarn' }));
    vi.stubGlobal('localStorage', device.storage);
    const answers = new Answers();
    vi.stubGlobal('caches', { open: () => Promise.resolve(answers) });
    vi.stubGlobal('EventSource', Feed);
    vi.stubGlobal('Worker', RoundWorker);
    vi.stubGlobal('addEventListener', () => {});
    vi.stubGlobal('removeEventListener', () => {});
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => device.answer(path, init));
    vi.stubGlobal('location', { reload: () => {} });
    return device;
  }

  /** What the server hands over when the job is opened. */
  async data(): Promise<JobData> {
    return toldOf(new Uint8Array((await sitePacked(this.db, this.job))!).buffer) as JobData;
  }
  /** The job as its file. */
  async file(): Promise<JobFile> {
    return JSON.parse((await exportJob(this.db, this.job))!) as JobFile;
  }
  /** What the log holds of a link, kind by kind. */
  async kinds(link: string): Promise<string[]> {
    return (await this.file()).entries.flatMap((e) => ('link' in e && e.link === link ? [e.kind] : []));
  }
  /** Says something on the feed, as the server does when another device logged. */
  tell(item: object): void {
    for (const feed of Feed.open) feed.onmessage?.({ data: JSON.stringify(item) });
  }

  /** The beat of the server's feed, as it comes at once after a start of it. */
  async beat(start: string): Promise<void> {
    const data = JSON.stringify({ database: await databaseId(this.db), start });
    for (const feed of Feed.open) feed.beat(data);
  }

  private async answer(path: string, init?: RequestInit): Promise<Response> {
    this.asked.push(path);
    if (!this.online) throw new TypeError('no network');
    if (this.trouble !== null) return new Response(null, { status: this.trouble });
    const body = (): unknown => JSON.parse(String(init?.body)) as unknown;
    const [, , , , part, kind] = path.split('?')[0]!.split('/');
    try {
      if (String(init?.body ?? '').length > this.mostBytes)
        return new Refused('This is too much at once.', [], 413).toResponse();
      if (part === 'site') {
        const from = new URLSearchParams(path.split('?')[1]).get('from');
        const since = from === null ? undefined : await siteSince(this.db, this.job, from);
        if (since) return Response.json(since);
        return path.includes('as=packed')
          ? new Response(new Uint8Array((await sitePacked(this.db, this.job))!))
          : new Response(await siteJson(this.db, this.job));
      }
      if (part === 'entries' && kind === 'missing')
        return Response.json({ missing: await missingEntries(this.db, this.job, body()) });
      if (part === 'entries')
        return Response.json(
          await appendEntries(
            this.db,
            this.job,
            body() as { entries: unknown[]; sentAt?: string },
            Date.now() - this.aheadMs,
          ),
        );
      if (part === 'plan') return Response.json(await changePlan(this.db, this.job, body()));
      if (part === 'links')
        return Response.json({ entries: await entriesOf(this.db, this.job, decodeURIComponent(kind!)) });
    } catch (error) {
      if (error instanceof Refused) return error.toResponse();
      throw error;
    }
    return new Response(null, { status: 404 });
  }
}
