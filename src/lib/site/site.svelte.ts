import { ofLink } from '$core/model/entry';
import { invalidateAll } from '$app/navigation';
import { getContext, setContext } from 'svelte';
import { SvelteMap, SvelteSet } from 'svelte/reactivity';
import { v7 as uuid } from 'uuid';
import type {
  Entry,
  EntryKind,
  EntryOf,
  JobEntry,
  JobEntryKind,
  JobEntryOf,
  LogEntry,
} from '$core/model/entry';
import type { JobPlan, Link, Space } from '$core/model/job';
import type { PlanChanges } from '$core/model/plan-changes';
import { inPortOrder, nextAfter, wantsReading } from '$core/log/next';
import { inRework } from '$core/log/rework';
import { patternAt, seeReading, type Pattern } from '$core/log/patterns';
import { foldLink, type LinkStatus } from '$core/log/state';
import { addFound, countFound, nothingFound, weightsForJob, type FoundCounts } from '$core/diagnose/learn';
import type { End } from '$core/wiring/conductors';
import type { ConnectorFamily } from '$core/wiring/connector';
import { sendPhotos } from '$lib/photo/photo-box';
import { Extras } from './extras.svelte';
import { outbox, type RefusedEntry } from './outbox';
import { activePlan } from '$core/plan/active';
import { whereabouts, type Whereabouts } from './where';

const RETRY_MS = 4000;

/** What the server says of what it refuses. */
interface Refusal {
  error: { message: string; issues: { message: string }[] };
}

/** The last thing done on this device, as long as it can be taken back with one tap. */
export interface Undoable {
  entry: LogEntry;
  says: string;
}

/** What the server gives of a job when it is opened. */
export interface SiteData {
  plan: JobPlan;
  statuses: readonly LinkStatus[];
  /** The last entry of the log that this tells of. */
  seq: number;
  findings: { job: FoundCounts; otherJobs: FoundCounts };
  leadProofs: readonly JobEntryOf<'leads-proved'>[];
  recentReadings: readonly EntryOf<'reading'>[];
  cautioned: readonly { by: string; family: ConnectorFamily }[];
}

/** Changes of plan that this device sent. */
const ownChanges = new Set<string>();

/** One job on this device: its plan, its links' states, and what still waits to reach the server. */
export class Site {
  /** What is worked on: the plan without what was retired. */
  readonly plan: JobPlan;
  /** The whole plan, retired things with it: the history names them. */
  readonly whole: JobPlan;
  readonly links: ReadonlyMap<string, Link>;
  readonly ordered: readonly Link[];
  readonly where: (link: Link) => Whereabouts;
  readonly status = new SvelteMap<string, LinkStatus>();
  /** Parts and legends, which are added to on the way. */
  readonly extras: Extras;
  /** Who has read the cautions of which connector family, as `person family`. */
  readonly cautioned = new SvelteSet<string>();
  /** Proofs of test leads, oldest first. */
  leadProofs = $state.raw<readonly JobEntryOf<'leads-proved'>[]>([]);
  /** The last readings of the job, oldest first. */
  recentReadings = $state.raw<readonly EntryOf<'reading'>[]>([]);
  /** A pattern over the last links that asks to stop and check something first. */
  pattern = $state.raw<Pattern | null>(null);
  me = $state('');
  standingAt = $state<End>('head');
  /** The space one stands in, as far as it was said. */
  standingIn = $state('');
  waiting = $state.raw<readonly LogEntry[]>([]);
  refused = $state.raw<readonly RefusedEntry[]>([]);
  undoable = $state.raw<Undoable | null>(null);
  reachable = $state(true);
  /** Somebody else changed the plan since this device loaded it. */
  planChanged = $state(false);
  /** What was found on this job so far, this device's own findings included. */
  found = $state.raw<FoundCounts>(nothingFound());
  readonly foundElsewhere: FoundCounts;
  /** How much each mistake weighs by now. */
  readonly weights = $derived.by(() => weightsForJob(this.found, this.foundElsewhere));
  private readonly box;
  private seq = 0;
  private sending = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor({ plan, statuses, seq, findings, cautioned, leadProofs, recentReadings }: SiteData) {
    this.seq = seq;
    this.leadProofs = leadProofs;
    this.recentReadings = recentReadings;
    this.found = findings.job;
    this.foundElsewhere = findings.otherJobs;
    for (const c of cautioned) this.cautioned.add(`${c.by} ${c.family}`);
    this.whole = plan;
    this.plan = activePlan(plan);
    this.extras = new Extras(plan);
    this.links = new Map(plan.links.map((l) => [l.id, l]));
    this.ordered = inPortOrder(
      this.plan.links,
      this.plan.panels.map((p) => p.id),
    );
    this.where = whereabouts(plan);
    for (const s of statuses) this.status.set(s.link, s);
    this.me = this.plan.crew[0]?.id ?? '';
    this.box = outbox(plan.id);
  }

