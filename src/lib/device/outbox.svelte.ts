import { forget, recall, remember } from './small';
import { apiAddress } from '$lib/address/address';
import type { LinkStatus } from '$core/log/state';
import type { LogEntry } from '$core/model/entry';
import { alone, channel } from './alone';
import { refusalWords, sendJson } from './ask-server';
import type { Beat } from './feed';
import { thisDevice } from './device-id';
import { dropSent, keepSent, sentEntries, type SentEntry } from './sent';
import { dropEntries, keptEntries, putEntries, type ItsClock, type KeptEntry } from './store';

/** An entry the server would not keep, with its reason. It stays on this device until somebody deals with it. */
export interface RefusedEntry {
  entry: LogEntry;
  message: string;
}

/** What the server answers to a batch. */
export interface BatchAnswer {
  kept: string[];
  refused: { id: string | null; message: string }[];
  states: LinkStatus[];
  revision: number;
  /** Which database keeps them; a server of an older build does not say. */
  database?: string;
  /** How far the clock that the batch told of was ahead. */
  clockErrorMs?: number;
}

const MOST_AT_ONCE = 200;
/** Answers to a batch that no patience mends: something in it is not taken as it is. */
const REFUSED_WHOLE: ReadonlySet<number> = new Set([400, 413]);
/** Answers to somebody who is not let in: what is here waits until they are. */
const NOT_LET_IN: ReadonlySet<number> = new Set([401, 403]);
/** The answer to what was logged for another database than the one that is here: it waits until that is back. */
const LOGGED_ELSEWHERE = 409;
/** Start of a server at which this device last looked whether it still has what was sent. */
const LOOKED_AT = 'gauntlet:server-start';
/** How many entries were sent again, until somebody has seen it. */
const SENT_AGAIN = 'gauntlet:sent-again';
/** Ids asked for at once. */
const MOST_ASKED = 500;
/** Waits between tries while there is no answer: doubled from the first to the last. */
const BACK_OFF_MS = { first: 2000, last: 60_000 };

/** Where a batch goes: a job, on the database it was logged for where that is known; and the clock its times are by. */
type SentTo = Pick<KeptEntry, 'job' | 'database' | 'clock'>;

/** What a batch says of the clock its times are by: what that shows now, or how far the server found it ahead. */
const clockTold = (clock: ItsClock | undefined) =>
  clock && 'errorMs' in clock
    ? { clockErrorMs: clock.errorMs }
    : { sentAt: new Date(Date.now() + (clock?.aheadOfThisMs ?? 0)).toISOString() };

/**
 * What a job's entries go through from this device to the server. An entry is `stored` once it lies on the disk, and
 * leaves the disk only when the server has said that it keeps it; a copy stays for some days, in case the server is put
 * back from a backup. Tabs of one browser share one outbox.
 */
export class Outbox {
  waiting = $state.raw<readonly LogEntry[]>([]);
  /** Whether this device's keeping was looked into: before, nobody knows whether anything waits. */
  looked = $state(false);
  refused = $state.raw<readonly RefusedEntry[]>([]);
  /** Entries that this device shows but could not put on its disk yet. */
  unstored = $state.raw<readonly LogEntry[]>([]);
  /** Why this device keeps nothing on its disk; '' while it does. */
  storageFailed = $state('');
  reachable = $state(true);
  /** Why the server takes nothing from this device: it was put out, or may only read. '' while it does. */
  shut = $state('');
  /** Entries of other jobs that wait on this device. */
  elsewhere = $state(0);
  /** Entries that wait for the job of this id on another database: none of this log, whatever their links are called. */
  foreign = $state.raw<readonly LogEntry[]>([]);
  /** What another database kept of this device's for a job of this id, and this one has not: it may be the same job or another. */
  keptElsewhere = $state.raw<readonly SentEntry[]>([]);
  /** How many entries the server had and had lost: sent again. Said until somebody has seen it. */
  sentAgain = $state(0);
  private readonly job: string;
  private line: ReturnType<typeof channel<{ job: string }>> | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private pause = BACK_OFF_MS.first;
  private sending = false;
  private n = 0;

  constructor(
    private readonly of: { id: string; database?: string | undefined },
    /** Told when the server answered, and when other tabs changed what waits. */
    private readonly heard: {
      answered: (answer: BatchAnswer) => void;
      changed: () => void;
      back: () => void;
    },
  ) {
    this.job = of.id;
  }

  /** Takes up what this device keeps and begins to send. Call once, in the browser. */
  async resume(): Promise<void> {
    this.sentAgain = Number(recall(SENT_AGAIN) ?? 0);
    this.line = channel('gauntlet-outbox', ({ job }) => void this.reload(job));
    await this.takeUpOldKeeping();
    await this.reload(this.job);
    void this.send();
  }

