import { forget, recallJson, rememberJson } from '$lib/device/small';
import { randomFrom, seedOf } from '$core/practice/random';
import { ToneBundle, type BundleLay, type Heard } from '$core/survey/tone';
import { hiddenBundle, probeLevel } from '$core/practice/hidden-bundle';
import type { OpenJob } from '$lib/job/open-job.svelte';

interface Kept {
  link: string;
  lay: BundleLay;
  n: number;
  heard: Heard[];
  last: number | null;
}
const MOST_CABLES = 200;

/** Finding one toned cable in a bundle: what was heard, what is believed, what to try next. */
export class ToneSession {
  link = $state('');
  lay = $state<BundleLay>('combed');
  n = $state(0);
  heard = $state.raw<readonly Heard[]>([]);
  /** The cable tried last, against which the next one is heard. */
  last = $state<number | null>(null);
  /** The cable the probe is at. */
  at = $state<number | null>(null);
  problem = $state('');
  /** What was written down last on this screen, and the bundle it was found in. */
  kept = $state.raw<{ cable: number; link: string; lay: BundleLay; n: number } | null>(null);
  readonly bundle = $derived.by(() => new ToneBundle(this.lay, this.n));
  readonly belief = $derived.by(() => (this.n ? this.bundle.belief(this.heard) : []));
  readonly found = $derived.by(() => this.bundle.found(this.belief, this.heard));
  readonly next = $derived.by(() =>
    this.n && !this.found ? this.bundle.next(this.belief, this.last, this.heard) : null,
  );
  private tries = 0;

  constructor(readonly job: OpenJob) {}
  private get key(): string {
    return `gauntlet:tone:${this.job.plan.id}`;
  }

  resume(): void {
    const kept = recallJson<Kept>(this.key);
    if (kept && this.job.plan.link(kept.link)) Object.assign(this, kept);
  }
  private save(): void {
    const { link, lay, n, heard, last } = this;
    rememberJson(this.key, { link, lay, n, heard: [...heard], last } satisfies Kept);
  }

  begin(label: string, cables: string, lay: BundleLay): void {
    const link = this.job.plan.ordered.find((l) => l.label.toLowerCase() === label.trim().toLowerCase());
    const n = Number(cables);
    this.problem = !link
      ? `There is no link "${label.trim()}" in this job: write the label of the one whose far end has the tone.`
      : !Number.isInteger(n) || n < 2 || n > MOST_CABLES
        ? `A bundle has 2 to ${MOST_CABLES} cables: count them, or take part of it.`
        : '';
    if (this.problem || !link) return;
    this.kept = null;
    Object.assign(this, { link: link.id, n, lay, heard: [], last: null, at: null });
    this.save();
  }
  stop(): void {
    this.n = 0;
    this.heard = [];
    forget(this.key);
  }

  /** The probe goes to a cable; the first one is only listened to. */
  put(cable: number): void {
    this.at = cable;
    if (this.last === null) {
      this.last = cable;
      this.save();
    }
  }
  /** Louder, the same or fainter than the cable before. */
  hear(heard: 'louder' | 'same' | 'fainter'): void {
    if (this.at === null || this.last === null || this.at === this.last) return;
    this.heard = [...this.heard, { kind: 'than', cable: this.at, than: this.last, heard }];
    // In no known order every cable is held against the loudest so far.
    if (this.lay !== 'unknown' || heard === 'louder') this.last = this.at;
    else this.at = null;
    this.save();
  }
  /** The probe's tip on bare copper of the cable it is at. */
  bare(bursts: boolean): void {
    if (this.at === null) return;
    this.heard = [...this.heard, { kind: 'bare', cable: this.at, bursts }];
    this.save();
  }
  back(): void {
    const taken = this.heard.at(-1);
    this.heard = this.heard.slice(0, -1);
    if (taken?.kind === 'than') this.last = taken.than;
    this.save();
  }
  /** Bare copper of this cable burst out: that is more than a neighbour's song. */
  bareSaid(cable: number): boolean {
    const said = this.heard.filter((h) => h.kind === 'bare' && h.cable === cable);
    return said.length > 0 && said.every((h) => h.kind === 'bare' && h.bursts);
  }
  /** Writes down that the cable is the link: known where bare copper said so, inferred by the tone alone. */
  keep(cable: number): void {
    const { label } = this.job.plan.link(this.link)!;
    this.job.log.write(
      this.link,
      'traced',
      {
        is: this.bareSaid(cable) ? 'known' : 'inferred',
        by: 'tone',
        cable,
        sure: Math.round(this.belief[cable - 1]! * 1000) / 1000,
      },
      undefined,
      `Cable ${cable} is ${label}: mark it now.`,
    );
    this.kept = { cable, link: this.link, lay: this.lay, n: this.n };
    this.stop();
  }

  /** What the simulated probe shows where it is, in decibels below the loudest; a new listening every time. */
  simulated(): number | null {
    if (this.at === null || !this.job.plan.policy.practice) return null;
    // The toned cable of a practice bundle is hidden by the link's name alone.
    const { links } = hiddenBundle(
      this.job.plan.id,
      this.link,
      Array.from({ length: this.n }, (_, i) => String(i)),
    );
    const random = randomFrom(seedOf(this.link, this.at, ++this.tries));
    return probeLevel(this.bundle, this.at, links.indexOf('0') + 1, random);
  }
}