  /** Takes up what this device kept, and begins to send. Call once, in the browser. */
  resume(): () => void {
    const me = localStorage.getItem(`gauntlet:me:${this.plan.id}`);
    if (me && this.plan.crew.some((p) => p.id === me)) this.me = me;
    if (localStorage.getItem('gauntlet:standing') === 'tail') this.standingAt = 'tail';
    this.standingIn = localStorage.getItem(`gauntlet:space:${this.plan.id}`) ?? '';
    this.waiting = this.box.waiting();
    this.refused = this.box.refused();
    for (const e of this.waiting) this.show(e);
    void this.send();
    this.extras.resume();
    void sendPhotos(this.plan.id);
    const online = () => {
      void this.send();
      void this.extras.send();
      void sendPhotos(this.plan.id);
    };
    addEventListener('online', online);
    const feed = this.listen();
    return () => {
      feed.close();
      removeEventListener('online', online);
      clearTimeout(this.timer);
    };
  }

  /** Hears what others log on this job. */
  private listen(): EventSource {
    const feed = new EventSource(`/api/jobs/${this.plan.id}/events?since=${this.seq}`);
    feed.onmessage = (event: MessageEvent<string>) =>
      this.hear(JSON.parse(event.data) as { entries: LogEntry[]; states: LinkStatus[]; plan?: string });
    feed.addEventListener('anew', () => location.reload());
    return feed;
  }

  private hear({
    entries,
    states,
    plan,
  }: {
    entries: LogEntry[];
    states: LinkStatus[];
    plan?: string;
  }): void {
    if (plan && !ownChanges.has(plan)) this.planChanged = true;
    for (const s of states)
      if (!this.waiting.some((e) => ofLink(e) && e.link === s.link)) this.status.set(s.link, s);
    for (const e of entries) {
      if (this.ownIds.has(e.id)) continue;
      if (e.kind === 'reading') this.recentReadings = [...this.recentReadings, e];
      else if (e.kind === 'leads-proved') this.leadProofs = [...this.leadProofs, e];
      else if (e.kind === 'cautioned') this.cautioned.add(`${e.by} ${e.data.family}`);
      else if (e.kind === 'void') {
        this.recentReadings = this.recentReadings.filter((r) => r.id !== e.data.entry);
        this.leadProofs = this.leadProofs.filter((p) => p.id !== e.data.entry);
      }
    }
  }
  /** Entries this device wrote in this sitting: it has shown them already. */
  private readonly ownIds = new Set<string>();

  setMe(id: string): void {
    this.me = id;
    localStorage.setItem(`gauntlet:me:${this.plan.id}`, id);
  }

  stand(end: End): void {
    this.standingAt = end;
    localStorage.setItem('gauntlet:standing', end);
  }

  standIn(space: string): void {
    this.standingIn = space;
    localStorage.setItem(`gauntlet:space:${this.plan.id}`, space);
  }

  /** Where one stands: as it was said, else the first closet. */
  standingSpace(): Space {
    const { spaces } = this.plan;
    return (
      spaces.find((s) => s.id === this.standingIn) ?? spaces.find((s) => s.kind === 'closet') ?? spaces[0]!
    );
  }

  person(id: string | undefined): string {
    return this.whole.crew.find((p) => p.id === id)?.name ?? 'somebody';
  }

  statusOf(link: string): LinkStatus {
    return this.status.get(link) ?? foldLink(this.links.get(link)!, this.plan.policy, []);
  }

  panelLinks(panel: string): Link[] {
    return this.ordered.filter((l) => l.head.panel === panel);
  }

  /** The next link that wants a reading, from this one on. */
  nextToProve(from: string | null): Link | null {
    return nextAfter(this.ordered, from, (l) => wantsReading(this.statusOf(l.id)));
  }

  /** The next link with an end still bare, from this one on. */
  nextBare(from: string | null, end: End): Link | null {
    return nextAfter(this.ordered, from, (l) => this.statusOf(l.id)[end].state === 'bare');
  }

  /** Links in rework: failed, or done again and not proven since. */
  toRedo(): Link[] {
    return this.ordered.filter((l) => inRework(this.statusOf(l.id)));
  }

  /** Writes an entry: kept on this device first, shown at once, then sent. */
  log<K extends EntryKind>(link: string, kind: K, data: EntryOf<K>['data'], end?: End, says?: string): Entry {
    const entry = {
      id: uuid(),
      job: this.plan.id,
      link,
      ...(end ? { end } : {}),
      kind,
      at: new Date().toISOString(),
      by: this.me,
      data,
    } as Entry;
    this.keep(entry, says);
    return entry;
  }

  /** Looks whether the reading just logged makes a pattern with those before it. */
  watchForPattern(): void {
    const seen = this.recentReadings.flatMap((entry) => {
      const link = this.links.get(entry.link);
      return (link && seeReading(link, entry)) || [];
    });
    const pattern = patternAt(seen, this.plan.policy.thresholds);
    this.pattern = pattern?.kind === 'all-open' ? null : pattern;
  }

