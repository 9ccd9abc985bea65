import { mediumOf } from '$core/wiring/connector';
import type { Link, Space } from '$core/model/job';
import { wantsTrace } from '$core/log/next';
import { bundleAnswers, hiddenBundle } from '$core/practice/hidden-bundle';
import {
  cablesToTry,
  readRemoteNumbers,
  traceOutcome,
  type LinkIs,
  type TraceAnswer,
} from '$core/survey/trace';
import type { Hands, RoundPlan } from '$core/survey/rounds';
import { planInWorker, roomsOf } from '$lib/round/plan';
import type { OpenJob } from '$lib/job/open-job.svelte';

/** What of a trace is kept on this device. */
interface Kept {
  closet: string;
  links: string[];
  loose: number;
  plan: RoundPlan;
  at: number;
  out: boolean;
  answers: TraceAnswer[];
  closed: number[];
  told: [string, string][];
}

/** Finding out which loose cable is which link, with numbered remotes. */
export class TraceSession {
  closet = $state('');
  remotes = $state('1-4');
  looseText = $state('');
  hands = $state<Hands>('single');
  problem = $state('');
  plan = $state.raw<RoundPlan | null>(null);
  links = $state.raw<readonly string[]>([]);
  loose = $state(0);
  at = $state(0);
  /** The remotes of this round are in their outlets. */
  out = $state(false);
  answers = $state.raw<readonly TraceAnswer[]>([]);
  closed = $state.raw<readonly number[]>([]);
  /** The cable in the hand, where one was chosen. */
  chosen = $state<number | null>(null);
  /** What was last written down of each link, so that nothing is written twice. */
  private told = new Map<string, string>();

  constructor(readonly job: OpenJob) {
    this.closet = this.closets[0]?.id ?? '';
  }
  private get key(): string {
    return `gauntlet:trace:${this.job.plan.id}`;
  }
  get closets(): readonly Space[] {
    const { spaces, panels } = this.job.plan;
    return spaces.filter((s) => panels.some((p) => p.space === s.id));
  }
  /** Links of the closet whose cable nobody knows yet: nothing is seated on the panel, and no trace found them. */
  readonly unknown = $derived.by((): Link[] =>
    this.job.plan.ordered.filter((l) => {
      const here = !l.cord && this.job.plan.where(l).head.space?.id === this.closet;
      if (!here || mediumOf(l.head.connector) === 'coax') return false;
      return wantsTrace(this.job.statusOf(l.id));
    }),
  );
  readonly outcome = $derived.by(() =>
    traceOutcome(
      this.links,
      (this.plan?.rounds ?? []).map((r, i) => ({ placed: r.placed, closed: this.closed.includes(i) })),
      this.answers,
      this.loose,
    ),
  );
  readonly round = $derived.by(() => this.plan?.rounds[this.at] ?? null);
  /** Cables still to be tried in this round. */
  readonly left = $derived.by(() => cablesToTry(this.outcome, this.answers, this.at));
  /** The cable asked about: the one chosen, else the next that was not tried. */
  readonly cable = $derived.by((): number | null => this.chosen ?? this.left[0] ?? null);
  /** What the last answer made known. */
  readonly lastSays = $derived.by((): { cable: number; is: string; good: boolean } | null => {
    const last = this.answers.at(-1);
    if (!last || last.round !== this.at) return null;
    return { cable: last.cable, ...this.words(last.cable) };
  });
  readonly counted = $derived.by(() => {
    const of = (kind: LinkIs['kind']) =>
      [...this.outcome.links.values()].filter((l) => l.kind === kind).length;
    return { known: of('known'), inferred: of('inferred'), bridged: of('bridged'), silent: of('silent'), waiting: of('waiting') }; // prettier-ignore
  });
  /** Nothing is left that another round would tell. */
  readonly finished = $derived.by(
    () => this.plan !== null && (this.at >= this.plan.rounds.length || (this.left.length === 0 && this.counted.waiting === 0)), // prettier-ignore
  );

  label(link: string): string {
    return this.job.plan.link(link)?.label ?? link;
  }

  /** What a cable is, in words. */
  words(cable: number): { is: string; good: boolean } {
    const is = this.outcome.cables.get(cable);
    switch (is?.kind) {
      case 'known':
        return { is: this.label(is.link), good: true };
      case 'inferred':
        return { is: `${this.label(is.link)}, inferred${is.open ? ': it stayed silent, so it is open' : ''}`, good: !is.open }; // prettier-ignore
      case 'bridged': {
        const others = is.cables.filter((c) => c !== cable);
        const links = is.links.map((l) => this.label(l)).join(' and ');
        return {
          is: others.length
            ? `bridged with cable ${others.join(', ')}: they are ${links}${is.links.length < is.cables.length ? ' and another' : ''}`
            : `answers ${links} at once: bridged with a cable not tried yet`,
          good: false,
        };
      }
      default:
        return { is: is?.silentIn.length ? 'silent so far' : 'not tried', good: true };
    }
  }

