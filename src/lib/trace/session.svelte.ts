import { recall, remember } from '$lib/device/small';
import { v4 as uuid } from 'uuid';
import { mediumOf } from '$core/wiring/connector';
import type { EntryOf } from '$core/model/entry';
import type { Link, Space } from '$core/model/job';
import type { TraceEvent } from '$core/model/trace-event';
import { wantsTrace } from '$core/log/next';
import { bundleAnswers, hiddenBundle } from '$core/practice/hidden-bundle';
import { answersOf, openTraces, planOf, roundOf, type OpenTrace } from '$core/survey/shared-trace';
import { cablesToTry, readRemoteNumbers, silentBeside, traceOutcome, type LinkIs } from '$core/survey/trace';
import type { Hands } from '$core/survey/rounds';
import { NOT_PLANNED, planInWorker, roomsOf } from '$lib/round/plan';
import type { OpenJob } from '$lib/job/open-job.svelte';

type Traced = EntryOf<'traced'>['data'];
/** A step without the trace it is of. */
type Step<T = TraceEvent> = T extends TraceEvent ? Omit<T, 'trace'> : never;

const sameLinks = (a: readonly string[] = [], b: readonly string[] = []) => a.join(' ') === b.join(' ');

/**
 * Finding out which loose cable is which link, with numbered remotes. The trace itself is in the log: whoever opens
 * it on another device stands where this one does.
 */
export class TraceSession {
  closet = $state('');
  remotes = $state('1-4');
  looseText = $state('');
  hands = $state<Hands>('single');
  problem = $state('');
  /** The trace this device takes part in. */
  private joined = $state<string | null>(null);
  /** The cable in the hand, where one was chosen. */
  chosen = $state<number | null>(null);

  constructor(readonly job: OpenJob) {
    this.closet = this.closets[0]?.id ?? '';
  }
  private get key(): string {
    return `gauntlet:trace-joined:${this.job.plan.id}`;
  }
  get closets(): readonly Space[] {
    const { spaces, panels } = this.job.plan;
    return spaces.filter((s) => panels.some((p) => p.space === s.id));
  }
  /** Traces of this job that go on, on any device. */
  readonly open = $derived.by(() => openTraces(this.job.log.traces));
  readonly trace = $derived.by((): OpenTrace | null => this.open.find((t) => t.id === this.joined) ?? null);
  readonly plan = $derived.by(() => this.trace && planOf(this.trace));
  readonly links = $derived.by((): readonly string[] => this.trace?.begun.links ?? []);
  readonly loose = $derived.by(() => this.trace?.begun.loose ?? 0);
  readonly at = $derived.by(() => (this.trace ? roundOf(this.trace) : 0));
  /** The remotes of this round are in their outlets. */
  readonly out = $derived.by(() => this.trace?.placed.includes(this.at) ?? false);
  private readonly answers = $derived.by(() => (this.trace ? answersOf(this.trace) : []));

