import { recall, remember } from '$lib/device/small';
import { invalidateAll } from '$app/navigation';
import { createContext } from 'svelte';
import { CORD_WAYS, nextInBatch, type CordNext, type CordWay } from '$core/cords/way';
import { nextAfter, nextNearest, provesAlone, wantsReading } from '$core/log/next';
import { inRework } from '$core/log/rework';
import type { EndStates } from '$core/log/link-states';
import type { LinkStatus } from '$core/log/state';
import type { LogEntry } from '$core/model/entry';
import type { Link } from '$core/model/job';
import type { End } from '$core/wiring/conductors';
import { askAccess } from '$lib/access/access';
import { address, apiAddress } from '$lib/address/address';
import { listenToJob } from '$lib/device/feed';
import { Outbox } from '$lib/device/outbox.svelte';
import { PhotoBox } from '$lib/device/photo-box.svelte';
import { TesterInHand } from '$lib/job/tester-in-hand.svelte';
import { Here } from './here.svelte';
import { keepUpToDate, type JobData } from './job-data';
import { JobLog } from './log.svelte';
import { OpenPlan } from './plan.svelte';

/** What the server tells of a job while it is open. */
interface FeedItem {
  seq: number;
  entries: LogEntry[];
  states: LinkStatus[];
  revision: number;
}

/** How long after something was logged what is new is kept for a start without a server. Our judgement. */
const KEPT_AFTER_MS = 2000;
/** When a job is open and drawn, and how long it rests between a hundred links: a press in between is answered. Our judgement. */
const READ_AFTER_MS = 1500;
const READ_EVERY_MS = 30;
/** A device that missed too much loads the job anew, but not again and again where the server is slow to answer. */
const ANEW_EVERY_MS = 60_000;

const CORD_WAY = 'gauntlet:cord-way';

function openAnew(): void {
  const last = Number(sessionStorage.getItem('gauntlet:anew') ?? 0);
  if (Date.now() - last < ANEW_EVERY_MS) return;
  sessionStorage.setItem('gauntlet:anew', String(Date.now()));
  location.reload();
}

/** One job on this device: its plan, its log, who is here, and what still waits to reach the server. */
export class OpenJob {
  readonly plan: OpenPlan;
  readonly log: JobLog;
  readonly here: Here;
  readonly outbox: Outbox;
  readonly tester: TesterInHand;
  readonly photos: PhotoBox;

  constructor(data: JobData) {
    this.plan = new OpenPlan(data.plan, () => this.here.me, () => invalidateAll(), data.database); // prettier-ignore
    this.here = new Here(this.plan.now);
    // Before any screen is drawn: none may ask what this device has been told already.
    this.here.resume();
    this.tester = new TesterInHand(data.plan.id, () => this.plan.parts);
    this.tester.resume();
    this.photos = new PhotoBox(data.plan.id, data.database);
    const way = recall(CORD_WAY);
    this.cordWay = CORD_WAYS.find((w) => w === way) ?? 'cord';
    this.outbox = new Outbox(
      { id: data.plan.id, database: data.database },
      {
        answered: ({ states, refused, revision }) => {
          const ids = new Set(refused.map((r) => r.id));
          this.log.forget(this.outbox.refused.flatMap((r) => (ids.has(r.entry.id) ? [r.entry] : [])));
          this.log.told(states, this.outbox.waiting);
          this.plan.heard('', revision);
          this.keepSoon();
        },
        changed: () => this.log.takeUp(this.outbox.waiting),
        back: () => this.reachedAgain(),
      },
    );
    this.log = new JobLog(
      data.plan.id,
      data,
      () => this.plan,
      (id) => this.plan.link(id),
      () => this.here.me,
      (entry) => this.outbox.put(entry),
    );
  }

  /** Takes up what this device kept, and begins to send and to listen. Call once, in the browser. */
  resume(): () => void {
    this.plan.resume();
    void this.outbox.resume();
    void this.photos.send();
    void this.whoIsLetIn();
    const ahead = this.log.readAhead();
    const readOn = () => {
      if (!ahead.next().done) this.reading = setTimeout(readOn, READ_EVERY_MS);
    };
    this.reading = setTimeout(readOn, READ_AFTER_MS);
    const online = () => {
      void this.outbox.send();
      this.reachedAgain();
    };
    addEventListener('online', online);
    const silence = listenToJob<FeedItem>(this.plan.id, () => this.log.last, {
      item: (item) => this.hear(item),
      anew: () => openAnew(),
      beat: (server) => {
        void this.outbox.heardServer(server);
        void this.photos.heardServer(server);
        void this.plan.lost.heardServer(server);
      },
    });
    return () => {
      silence();
      clearTimeout(this.keeping);
      clearTimeout(this.reading);
      this.outbox.close();
      void this.tester.disconnect();
      removeEventListener('online', online);
    };
  }