  /** Changes the plan, all or nothing, and takes the new one up; '' or the sentence that says why not. */
  async changePlan(changes: PlanChanges): Promise<string> {
    const change = uuid();
    ownChanges.add(change);
    try {
      const answer = await fetch(`/api/jobs/${this.plan.id}/plan`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-change': change },
        body: JSON.stringify(changes),
      });
      if (!answer.ok) {
        const { error } = (await answer.json()) as Refusal;
        return [error.message, ...error.issues.slice(0, 3).map((i) => i.message)]
          .filter((m, i, all) => all.indexOf(m) === i)
          .join(' ');
      }
      await invalidateAll();
      return '';
    } catch {
      return 'The server is out of reach: a change of plan needs it, try again in a while. What you entered is still here.';
    }
  }

  /** Writes an entry about the job's tools. */
  logForJob<K extends JobEntryKind>(kind: K, data: JobEntryOf<K>['data'], says?: string): void {
    const at = new Date().toISOString();
    this.keep({ id: uuid(), job: this.plan.id, kind, at, by: this.me, data } as JobEntry, says);
  }

  private keep(entry: LogEntry, says?: string): void {
    this.waiting = [...this.waiting, entry];
    this.box.keepWaiting(this.waiting);
    this.show(entry);
    if (says) this.undoable = { entry, says };
    void this.send();
  }

  /** Takes the last thing back, by an entry of its own. */
  undo(): void {
    if (!this.undoable) return;
    const { entry } = this.undoable;
    this.undoable = null;
    const data = { entry: entry.id, reason: 'Taken back at once.' };
    if (ofLink(entry)) this.log(entry.link, 'void', data);
    else this.logForJob('void', data);
  }

  /**
   * Shows an entry before the server has answered. Where this device does not hold the link's older entries it
   * stands on the state it has: the server's answer replaces it.
   */
  private show(entry: LogEntry): void {
    this.ownIds.add(entry.id);
    if (!ofLink(entry)) {
      if (entry.kind === 'leads-proved') this.leadProofs = [...this.leadProofs, entry];
      if (entry.kind === 'void') this.leadProofs = this.leadProofs.filter((p) => p.id !== entry.data.entry);
      return;
    }
    if (entry.kind === 'reading') this.recentReadings = [...this.recentReadings, entry];
    if (entry.kind === 'void')
      this.recentReadings = this.recentReadings.filter((r) => r.id !== entry.data.entry);
    const link = this.links.get(entry.link);
    if (!link) return;
    const before = this.statusOf(entry.link);
    if (entry.kind === 'void') {
      const earlier = this.snapshots.get(entry.data.entry);
      if (earlier) this.status.set(entry.link, earlier);
      return;
    }
    if (entry.kind === 'cautioned') this.cautioned.add(`${entry.by} ${entry.data.family}`);
    if (entry.kind === 'found')
      this.found = addFound(
        this.found,
        countFound([entry], () => link),
      );
    this.snapshots.set(entry.id, before);
    this.status.set(entry.link, foldLink(link, this.plan.policy, [entry], before));
  }
  private readonly snapshots = new Map<string, LinkStatus>();

  /** Sends what waits. Nothing leaves this device's keeping before the server has said that it is kept. */
  async send(): Promise<void> {
    if (this.sending || this.waiting.length === 0) return;
    this.sending = true;
    clearTimeout(this.timer);
    const batch = this.waiting.slice(0, 200);
    try {
      const response = await fetch(`/api/jobs/${this.plan.id}/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ entries: batch }),
      });
      if (!response.ok) throw new Error(String(response.status));
      const answer = (await response.json()) as {
        kept: string[];
        refused: { id: string | null; message: string }[];
        states: LinkStatus[];
      };
      const refused = answer.refused.flatMap((r) => {
        const entry = batch.find((e) => e.id === r.id);
        return entry ? [{ entry, message: r.message }] : [];
      });
      const done = new Set([...answer.kept, ...refused.map((r) => r.entry.id)]);
      this.waiting = this.waiting.filter((e) => !done.has(e.id));
      this.box.keepWaiting(this.waiting);
      if (refused.length) {
        this.refused = [...this.refused, ...refused];
        this.box.keepRefused(this.refused);
        for (const r of refused) {
          const before = this.snapshots.get(r.entry.id);
          if (before && ofLink(r.entry)) this.status.set(r.entry.link, before);
        }
      }
      for (const s of answer.states)
        if (!this.waiting.some((e) => ofLink(e) && e.link === s.link)) this.status.set(s.link, s);
      if (!this.reachable) {
        void this.extras.send();
        void sendPhotos(this.plan.id);
      }
      this.reachable = true;
      this.sending = false;
      if (this.waiting.length) void this.send();
    } catch {
      this.reachable = false;
      this.sending = false;
      this.timer = setTimeout(() => void this.send(), RETRY_MS);
    }
  }

  /** Puts refused entries away once they were read. */
  dismissRefused(): void {
    this.refused = [];
    this.box.keepRefused([]);
  }
}

const KEY = Symbol('site');
/** Makes a job's site known to the components below. */
export const provideSite = (site: Site): Site => setContext(KEY, site);
/** The site of the job that is open. */
export const useSite = (): Site => getContext<Site>(KEY);
