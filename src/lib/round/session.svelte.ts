import { ownDevice } from '$lib/device/device-id';
import { forget, recall, remember } from '$lib/device/small';
import { mediumOf } from '$core/wiring/connector';
import { evidenceCovers, type Evidence } from '$core/model/evidence';
import type { Link, Space } from '$core/model/job';
import { onlyMisanswered, wantsReading, wantsRemote } from '$core/log/next';
import { expectedWalk, writeWalk, type Walk } from '$core/reading/walk';
import { exchangedEntries, joinedEntries } from '$core/survey/answered';
import { wrongPorts, type Hands, type Placed, type RoundPlan } from '$core/survey/rounds';
import { LeadsInHand } from '$lib/leads/hand.svelte';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { SimulatedTester } from '$lib/testers/simulated';
import { judgeForLink } from '$core/log/judge-for-link';
import type { Measured } from '$core/model/reading';
import { PressGuard } from '$lib/controls/press-guard.svelte';
import { NOT_PLANNED, planInWorker, roomsOf } from './plan';

/** What of a round is kept on this device. */
interface Kept {
  plan: RoundPlan;
  at: number;
  out: boolean;
  answers: [string, number][];
  /** When the plan was made, and links put off to the end of their round. */
  madeAt?: string;
  later?: string[];
}

/** How many remotes there may be. */
export const REMOTES = [1, 2, 4, 8, 12, 16, 24] as const;

/** A round: remotes put out by a plan, then link after link read from the closet. */
export class RoundSession {
  closet = $state('');
  remotes = $state<number>(4);
  hands = $state<Hands>('single');
  plan = $state.raw<RoundPlan | null>(null);
  /** Which round of the plan one is at. */
  at = $state(0);
  /** The remotes of this round are in their outlets. */
  out = $state(false);
  answers = $state.raw<ReadonlyMap<string, number>>(new Map());
  /** Links to come back to at the end of their round. */
  private later = $state.raw<readonly string[]>([]);
  private madeAt = '';
  problem = $state('');
  /** Links that a round is planned for, where it is not for all that need a reading. */
  only = $state.raw<readonly string[]>([]);
  /** When somebody came for those. */
  private cameFor = '';
  readonly guard = new PressGuard();
  readonly leads: LeadsInHand;

  constructor(readonly job: OpenJob) {
    this.closet = this.closets[0]?.id ?? '';
    this.leads = new LeadsInHand(job);
  }
  private get key(): string {
    return `gauntlet:round:${this.job.plan.id}`;
  }

  get closets(): readonly Space[] {
    return this.job.plan.spaces.filter((s) => s.kind === 'closet');
  }
  readonly toRead = $derived.by(() =>
    this.job.plan.ordered.filter(
      (l) =>
        !l.cord &&
        this.job.plan.where(l).head.space?.id === this.closet &&
        (this.only.length
          ? this.only.includes(l.id)
          : wantsReading(this.job.statusOf(l.id)) || wantsRemote(this.job.statusOf(l.id))) &&
        mediumOf(l.head.connector) !== 'coax',
    ),
  );
  readonly round = $derived.by(() => this.plan?.rounds[this.at] ?? null);
  /** Links that a round is wanted for while another one is under way. */
  readonly notInPlan = $derived.by(() =>
    this.plan
      ? this.only.filter((l) => !this.plan!.rounds.some((r) => r.placed.some((p) => p.link === l)))
      : [],
  );
  /** The next link of this round that has not answered yet. */
  readonly next = $derived.by((): Placed | null => {
    const open = this.round?.placed.filter((p) => !this.settled(p)) ?? [];
    return open.find((p) => !this.later.includes(p.link)) ?? open[0] ?? null;
  });
  /** Whether a link of the plan has had its answer: as the log has it, so that what is taken back is asked again. */
  settled(p: Placed): boolean {
    const { lastReading, head, exchanged } = this.job.statusOf(p.link);
    // Who comes for a link that answered with a remote of elsewhere has looked where it goes.
    const from = onlyMisanswered(head) && this.only.includes(p.link) ? this.cameFor : this.madeAt;
    const since = (at: string | undefined) => at !== undefined && at >= from;
    // What another one answered is no answer of its own.
    const refused = head.state === 'failed' && since(head.at) && (!exchanged?.byOther || head.refused);
    return (since(lastReading?.at) && lastReading!.current) || Boolean(refused);
  }
  /** What links of this round answered, but for a wrong answer that was taken back or put right since. */
  readonly standing = $derived.by((): ReadonlyMap<string, number> => {
    const stands = (link: string) => {
      const { exchanged, head } = this.job.statusOf(link);
      return (exchanged?.mended === false && !exchanged.byOther) || onlyMisanswered(head);
    };
    const own = new Map(this.round?.placed.map((p) => [p.link, p.remote]));
    return new Map([...this.answers].filter(([link, remote]) => own.get(link) === remote || stands(link)));
  });
  readonly wrong = $derived.by(() => (this.round ? wrongPorts(this.round, this.standing) : []));