  /** On a server that lets people in, this device is its person's: nobody need say so again. */
  private async whoIsLetIn(): Promise<void> {
    if (!this.here.asking) return;
    const name = (await askAccess())?.who?.name.trim().toLowerCase();
    const person = this.plan.crew.find((p) => p.name.trim().toLowerCase() === name);
    if (person && this.here.asking) this.takeOver(person.id);
  }

  private keeping: ReturnType<typeof setTimeout> | undefined;
  private reading: ReturnType<typeof setTimeout> | undefined;
  /** What lies on this device for a start without a server follows what the server has. */
  private keepSoon(): void {
    this.keeping ??= setTimeout(() => {
      this.keeping = undefined;
      void keepUpToDate(apiAddress(this.plan.id, 'site'));
    }, KEPT_AFTER_MS);
  }

  private reachedAgain(): void {
    void this.plan.sendWaiting();
    void this.photos.send();
  }

  private hear({ seq, entries, states, revision }: FeedItem): void {
    const last = entries.at(-1);
    if (last && seq > this.log.last.seq) this.log.last = { seq, id: last.id };
    this.log.hear(entries, states, this.outbox.waiting);
    const planned = entries.filter((e) => e.kind === 'planned');
    for (const e of planned) this.plan.heard(e.id, e.data.revision);
    if (!planned.length) this.plan.heard('', revision);
    this.keepSoon();
  }

  /** Says who works on this device; what the person before had in the hand is not theirs. */
  takeOver(person: string): void {
    if (this.here.me && this.here.me !== person) this.tester.forget();
    this.here.setMe(person);
  }

  /** The address of a screen of this job. */
  at(...pieces: readonly string[]): string {
    return address(this.plan.id, ...pieces);
  }

  statusOf(link: string): LinkStatus {
    return this.log.statusOf(link);
  }
  /** How the ends of a link stand: enough for whoever looks at all links of a job. */
  endsOf(link: string): EndStates {
    return this.log.endsOf(link);
  }

  /** The next link that a reading at prove can prove, from this one on. */
  nextToProve(from: string | null): Link | null {
    return nextAfter(
      this.plan.ordered,
      from,
      (l) => wantsReading(this.endsOf(l.id)) && provesAlone(this.endsOf(l.id), () => this.statusOf(l.id)),
    );
  }

  /** The next link with an end still bare, from this one on: at this panel or in this room first, then in this closet. */
  nextBare(from: string | null, end: End): Link | null {
    const { plan } = this;
    const bare = (l: Link) => this.endsOf(l.id)[end].state === 'bare';
    const link = from === null ? undefined : plan.link(from);
    if (!link) return nextAfter(plan.ordered, null, bare);
    const group = plan.groupOf(link);
    const space = plan.where(link)[end].space;
    const near = [
      ...(end === 'head' || link.cord ? [group?.links ?? []] : []),
      ...(space ? [end === 'head' ? plan.ordered.filter((l) => plan.where(l).head.space === space) : plan.roomLinks(space.id)] : []),
    ]; // prettier-ignore
    return nextNearest([...near, plan.ordered], link.id, bare);
  }

  /** How this person goes through batches of cords. */
  cordWay = $state<CordWay>('cord');
  goThroughCords(way: CordWay): void {
    this.cordWay = way;
    remember(CORD_WAY, way);
  }
  /** What comes next in the batch of a cord, the cord itself looked at first. */
  nextCord(batch: string, from: string | null): CordNext | null {
    return nextInBatch(this.plan.batchLinks(batch), from, this.cordWay, (id) => this.statusOf(id));
  }
  /** The screen for what a cord wants. */
  cordAddress({ cord, wants }: CordNext): string {
    return wants.screen === 'bench' ? this.at('bench', cord.id, wants.end) : this.at('prove', cord.id);
  }
  /** Where the work goes on once something of a cord was logged: the next of its batch, or the batch itself. */
  afterCord(cord: NonNullable<Link['cord']>, from: string): string {
    const next = this.nextCord(cord.batch, from);
    return next ? this.cordAddress(next) : this.at('cords', cord.batch);
  }

  /** Links in rework: failed, or done again and not proven since. */
  toRedo(): Link[] {
    return this.plan.ordered.filter((l) => inRework(this.endsOf(l.id)));
  }
}

const [get, set] = createContext<OpenJob>();
/** Makes the open job known to the components below. */
export const provideJob = (job: OpenJob): OpenJob => set(job);
/** The job that is open. Throws outside of one. */
export const useJob = (): OpenJob => get();