  close(): void {
    this.line?.close();
    clearTimeout(this.timer);
  }

  /** Writes an entry down: shown at once, on the disk as soon as may be, then sent. */
  put(entry: LogEntry): void {
    this.waiting = [...this.waiting, entry];
    this.unstored = [...this.unstored, entry];
    void this.store();
  }

  private async store(): Promise<void> {
    const list = this.unstored;
    if (!list.length) return;
    try {
      await putEntries(list.map((entry) => this.asWaiting(entry)));
      this.unstored = this.unstored.filter((e) => !list.includes(e));
      this.storageFailed = '';
      this.line?.say({ job: this.job });
    } catch {
      this.storageFailed =
        'This device cannot store what you log: its storage is full or shut. Free some space, and keep this page open until all is kept.';
    }
    void this.send();
  }
  /** An entry that goes to the server's database of now; of another job, to whichever has that job. */
  private asWaiting(entry: LogEntry): KeptEntry {
    const { id, database } = this.of;
    const clock = this.clocks.get(entry.id);
    const kept: KeptEntry = { id: entry.id, job: entry.job, n: this.order(), entry, state: 'waiting', ...(clock ? { clock } : {}) }; // prettier-ignore
    return entry.job === id && database !== undefined ? { ...kept, database } : kept;
  }
  /** Clocks of entries here that are not by this device's clock of now, by entry. */
  private readonly clocks = new Map<string, ItsClock>();
  private isForeign = (k: KeptEntry): boolean =>
    k.job === this.job &&
    k.database !== undefined &&
    this.of.database !== undefined &&
    k.database !== this.of.database;
  /** Larger than whatever was kept before, in any tab. */
  private order(): number {
    this.n = Math.max(this.n + 1, Date.now() * 1000);
    return this.n;
  }

  private async reload(job: string): Promise<void> {
    let list: KeptEntry[];
    try {
      list = await keptEntries();
    } catch {
      this.looked = true;
      return;
    }
    this.looked = true;
    for (const k of list) if (k.clock) this.clocks.set(k.id, k.clock);
    this.foreign = list.filter(this.isForeign).map((k) => k.entry);
    const mine = list.filter((k) => k.job === this.job && !this.isForeign(k));
    this.elsewhere = list.filter((k) => k.job !== this.job).length;
    if (job !== this.job && this.waiting.length === mine.length) return;
    this.waiting = [...mine.filter((k) => k.state === 'waiting').map((k) => k.entry), ...this.unstored];
    this.refused = mine.flatMap((k) =>
      k.state === 'refused' ? [{ entry: k.entry, message: k.message ?? '' }] : [],
    );
    this.heard.changed();
  }

  /** Entries that an older version of the program left in the browser's small storage. */
  private async takeUpOldKeeping(): Promise<void> {
    const read = <T>(key: string): T[] => {
      try {
        return JSON.parse(recall(key) ?? '[]') as T[];
      } catch {
        return [];
      }
    };
    const [waiting, refused] = [`gauntlet:waiting:${this.job}`, `gauntlet:refused:${this.job}`];
    const old: KeptEntry[] = [
      ...read<LogEntry>(waiting).map((entry): KeptEntry => ({ id: entry.id, job: this.job, n: this.order(), entry, state: 'waiting' })), // prettier-ignore
      ...read<RefusedEntry>(refused).map(({ entry, message }): KeptEntry => ({ id: entry.id, job: this.job, n: this.order(), entry, state: 'refused', message })), // prettier-ignore
    ];
    if (!old.length) return;
    try {
      await putEntries(old);
      forget(waiting);
      forget(refused);
    } catch {
      this.waiting = old.filter((k) => k.state === 'waiting').map((k) => k.entry);
    }
  }

  /**
   * Sends what waits, of this job and then of all others on this device. Nothing leaves the device's keeping before
   * the server has said that it is kept.
   */
  async send(): Promise<void> {
    this.again = true;
    if (this.sending) return;
    this.sending = true;
    clearTimeout(this.timer);
    while (this.again) {
      this.again = false;
      try {
        await alone('gauntlet-send', () => this.sendAll());
        this.pause = BACK_OFF_MS.first;
        if (this.reachable) continue;
        this.reachable = true;
        this.heard.back();
      } catch {
        this.reachable = false;
        this.timer = setTimeout(() => void this.send(), this.pause);
        this.pause = Math.min(this.pause * 2, BACK_OFF_MS.last);
        break;
      }
    }
    this.sending = false;
  }
  private again = false;
  /** Entries the server answered neither way in this sitting: not asked again and again. */
  private readonly tried = new Set<string>();

