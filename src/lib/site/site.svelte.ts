import { getContext, setContext } from 'svelte';
import { SvelteMap } from 'svelte/reactivity';
import { v7 as uuid } from 'uuid';
import type { Entry, EntryKind, EntryOf } from '$core/formats/entry';
import type { JobPlan, Link } from '$core/formats/job';
import { inPortOrder, nextAfter, wantsReading, wantsRedo } from '$core/log/next';
import { foldLink, type LinkStatus } from '$core/log/state';
import { addFound, countFound, nothingFound, weightsForJob, type FoundCounts } from '$core/diagnose/learn';
import type { End } from '$core/wiring/conductors';
import { outbox, type RefusedEntry } from './outbox';
import { whereabouts, type Whereabouts } from './where';

const RETRY_MS = 4000;

/** The last thing done on this device, as long as it can be taken back with one tap. */
export interface Undoable {
  entry: Entry;
  says: string;
}

/** One job on this device: its plan, its links' states, and what still waits to reach the server. */
export class Site {
  readonly plan: JobPlan;
  readonly links: ReadonlyMap<string, Link>;
  readonly ordered: readonly Link[];
  readonly where: (link: Link) => Whereabouts;
  readonly status = new SvelteMap<string, LinkStatus>();
  me = $state('');
  standingAt = $state<End>('head');
  waiting = $state.raw<readonly Entry[]>([]);
  refused = $state.raw<readonly RefusedEntry[]>([]);
  undoable = $state.raw<Undoable | null>(null);
  reachable = $state(true);
  /** What was found on this job so far, this device's own findings included. */
  found = $state.raw<FoundCounts>(nothingFound());
  readonly foundElsewhere: FoundCounts;
  /** How much each mistake weighs by now. */
  readonly weights = $derived.by(() => weightsForJob(this.found, this.foundElsewhere));
  private readonly box;
  private readonly logs = new Map<string, Entry[]>();
  private sending = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    plan: JobPlan,
    statuses: readonly LinkStatus[],
    findings: { job: FoundCounts; otherJobs: FoundCounts },
  ) {
    this.found = findings.job;
    this.foundElsewhere = findings.otherJobs;
    this.plan = plan;
    this.links = new Map(plan.links.map((l) => [l.id, l]));
    this.ordered = inPortOrder(
      plan.links,
      plan.panels.map((p) => p.id),
    );
    this.where = whereabouts(plan);
    for (const s of statuses) this.status.set(s.link, s);
    this.me = plan.crew[0]?.id ?? '';
    this.box = outbox(plan.id);
  }

  /** Takes up what this device kept, and begins to send. Call once, in the browser. */
  resume(): () => void {
    const me = localStorage.getItem(`gauntlet:me:${this.plan.id}`);
    if (me && this.plan.crew.some((p) => p.id === me)) this.me = me;
    if (localStorage.getItem('gauntlet:standing') === 'tail') this.standingAt = 'tail';
    this.waiting = this.box.waiting();
    this.refused = this.box.refused();
    for (const e of this.waiting) this.show(e);
    void this.send();
    const online = () => void this.send();
    addEventListener('online', online);
    return () => {
      removeEventListener('online', online);
      clearTimeout(this.timer);
    };
  }

  setMe(id: string): void {
    this.me = id;
    localStorage.setItem(`gauntlet:me:${this.plan.id}`, id);
  }

  stand(end: End): void {
    this.standingAt = end;
    localStorage.setItem('gauntlet:standing', end);
  }

  person(id: string | undefined): string {
    return this.plan.crew.find((p) => p.id === id)?.name ?? 'somebody';
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

  toRedo(): Link[] {
    return this.ordered.filter((l) => wantsRedo(this.statusOf(l.id)));
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
    this.waiting = [...this.waiting, entry];
    this.box.keepWaiting(this.waiting);
    this.show(entry);
    if (says) this.undoable = { entry, says };
    void this.send();
    return entry;
  }

  /** Takes the last thing back, by an entry of its own. */
  undo(): void {
    if (!this.undoable) return;
    const { entry } = this.undoable;
    this.undoable = null;
    this.log(entry.link, 'void', { entry: entry.id, reason: 'Taken back at once.' });
  }

  /**
   * Shows an entry before the server has answered. Where this device does not hold the link's older entries it
   * stands on the state it has: the server's answer replaces it.
   */
  private show(entry: Entry): void {
    const link = this.links.get(entry.link);
    if (!link) return;
    const before = this.statusOf(entry.link);
    if (entry.kind === 'void') {
      const snapshot = this.logs.get(entry.link)?.findLast((e) => e.id === entry.data.entry);
      const earlier = snapshot && this.snapshots.get(snapshot.id);
      if (earlier) this.status.set(entry.link, earlier);
      return;
    }
    if (entry.kind === 'found')
      this.found = addFound(
        this.found,
        countFound([entry], () => link),
      );
    this.snapshots.set(entry.id, before);
    this.logs.set(entry.link, [...(this.logs.get(entry.link) ?? []), entry]);
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
          if (before) this.status.set(r.entry.link, before);
        }
      }
      for (const s of answer.states)
        if (!this.waiting.some((e) => e.link === s.link)) this.status.set(s.link, s);
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