  /** Plans for these links alone, a remote for each; for none of them: for all that need a reading. */
  onlyFor(ids: readonly string[]): void {
    const links = ids.flatMap((id) => this.job.plan.link(id) ?? []);
    this.only = links.map((l) => l.id);
    this.cameFor = new Date().toISOString();
    const closet = links[0] && this.job.plan.where(links[0]).head.space;
    if (!closet) return;
    this.closet = closet.id;
    this.remotes = REMOTES.find((n) => n >= links.length) ?? REMOTES.at(-1)!;
  }

  resume(): void {
    this.leads.resume();
    try {
      const kept = JSON.parse(recall(this.key) ?? 'null') as Kept | null;
      // A plan of before remotes were collected on the way is no use any more.
      if (!kept?.plan.home) return;
      this.plan = kept.plan;
      this.at = kept.at;
      this.out = kept.out;
      this.answers = new Map(kept.answers);
      this.madeAt = kept.madeAt ?? '';
      this.later = kept.later ?? [];
    } catch {
      forget(this.key);
    }
  }
  private save(): void {
    const kept: Kept | null = this.plan && {
      plan: this.plan,
      at: this.at,
      out: this.out,
      answers: [...this.answers],
      madeAt: this.madeAt,
      later: [...this.later],
    };
    if (kept) remember(this.key, JSON.stringify(kept));
    else forget(this.key);
  }

  async make(): Promise<void> {
    const closet = this.closets.find((s) => s.id === this.closet);
    if (!closet || !this.toRead.length) return;
    this.problem = '';
    const plan = await planInWorker({
      closet,
      rooms: roomsOf(this.job, this.toRead),
      remotes: this.remotes,
      hands: this.hands,
      floors: this.job.plan.floors,
    }).catch(() => null);
    if (!plan) return void (this.problem = NOT_PLANNED);
    this.plan = plan;
    this.at = 0;
    this.out = false;
    this.answers = new Map();
    this.later = [];
    this.madeAt = new Date().toISOString();
    this.save();
  }
  allOut(): void {
    this.out = true;
    this.save();
  }
  end(): void {
    this.plan = null;
    this.save();
  }

  /** The link answers all right with the remote that belongs there: one press. */
  pass(): void {
    const { next } = this;
    const { shows } = this.job.tester;
    if (shows === null) return void (this.job.tester.asking = true);
    if (next && this.guard.take()) this.take(next, next.remote, null, shows);
  }

  /** Another remote answered: the cable goes elsewhere, or two are exchanged. */
  answered(remote: number): void {
    if (this.next && this.guard.take()) this.take(this.next, remote, null, 'continuity');
  }

  /** A link as ordered, as far as the tester in hand sees it. */
  private seen(link: Link): Walk {
    return expectedWalk(link.ordered, link.shielded).slice(0, this.job.tester.contactsOf(link.shielded));
  }

  /** Nothing answers though port and remote were looked at: every contact is open. */
  silent(): void {
    const { next } = this;
    if (!next || !this.guard.take()) return;
    const link = this.job.plan.link(next.link)!;
    const walk = writeWalk(this.seen(link).map(() => []));
    this.logReading(
      link,
      { from: 'head', evidence: this.job.tester.shows ?? 'continuity', walk },
      next.remote,
    );
  }

  /**
   * Two remotes answer one port: copper joins the two cables, so that both are refused until they are put right. Null: the
   * other is not of this round.
   */
  bothAnswer(other: number | null): void {
    const { next, round } = this;
    if (!next || !this.guard.take()) return;
    const placed = other === null ? null : round?.placed.find((p) => p.remote === other);
    const joined = placed && this.job.plan.link(placed.link);
    const link = this.job.plan.link(next.link)!;
    const says = joined
      ? `${link.label} and ${joined.label}: joined, both to be done again.`
      : `${link.label}: two answer, to be done again.`;
    this.logBoth(
      joinedEntries({ link, remote: next.remote }, joined ? { link: joined, remote: placed.remote } : null),
      says,
    );
    this.guard.shown();
    this.save();
  }