  /** Links of the closet whose cable nobody knows yet: nothing is seated on the panel, and no trace found them. */
  readonly unknown = $derived.by((): Link[] =>
    this.job.plan.ordered.filter((l) => {
      const here = !l.cord && this.job.plan.where(l).head.space?.id === this.closet;
      if (!here || mediumOf(l.head.connector) === 'coax') return false;
      return wantsTrace(this.job.statusOf(l.id));
    }),
  );
  readonly outcome = $derived.by(() => this.outcomeOf(this.trace));
  private outcomeOf(trace: OpenTrace | null) {
    if (!trace) return traceOutcome([], [], [], 0);
    const rounds = planOf(trace).rounds.map((r, i) => ({
      placed: r.placed,
      closed: trace.closed.some((c) => c.round === i),
    }));
    return traceOutcome(trace.begun.links, rounds, answersOf(trace), trace.begun.loose);
  }
  readonly round = $derived.by(() => this.plan?.rounds[this.at] ?? null);
  /** Cables still to be tried in this round. */
  readonly left = $derived.by(() => cablesToTry(this.outcome, this.answers, this.at));
  /** The cable asked about: the one chosen, else the next that was not tried. */
  readonly cable = $derived.by((): number | null => this.chosen ?? this.left[0] ?? null);
  /** What the last answer made known, and who gave it where that was somebody else. */
  readonly lastSays = $derived.by((): { cable: number; is: string; good: boolean; by?: string } | null => {
    const last = this.trace?.answers.findLast((a) => a.round === this.at);
    if (!last) return null;
    const other = last.by !== this.job.here.me && this.job.plan.crew.find((p) => p.id === last.by)?.name;
    return { cable: last.cable, ...this.words(last.cable), ...(other ? { by: other } : {}) };
  });
  readonly counted = $derived.by(() => this.countOf(this.trace));
  /** How many links of a trace are known so far, and how. */
  countOf(trace: OpenTrace | null) {
    const is = [...this.outcomeOf(trace).links.values()];
    const of = (kind: LinkIs['kind']) => is.filter((l) => l.kind === kind).length;
    return { known: of('known'), inferred: of('inferred'), bridged: of('bridged'), silent: of('silent'), waiting: of('waiting') }; // prettier-ignore
  }
  /** Nothing is left that another round would tell. */
  readonly finished = $derived.by(
    () => this.plan !== null && (this.at >= this.plan.rounds.length || (this.left.length === 0 && this.counted.waiting === 0)), // prettier-ignore
  );
  /** The round that was done with last: it can be gone on with until the next one is out. */
  readonly reopens = $derived.by(() => (this.trace && this.at > 0 && !this.out ? this.at - 1 : null));

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
        return {
          is: `${this.label(is.link)}, inferred${is.open ? ': it stayed silent, so it is open or its remote was not in' : ''}`,
          good: !is.open,
        };
      case 'bridged': {
        const others = is.cables.filter((c) => c !== cable);
        const links = is.links.map((l) => this.label(l)).join(' and ');
        const more = is.another ? ' and another' : '';
        return {
          is: others.length
            ? `bridged with cable ${others.join(', ')}: they are ${links}${more}`
            : `answers ${links}${more} at once: bridged with a cable not tried yet`,
          good: false,
        };
      }
      case 'elsewhere':
        return {
          is: `answered by remote ${is.number}, which is in no outlet of this trace: it goes elsewhere, or somebody else is testing`,
          good: false,
        };
      default:
        return { is: is?.silentIn.length ? 'silent so far' : 'not tried', good: true };
    }
  }

  /** Goes on with the trace this device was in, or with the only one there is. */
  resume(): void {
    const kept = recall(this.key);
    this.joined = kept ?? (this.open.length === 1 ? this.open[0]!.id : null);
  }
  /** Takes part in a trace, whoever began it. */
  join(trace: string): void {
    this.joined = trace;
    this.chosen = null;
    remember(this.key, trace);
    this.tell();
  }
  /** Back to the list of traces: this one goes on, on the other devices and later on this one. */
  leave(): void {
    this.joined = null;
    remember(this.key, '');
  }

  private write(step: Step): void {
    if (this.joined) this.job.log.writeForJob('trace', { ...step, trace: this.joined } as TraceEvent);
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
    const links = this.unknown.map((l) => l.id);
    const plan = await planInWorker({
      closet,
      rooms: roomsOf(this.job, this.unknown),
      remotes: read.numbers,
      hands: this.hands,
      floors: this.job.plan.floors,
    }).catch(() => null);
    if (!plan) return void (this.problem = NOT_PLANNED);
    this.joined = uuid();
    remember(this.key, this.joined);
    this.write({
      did: 'begun',
      closet: closet.id,
      links,
      loose,
      rounds: plan.rounds.map(({ stops, metres }) => ({ stops, metres })),
      home: plan.home,
    });
  }
  allOut(): void {
    this.write({ did: 'placed', round: this.at });
  }

  /** What the cable in the hand answers: numbers of remotes, none where all is silent. */
  answer(numbers: readonly number[]): void {
    const { cable } = this;
    if (cable === null || !this.round) return;
    this.write({ did: 'answered', round: this.at, cable, numbers: [...numbers] });
    this.chosen = null;
    this.tell(cable);
  }
  /** Takes the last answer of this round back. */
  takeBack(): void {
    const last = this.lastSays;
    if (!last) return;
    // What showed it apart from another cable says so no more, though an older answer knows it as well.
    for (const link of this.links) {
      const { traced } = this.job.statusOf(link);
      if (traced?.silent && traced.trace === this.joined && traced.cable === last.cable) this.takeBackTraced(link); // prettier-ignore
    }
    this.write({ did: 'answered', round: this.at, cable: last.cable, numbers: null });
    this.chosen = last.cable;
    this.tell();
  }
  /** Has the simulated unit read the cable in the hand. */
  simulate(): void {
    if (this.cable === null || !this.round || !this.trace) return;
    const hidden = hiddenBundle(this.job.plan.id, this.trace.begun.closet, this.links);
    this.answer(bundleAnswers(hidden, this.cable, this.round.placed));
  }

  /** The round is done with: cables not tried in it count as silent, and the next one begins. */
  close(): void {
    this.write({ did: 'closed', round: this.at, untried: [...this.left] });
    this.chosen = null;
    this.tell();
  }
  /** Goes on with the round that was done with last. */
  reopen(): void {
    if (this.reopens === null) return;
    this.write({ did: 'reopened', round: this.reopens });
    this.tell();
  }
  end(): void {
    this.write({ did: 'ended' });
    this.leave();
  }

  /** Writes what is newly known, or known otherwise, with the links it is about; `tried` is the cable that was answered for. */
  private tell(tried?: number): void {
    for (const [link, is] of this.outcome.links) {
      if (!this.job.plan.link(link)) continue;
      const status = this.job.statusOf(link);
      const triedNow = tried !== undefined && cablesOf(is).includes(tried);
      const here = status.traced?.trace === this.joined;
      const sure = status.traced?.is === 'known' || status.traced?.is === 'bridged';
      // What was found otherwise, an answer for its own cable may say anew, and nothing older.
      if (sure && !here && !triedNow) continue;
      const joinedHere = here && status.traced?.is === 'bridged';
      // Once it is seated, what its ends say counts for more than the trace; but no end says that its cable is joined.
      if (status.head.state !== 'bare' && !(triedNow && is.kind === 'bridged')) {
        if (joinedHere && is.kind !== 'bridged') this.takeBackTraced(link);
        continue;
      }
      // An answer that was taken back joins nothing any more: what it told is taken back with it.
      if (tried === undefined && joinedHere && is.kind !== 'bridged') this.takeBackTraced(link);
      const { traced: before, joined } = this.job.statusOf(link);
      const data = tracedAs(link, is);
      if (data) {
        const beside = triedNow ? this.silentBeside(link, tried!) : [];
        const apart =
          is.kind === 'known' &&
          joined !== undefined &&
          !joined.another &&
          joined.with.every((l) => beside.includes(l));
        const same =
          before?.is === data.is &&
          before.by === data.by &&
          before.cable === data.cable &&
          before.another === data.another &&
          sameLinks(before.with, data.with);
        if (!same || apart) this.job.log.write(link, 'traced', { ...data, trace: this.joined!, ...(apart ? { silent: joined.with } : {}) }); // prettier-ignore
      } else if (here) this.takeBackTraced(link);
    }
  }
  /** Links whose remotes were silent when the cable just tried answered a link's own. */
  private silentBeside(link: string, tried: number): string[] {
    const said = this.answers.findLast((a) => a.round === this.at && a.cable === tried);
    return this.round && said ? silentBeside(link, this.round, said.numbers) : [];
  }
  /** Takes back what a trace told of a link, where nothing was logged of it since. */
  private takeBackTraced(link: string): void {
    const { lastEntry } = this.job.statusOf(link);
    if (lastEntry?.kind === 'traced')
      this.job.log.write(link, 'void', { entry: lastEntry.id, reason: 'The answer was taken back.' });
  }
}

/** Cables that a link is said to be, or to be joined among. */
const cablesOf = (is: LinkIs): readonly number[] =>
  is.kind === 'bridged' ? is.cables : 'cable' in is ? [is.cable] : [];

/** What is logged of a link's cable; nothing where its round is yet to come. */
function tracedAs(link: string, is: LinkIs): Traced | null {
  const by = 'remote' as const;
  switch (is.kind) {
    case 'known':
    case 'inferred':
      return { is: is.kind, by, cable: is.cable };
    case 'bridged':
      return { is: is.kind, by, with: is.links.filter((l) => l !== link), ...(is.another ? { another: true } : {}) }; // prettier-ignore
    case 'silent':
      return { is: is.kind, by };
    case 'waiting':
      return null;
  }
}