  private async sendAll(): Promise<void> {
    const stored = await keptEntries().catch(() => []);
    const waiting = stored.filter((k) => k.state === 'waiting');
    const here = this.waiting.filter((e) => !waiting.some((w) => w.id === e.id));
    const all = [...waiting, ...here.map((entry) => this.asWaiting(entry))].filter(
      (k) => !this.tried.has(k.id),
    );
    const groups = new Map<string, KeptEntry[]>();
    for (const k of all) {
      const name = JSON.stringify([k.job, k.database, k.clock]);
      groups.set(name, [...(groups.get(name) ?? []), k]);
    }
    const mineFirst = [...groups.values()].sort((a, b) => Number(b[0]!.job === this.job) - Number(a[0]!.job === this.job)); // prettier-ignore
    for (const list of mineFirst) {
      const [{ job, database, clock }] = list as [KeptEntry];
      for (let i = 0; i < list.length; i += MOST_AT_ONCE)
        await this.sendBatch({ job, database, clock }, list.slice(i, i + MOST_AT_ONCE).map((k) => k.entry)); // prettier-ignore
    }
  }

  private async sendBatch(to: SentTo, batch: readonly LogEntry[]): Promise<void> {
    const { job, database } = to;
    const path = apiAddress(job, 'entries');
    const response = await sendJson(path, {
      ...clockTold(to.clock),
      ...(database === undefined ? {} : { database }),
      entries: batch,
    });
    // A job that is not there may be so for a moment, as with another database: its entries wait.
    const elsewhere = response.status === 404 && job !== this.job;
    if (elsewhere || response.status === LOGGED_ELSEWHERE)
      return void batch.forEach((e) => this.tried.add(e.id));
    if (REFUSED_WHOLE.has(response.status)) return this.oneByOne(to, batch, response);
    if (NOT_LET_IN.has(response.status)) this.shut = await refusalWords(response);
    if (!response.ok) throw new Error(String(response.status));
    this.shut = '';
    await this.took(to, batch, (await response.json()) as BatchAnswer);
  }

  /** A batch was refused whole: halves of it are tried, so that what is good in it is not held up by what is not. */
  private async oneByOne(to: SentTo, batch: readonly LogEntry[], response: Response): Promise<void> {
    const [only] = batch;
    if (batch.length > 1) {
      const middle = Math.ceil(batch.length / 2);
      await this.sendBatch(to, batch.slice(0, middle));
      return this.sendBatch(to, batch.slice(middle));
    }
    if (!only) return;
    const body = (await response.json().catch(() => null)) as { error?: { message?: string } } | null;
    const message = body?.error?.message ?? `The server refused this entry (${response.status}).`;
    const refused = [{ id: only.id, message }];
    await this.took(to, batch, { kept: [], refused, states: [], revision: 0 });
  }

  private async took({ job, clock }: SentTo, batch: readonly LogEntry[], answer: BatchAnswer): Promise<void> {
    const refused = answer.refused.flatMap((r) => {
      const entry = batch.find((e) => e.id === r.id);
      return entry ? [{ entry, message: r.message }] : [];
    });
    const kept = new Set(answer.kept);
    if (refused.length)
      await putEntries(refused.map((r): KeptEntry => ({ id: r.entry.id, job, n: this.order(), ...r, state: 'refused', ...(clock ? { clock } : {}) }))).catch(() => undefined); // prettier-ignore
    const { database, clockErrorMs } = answer;
    if (database !== undefined)
      await keepSent(batch.filter((e) => kept.has(e.id)).map((entry): SentEntry => ({ id: entry.id, database, at: Date.now(), entry, ...(clockErrorMs === undefined ? {} : { clockErrorMs }) }))).catch(() => undefined); // prettier-ignore
    await dropEntries([...kept]).catch(() => undefined);
    this.foreign = this.foreign.filter((e) => !kept.has(e.id));
    this.line?.say({ job });
    if (job !== this.job) return void (this.elsewhere = Math.max(0, this.elsewhere - kept.size));
    const gone = new Set([...kept, ...refused.map((r) => r.entry.id)]);
    for (const e of batch) if (!gone.has(e.id)) this.tried.add(e.id);
    this.waiting = this.waiting.filter((e) => !gone.has(e.id));
    this.unstored = this.unstored.filter((e) => !gone.has(e.id));
    this.refused = [...this.refused, ...refused];
    this.heard.answered(answer);
  }