  /** A remote answers that is not in this round: the cable goes somewhere else altogether. */
  stranger(): void {
    const { next } = this;
    if (!next || !this.guard.take()) return;
    this.elsewhere(this.job.plan.link(next.link)!);
    this.guard.shown();
    this.save();
  }
  private elsewhere(link: Link): void {
    this.job.log.write(link.id, 'rejected', { reason: 'answers with a remote that is not in this round', answered: true }, 'head', `${link.label}: answers elsewhere, to be done again.`); // prettier-ignore
  }

  /** Comes back to the link at the end of its round. */
  skip(): void {
    if (!this.next || !this.guard.take()) return;
    this.later = [...this.later.filter((l) => l !== this.next!.link), this.next.link];
    this.guard.shown();
    this.save();
  }

  /** Has the simulated tester read the next link of the round. */
  async simulate(evidence: Evidence): Promise<void> {
    const { next, round } = this;
    if (!next || !round) return;
    this.problem = '';
    const remotes = Object.fromEntries(round.placed.map((p) => [p.link, p.remote]));
    const tester = new SimulatedTester(this.job.plan.id, evidence, () => remotes);
    tester.events((event) => {
      if (event.kind === 'problem') this.problem = event.message;
      if (event.kind === 'reading') this.take(next, event.remote ?? next.remote, event.measured, evidence);
    });
    await tester.run({ link: this.job.plan.link(next.link)!, from: 'head' });
  }

  private take(placed: Placed, remote: number, measured: Measured | null, evidence: Evidence): void {
    const link = this.job.plan.link(placed.link)!;
    this.answers = new Map([...this.answers, [placed.link, remote]]);
    if (remote !== placed.remote) this.misplaced(link, remote);
    else
      this.logReading(
        link,
        measured ?? {
          from: 'head',
          evidence,
          walk: writeWalk(this.seen(link)),
          ...(evidenceCovers(evidence, 'wiremap') ? { splits: [] } : {}),
        },
        remote,
        measured !== null,
      );
    this.guard.shown();
    this.save();
  }

  private logReading(link: Link, reading: Measured, remote: number, simulated = false): void {
    const data = {
      reading: $state.snapshot(reading) as Measured,
      ...(simulated ? { tester: `simulated ${reading.evidence}` } : this.job.tester.stamp),
      remote,
      ...this.silentBeside(link.id),
      ...this.leads.stamp,
    };
    const judged = judgeForLink(this.job.statusOf(link.id), link, this.job.plan, {
      at: new Date().toISOString(),
      by: this.job.here.me,
      ...ownDevice(),
      data,
    });
    const verdict = judged.ok ? judged.judgement.verdict : 'fail';
    this.job.log.write(link.id, 'reading', data, undefined, `${link.label}: ${verdict} logged.`);
    this.job.log.watchForPattern();
    this.guard.shown();
  }

  /** Links it was joined with whose remotes are out too: they stayed silent, or two would have answered. */
  private silentBeside(link: string): { silent?: string[] } {
    const joined = this.job.statusOf(link).joined?.with ?? [];
    const silent = joined.filter((l) => this.round?.placed.some((p) => p.link === l));
    return silent.length ? { silent } : {};
  }

  private misplaced(link: Link, remote: number): void {
    const [wrong] = wrongPorts(this.round!, new Map([[link.id, remote]]));
    const other = wrong?.answered && this.job.plan.link(wrong.answered);
    if (!other) return this.elsewhere(link);
    this.logBoth(
      exchangedEntries(link.id, other.id, remote),
      `${link.label} answers at the outlet of ${other.label}.`,
    );
  }

  /** Logs what one answer says of a link and of another, to be taken back as one; the first is of the link that was asked. */
  private logBoth(entries: ReturnType<typeof exchangedEntries | typeof joinedEntries>, says: string): void {
    const [own, ...others] = entries;
    const { log } = this.job;
    const written = others.map((e) => log.write(e.link, e.kind, e.data, e.end));
    log.write(own!.link, own!.kind, own!.data, own!.end, says, { with: written });
  }

  nextRound(): void {
    if (!this.plan) return;
    if (this.at + 1 < this.plan.rounds.length) {
      this.at++;
      this.out = false;
      this.answers = new Map();
      this.later = [];
      this.guard.shown();
      this.save();
    } else this.end();
  }
}