  resume(): void {
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? 'null') as Kept | null;
      if (!kept?.plan.home || kept.links.some((l) => !this.job.plan.link(l))) return;
      this.closet = kept.closet;
      this.links = kept.links;
      this.loose = kept.loose;
      this.plan = kept.plan;
      this.at = kept.at;
      this.out = kept.out;
      this.answers = kept.answers;
      this.closed = kept.closed;
      this.told = new Map(kept.told);
    } catch {
      localStorage.removeItem(this.key);
    }
  }
  private save(): void {
    if (!this.plan) return localStorage.removeItem(this.key);
    const kept: Kept = {
      closet: this.closet,
      links: [...this.links],
      loose: this.loose,
      plan: this.plan,
      at: this.at,
      out: this.out,
      answers: [...this.answers],
      closed: [...this.closed],
      told: [...this.told],
    };
    localStorage.setItem(this.key, JSON.stringify(kept));
  }

  /** Plans the rounds; what is wrong with what was entered is said and nothing is lost. */
  async make(): Promise<void> {
    this.problem = '';
    const read = readRemoteNumbers(this.remotes);
    if (!read.ok) return void (this.problem = read.message);
    const loose = this.looseText.trim() === '' ? this.unknown.length : Number(this.looseText);
    if (!Number.isInteger(loose) || loose < 1 || loose > 2000)
      return void (this.problem = 'Count the loose cables: a number from 1 to 2000, or leave it empty.');
    const closet = this.closets.find((s) => s.id === this.closet);
    if (!closet) return void (this.problem = 'Choose the closet you stand in.');
    this.links = this.unknown.map((l) => l.id);
    this.plan = await planInWorker(closet, roomsOf(this.job, this.unknown), read.numbers, this.hands);
    this.loose = loose;
    this.at = 0;
    this.out = false;
    this.answers = [];
    this.closed = [];
    this.told = new Map();
    this.save();
  }
  allOut(): void {
    this.out = true;
    this.save();
  }

  /** What the cable in the hand answers: numbers of remotes, none where all is silent. */
  answer(numbers: readonly number[]): void {
    const { cable } = this;
    if (cable === null || !this.round) return;
    this.answers = [...this.answers, { round: this.at, cable, numbers: [...numbers] }];
    this.chosen = null;
    this.tell();
    this.save();
  }
  /** Takes the last answer back. */
  takeBack(): void {
    this.answers = this.answers.slice(0, -1);
    this.tell();
    this.save();
  }
  /** Has the simulated unit read the cable in the hand. */
  simulate(): void {
    if (this.cable === null || !this.round) return;
    const hidden = hiddenBundle(this.job.plan.id, this.closet, this.links);
    this.answer(bundleAnswers(hidden, this.cable, this.round.placed));
  }

  /** Every loose cable was tried: what stayed silent is said, and the next round begins. */
  close(): void {
    const cables = this.left;
    this.answers = [...this.answers, ...cables.map((cable) => ({ round: this.at, cable, numbers: [] }))];
    this.closed = [...this.closed, this.at];
    this.at++;
    this.out = false;
    this.chosen = null;
    this.tell();
    this.save();
  }
  end(): void {
    this.plan = null;
    this.answers = [];
    this.save();
  }

  /** Writes what is newly known, or known otherwise, into the log. */
  private tell(): void {
    for (const [link, is] of this.outcome.links) {
      const data =
        is.kind === 'known'
          ? { is: is.kind, by: 'remote' as const, cable: is.cable }
          : is.kind === 'inferred'
            ? { is: is.kind, by: 'remote' as const, cable: is.cable }
            : is.kind === 'bridged'
              ? { is: is.kind, by: 'remote' as const, with: is.links.filter((l) => l !== link) }
              : is.kind === 'silent'
                ? { is: is.kind, by: 'remote' as const }
                : null;
      const said = JSON.stringify(data);
      const before = this.told.get(link);
      if (before === said || (before === undefined && !data)) continue;
      if (data) this.job.log.write(link, 'traced', data);
      else this.takeBackTold(link);
      this.told.set(link, said);
    }
  }
  /** A link that is unknown again: the entry that told of it is taken back. */
  private takeBackTold(link: string): void {
    const { lastEntry } = this.job.statusOf(link);
    if (lastEntry?.kind === 'traced')
      this.job.log.write(link, 'void', { entry: lastEntry.id, reason: 'The answer was taken back.' });
  }
}
