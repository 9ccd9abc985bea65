import { recall, remember } from '$lib/device/small';
import { SvelteDate } from 'svelte/reactivity';
import { leadsStatus, USUAL_LEAD_HOURS } from '$core/log/leads';
import type { Part } from '$core/model/job';
import type { OpenJob } from '$lib/job/open-job.svelte';

/** What kind of part a test lead is. */
export const LEAD = 'test lead';

/** The two test leads in hand on this device. */
export class LeadsInHand {
  ids = $state.raw<readonly string[]>([]);
  constructor(private readonly job: OpenJob) {}

  private get key(): string {
    return `gauntlet:leads:${this.job.plan.id}`;
  }
  /** Leads of the job, to choose from. */
  readonly all = $derived.by((): readonly Part[] => this.job.plan.parts.filter((p) => p.kind === LEAD));
  readonly names = $derived.by(() => this.ids.map((id) => this.all.find((p) => p.id === id)?.name ?? id));
  readonly hours = $derived.by(() => this.job.plan.policy.leadHours ?? USUAL_LEAD_HOURS);
  /** Grows by the minute while a screen is open, so that leads grow stale on it. */
  private readonly minute = new SvelteDate();
  readonly status = $derived.by(() =>
    leadsStatus(this.ids, this.job.log.leadProofs, this.minute.getTime(), this.hours),
  );

  /** What a reading taken through these leads says of them. */
  readonly stamp = $derived.by(() => ({
    ...(this.ids.length ? { leads: [...this.names] } : {}),
    ...(this.status.provenAt ? { leadsProvenAt: this.status.provenAt } : {}),
    ...(this.status.state === 'bad' ? { leadsFailed: true as const } : {}),
  }));

  resume(): void {
    this.minute.setTime(Date.now());
    try {
      const kept = JSON.parse(recall(this.key) ?? '[]') as string[];
      this.ids = kept.filter((id) => this.all.some((p) => p.id === id)).slice(0, 2);
    } catch {
      this.ids = [];
    }
  }

  /** Looks at the clock again; call it every minute or so. Returns what ends the looking. */
  watchClock(): () => void {
    const timer = setInterval(() => this.minute.setTime(Date.now()), 30_000);
    return () => clearInterval(timer);
  }

  /** Takes up the leads that a tester names: those of the job by their mark, others as they are called. */
  named(marks: readonly string[]): void {
    const same = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();
    this.ids = marks.slice(0, 2).map((m) => this.all.find((p) => same(p.name, m) || p.id === m)?.id ?? m);
    remember(this.key, JSON.stringify(this.ids));
  }

  /** Takes a lead up or puts it down; a third one takes the place of the first. */
  toggle(id: string): void {
    this.ids = this.ids.includes(id) ? this.ids.filter((x) => x !== id) : [...this.ids, id].slice(-2);
    remember(this.key, JSON.stringify(this.ids));
  }
}