  /**
   * Told which database answers and which start of the server it is. A server that was started anew may stand on less
   * than before, as one that was put back from a backup: what it kept of this device and has no more is sent again.
   */
  async heardServer({ database, start }: Beat): Promise<void> {
    try {
      await this.lookElsewhere(database);
      if (recall(LOOKED_AT) === start) return;
      await alone('gauntlet-send', () => this.sendAgainWhatIsMissing(database));
    } catch {
      // Out of reach again: the next beat asks again.
      return;
    }
    remember(LOOKED_AT, start);
    this.tried.clear();
    await this.reload(this.job);
    this.line?.say({ job: this.job });
    void this.send();
  }
  /** Which of these entries of a job the server has not. */
  private async missing(job: string, database: string, sent: readonly SentEntry[]): Promise<SentEntry[]> {
    const out: SentEntry[] = [];
    for (let i = 0; i < sent.length; i += MOST_ASKED) {
      const piece = sent.slice(i, i + MOST_ASKED);
      const path = apiAddress(job, 'entries', 'missing');
      const answer = await sendJson(path, { database, ids: piece.map((e) => e.id) });
      // The job may have been deleted, or this person may not see it any more.
      if (answer.status === 404 || NOT_LET_IN.has(answer.status)) break;
      if (!answer.ok) throw new Error(String(answer.status));
      const { missing } = (await answer.json()) as { missing: string[] };
      out.push(...piece.filter((e) => missing.includes(e.id)));
    }
    return out;
  }
  private async sendAgainWhatIsMissing(database: string): Promise<void> {
    const sent = (await sentEntries().catch(() => [])).filter((e) => e.database === database);
    for (const job of new Set(sent.map((e) => e.entry.job))) {
      const mine = sent.filter((e) => e.entry.job === job);
      const lost = await this.missing(job, database, mine);
      if (lost.length) {
        await putEntries(lost.map(({ entry, clockErrorMs: errorMs }): KeptEntry => ({ id: entry.id, job, database, n: this.order(), entry, state: 'waiting', ...(errorMs === undefined ? {} : { clock: { errorMs } }) }))); // prettier-ignore
        await dropSent(lost.map((e) => e.id));
        this.sentAgain += lost.length;
        remember(SENT_AGAIN, String(this.sentAgain));
      }
    }
  }

  private lookedElsewhere = false;
  /** A server that was filled from files of its jobs is another one to its devices: whether they are the same jobs, a person has to say. */
  private async lookElsewhere(database: string): Promise<void> {
    if (this.lookedElsewhere || recall(this.apart) === database) return;
    const sent = (await sentEntries().catch(() => [])).filter((e) => e.database !== database && e.entry.job === this.job); // prettier-ignore
    this.keptElsewhere = await this.missing(this.job, database, sent);
    this.lookedElsewhere = true;
  }
  private get apart(): string {
    return `gauntlet:apart:${this.job}`;
  }
  /** A person said that the job of this id on another server is another job. */
  isAnotherJob(): void {
    if (this.of.database !== undefined) remember(this.apart, this.of.database);
    this.keptElsewhere = [];
  }

  /** Somebody has seen that entries were sent again. */
  seenSentAgain(): void {
    this.sentAgain = 0;
    forget(SENT_AGAIN);
  }

  /** Sends what was logged for the job of this id on another database to this one: a person said that it is the same. */
  async sendForeign(): Promise<void> {
    const entries = [...this.foreign, ...this.keptElsewhere.map((k) => k.entry)];
    for (const { id, clockErrorMs: errorMs } of this.keptElsewhere)
      if (errorMs !== undefined) this.clocks.set(id, { errorMs });
    this.foreign = [];
    this.keptElsewhere = [];
    for (const e of entries) this.tried.delete(e.id);
    await this.sendAgain(entries);
  }

  /** Sends refused entries again, as they are or changed; of another job too, whose they are then. */
  async sendAgain(entries: readonly LogEntry[]): Promise<void> {
    const ids = new Set(entries.map((e) => e.id));
    this.refused = this.refused.filter((r) => !ids.has(r.entry.id));
    this.waiting = [...this.waiting, ...entries.filter((e) => e.job === this.job)];
    await putEntries(entries.map((entry) => this.asWaiting(entry))).catch(() => undefined);
    this.heard.changed();
    await this.send();
  }

  /**
   * Takes in entries that were carried here from another device, whose clock is so far ahead of this one's, in ms; what is
   * here already stays as it is.
   */
  async takeIn(entries: readonly LogEntry[], aheadOfThisMs: number): Promise<number> {
    const here = new Set((await keptEntries().catch(() => [])).map((k) => k.id));
    const fresh = entries.filter((e) => !here.has(e.id));
    const own = thisDevice();
    for (const e of fresh) if (e.device !== own) this.clocks.set(e.id, { aheadOfThisMs });
    await this.sendAgain(fresh);
    return fresh.length;
  }

  /** Lets go of a refused entry for good: the person said so. */
  async discard(id: string): Promise<void> {
    this.refused = this.refused.filter((r) => r.entry.id !== id);
    await dropEntries([id]).catch(() => undefined);
    this.line?.say({ job: this.job });
  }
}
