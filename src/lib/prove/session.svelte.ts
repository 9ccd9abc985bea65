import { ownDevice } from '$lib/device/device-id';
import { laidLink } from '$core/log/laid-link';
import { endName } from '$core/model/end-name';
import { goto } from '$app/navigation';
import { leaving } from '$lib/controls/keys';
import { LEAST_LINK_METRES } from '$core/electrical/limits';
import { begunAt, overtaken, type Begun } from '$core/log/begun';
import { compareInstants } from '$core/log/effective';
import { judgeForLink } from '$core/log/judge-for-link';
import { specOf } from '$core/log/link-spec';
import { readMeasured } from '$core/log/measured';
import { diagnoseInputFor, leadsAt, throughSameLeads } from '$core/diagnose/ask';
import { blameOf, likeliestAt } from '$core/diagnose/blame';
import type { DiagnoseInput, Look, Diagnosis, Explanation, LookAnswer } from '$core/diagnose/types';
import type { EntryOf } from '$core/model/entry';
import { evidenceCovers, type Evidence } from '$core/model/evidence';
import type { Link } from '$core/model/job';
import { MOST_CABLE_METRES } from '$core/model/limits';
import type { Measured } from '$core/model/reading';
import type { Configuration, TesterResult } from '$core/model/tester-result';
import type { Reading } from '$core/reading/reading';
import type { Judgement } from '$core/reading/verdict';
import { expectedWalk } from '$core/reading/walk';
import { linkNamed } from '$core/plan/link-named';
import type { LampStep } from '$core/testers/lamps';
import type { LineEvent } from '$core/testers/lines';
import { ENDS, type Contact, type ContactPair, type End } from '$core/wiring/conductors';
import { layoutsFor } from '$core/wiring/schemes';
import { asking } from '$lib/address/address';
import { diagnoseHere, prepareHere } from '$lib/diagnosis/client';
import { plain } from '$lib/device/in-worker';
import { walkCost } from '$lib/diagnosis/walk-cost';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { LampPad } from '$lib/lamp-pad/pad.svelte';
import { LeadsInHand } from '$lib/leads/hand.svelte';
import { answersIn } from '$lib/testers/answers';
import { SerialTester } from '$lib/testers/serial';
import { SimulatedTester } from '$lib/testers/simulated';
import { KeptReading, type ReadingDraft } from './draft';
import { PressGuard } from '$lib/controls/press-guard.svelte';
import { signals } from './signals.svelte';

/** Proving one link: what is read, what it means, what was looked at, and the logging of it. */
export class ProveSession {
  readonly pad: LampPad;
  /** The kind of tester this is read with; null until somebody said what is in the hand. */
  evidence = $state<Evidence | null>(null);
  from = $state<End>('head');
  splits = $state<ContactPair[]>([]);
  metres = $state<Record<string, string>>({});
  looked = $state.raw<readonly Look[]>([]);
  /** Made sure of for this reading: port, remote and link; the leads at these ends. */
  checked = $state(false);
  swapped = $state.raw<readonly End[]>([]);
  /** Looks of earlier readings that were taken back: they hold no longer. */
  private doubted = $state.raw<readonly Look[]>([]);
  diagnosis = $state.raw<Diagnosis | null>(null);
  contradiction = $state('');
  /** This device could not work out what the reading means: the fail stands, and can be logged. */
  unexplained = $state(false);
  /** Values measured besides the walk. */
  electrical = $state.raw<EntryOf<'reading'>['data']['electrical']>(undefined);
  valueProblem = $state('');
  /** Number of the remote that answered. */
  remote = $state<number | undefined>(undefined);
  /** The steps of a simulated lamp walker, while one is on this link. */
  lampSteps = $state.raw<readonly LampStep[]>([]);
  /** What a simulated meter shows on its face, and its velocity of propagation. */
  face = $state.raw<{ measured: Measured; nvp?: number | undefined } | null>(null);
  private nvp = $state<number | undefined>(undefined);
  /** A reading that came in for another link than this one. */
  forAnother = $state<{ label: string; link: Link | undefined } | null>(null);
  /** What a person was asked about and stands by. */
  confirmed = $state.raw<readonly ('length' | 'all-open')[]>([]);
  /** The length it was held against when somebody stood by it. */
  private stoodAgainst = $state<number | null>(null);
  /** Length as it is typed, in metres. */
  length = $state('');
  configuration = $state<Configuration | null>(null);
  /** What the tester itself made of the link. */
  result = $state.raw<TesterResult | null>(null);
  readonly leads: LeadsInHand;
  readonly guard: PressGuard;
  /** Where one goes on once a reading is logged. */
  after: 'next' | 'round' = 'next';
  private readonly kept: KeptReading;
  private deaf = () => {};
  chosen = $state(0);
  private blameChoice = $state.raw<readonly End[] | null>(null);
  private asked = 0;

  constructor(
    readonly job: OpenJob,
    readonly link: Link,
    now?: () => number,
  ) {
    this.pad = new LampPad(job.tester.contactsOf(link.shielded));
    this.kept = new KeptReading(job.plan.id, link.id);
    this.guard = new PressGuard(now);
    const spec = specOf(link, job.plan.policy);
    this.layouts = layoutsFor(spec);
    this.leads = new LeadsInHand(job);
  }
  readonly layouts;

  /** Takes up what this device kept, whole, and has the worker get ready. Call once, in the browser. */
  resume(): void {
    this.evidence = this.job.tester.shows;
    this.from = this.job.tester.mainUnit;
    this.leads.resume();
    const draft = this.kept.read();
    if (draft) this.restore(draft);
    this.deaf = this.job.tester.listen((event) => this.hear(event));
    prepareHere(
      { link: specOf(this.laid, this.job.plan.policy), leads: leadsAt(this.link) },
      this.job.log.weights,
    );
  }

  private restore(d: ReadingDraft): void {
    this.turn++;
    this.shieldSeen(d.answers.length > 8 || this.job.tester.contactsOf(this.link.shielded) === 9);
    this.pad.fill(d.answers);
    this.splits = d.splits;
    this.from = d.from;
    this.evidence = d.evidence ?? this.evidence;
    this.metres = d.metres;
    this.length = d.length;
    this.configuration = d.configuration;
    this.result = d.result;
    this.looked = d.looked;
    this.checked = d.checked;
    this.swapped = d.swapped;
    this.electrical = d.electrical ?? undefined;
    this.blameChoice = d.blame;
    this.remote = d.remote ?? undefined;
    this.joins = d.joins ?? undefined;
    this.nvp = d.nvp ?? undefined;
    this.confirmed = d.confirmed;
    this.stoodAgainst = d.stoodAgainst;
    this.shownAgain = d.shownAgain;
    this.begun = d.begun;
  }
  /** The reading as it is entered so far. */
  private readonly draft = $derived.by((): ReadingDraft => ({
    answers: this.pad.answers,
    splits: this.splits,
    from: this.from,
    evidence: this.evidence,
    metres: this.metres,
    length: this.length,
    configuration: this.configuration,
    result: this.result,
    looked: [...this.looked],
    checked: this.checked,
    swapped: [...this.swapped],
    electrical: this.electrical ?? null,
    blame: this.blameChoice ? [...this.blameChoice] : null,
    remote: this.remote ?? null,
    joins: this.joins ?? null,
    nvp: this.nvp ?? null,
    confirmed: [...this.confirmed],
    stoodAgainst: this.stoodAgainst,
    shownAgain: this.shownAgain,
    begun: this.begun,
  }));
  /** Nothing has been entered that a reload could lose. */
  readonly untouched = $derived.by(
    () =>
      !this.pad.answers.length &&
      !this.splits.length &&
      !this.length &&
      !this.result &&
      !this.electrical &&
      !this.joins &&
      !Object.values(this.metres).some(Boolean),
  );
  /** Something was looked at or made sure of that the next reading goes on from. */
  readonly knows = $derived.by(() => this.looked.length > 0 || this.checked || this.swapped.length > 0);
  /** Keeps the reading on this device as it stands; call it whenever something of it changed. */
  save(): void {
    if (this.untouched) this.begun = null;
    else this.begun ??= begunAt(this.job.statusOf(this.link.id), new Date().toISOString());
    const draft = $state.snapshot(this.draft) as ReadingDraft;
    if (this.untouched && !this.knows) this.kept.drop();
    else this.kept.keep(draft);
  }

  /** When the first of this reading was entered: it is of the link as it was then. */
  private begun = $state.raw<Begun | null>(null);
  private readonly overtaken = $derived.by(
    () => this.begun !== null && overtaken(this.begun, this.job.statusOf(this.link.id)),
  );
  /** When it was taken: when it was begun, or when its leads were proven where somebody did that for its sake. */
  private get takenAt(): string {
    const { provenAt } = this.leads.status;
    if (!this.begun) return new Date().toISOString();
    return provenAt !== undefined && compareInstants(provenAt, this.begun.at) > 0 ? provenAt : this.begun.at;
  }
  /** The walk of a logged fail that is on screen again: it is not logged once more. */
  private shownAgain = $state('');
  /** Brings the last reading on screen again where it failed, to go on from it. A pass is only ever read anew. */
  showLast(): void {
    const last = this.job.statusOf(this.link.id).lastReading;
    if (last?.verdict !== 'fail') return;
    const { reading } = last.data;
    this.evidence = last.evidence;
    this.from = reading.from ?? 'head';
    this.splits = [...(reading.splits ?? [])];
    this.joins = reading.joins;
    this.metres = Object.fromEntries((reading.distances ?? []).map((d) => [d.contact, String(d.metres)]));
    this.fill(answersIn(reading.walk));
    this.shownAgain = this.pad.text;
  }

  use(evidence: Evidence): void {
    // The sheet that asks has said so already, and perhaps which of the job's own testers it is.
    if (this.job.tester.shows !== evidence) this.job.tester.choose(evidence);
    this.evidence = evidence;
    this.pad.size = this.job.tester.contactsOf(this.link.shielded);
  }
  /** Whether the shield is looked at in this reading: a tester with eight lamps cannot. */
  private shieldSeen(seen: boolean): void {
    this.pad.size = this.link.shielded && seen ? 9 : 8;
  }
  /** Takes the shield out of what is read, or into it; this device remembers it. */
  lookAtShield(seen: boolean): void {
    this.job.tester.hasEightLamps(!seen);
    this.shieldSeen(seen);
    if (!seen && this.pad.answers.length > 8) this.pad.fill(this.pad.answers.slice(0, 8));
  }
  unitAt(end: End): void {
    this.from = end;
    this.job.tester.unitAt(end);
  }

  readonly looksAtSplits = $derived.by(
    () => this.evidence !== null && evidenceCovers(this.evidence, 'wiremap'),
  );
  /** Whether the tester in hand measures length. */
  readonly measuresLength = $derived.by(
    () => this.evidence !== null && evidenceCovers(this.evidence, 'wiremap-length'),
  );
  /** Whether the tester in hand holds the link against limits by itself. */
  readonly hasResult = $derived.by(
    () => this.evidence !== null && evidenceCovers(this.evidence, 'qualification'),
  );
  /** The length that was typed, in metres; the sentence that says why it is none; nothing where none was typed. */
  private readonly lengthRead = $derived.by((): number | string | undefined => {
    if (!this.measuresLength || this.length.trim() === '') return undefined;
    const metres = Number(this.length.replace(',', '.'));
    return metres >= 0 && metres <= MOST_CABLE_METRES
      ? metres
      : `A length of ${this.length.trim().slice(0, 12)} m cannot be: type metres from 0 to ${MOST_CABLE_METRES}.`;
  });
  /** What is measured so far; undefined until every contact has its answer. */
  readonly measured = $derived.by((): Measured | undefined => {
    if (!this.pad.full || this.evidence === null) return undefined;
    const distances = Object.entries(this.metres).flatMap(([contact, m]) => {
      const metres = Number(m.replace(',', '.'));
      return m.trim() !== '' && metres >= 0 && metres <= 2000
        ? [{ contact: contact as Contact, from: this.from, metres }]
        : [];
    });
    return {
      from: this.from,
      evidence: this.evidence,
      walk: this.pad.text,
      ...(this.looksAtSplits ? { splits: [...this.splits] } : {}),
      ...(distances.length ? { distances } : {}),
      ...(this.joins ? { joins: this.joins } : {}),
      ...(typeof this.lengthRead === 'number' ? { lengthMetres: this.lengthRead } : {}),
      ...(this.configuration ? { configuration: this.configuration } : {}),
      ...(this.nvp === undefined ? {} : { nvp: this.nvp }),
      ...(this.hasResult && this.result ? { result: this.result } : {}),
    };
  });
  private readonly read = $derived.by(() => this.measured && readMeasured(this.measured, this.link.shielded));
  /** Why what stands here passes nothing, and only another reading does; '' where it may. */
  readonly spent = $derived.by(() => {
    if (!this.judgement || this.judgement.verdict === 'fail') return '';
    if (this.shownAgain)
      return 'This is an old reading, changed by hand: it passes nothing. Read the link again.';
    return this.overtaken
      ? `Something was logged of ${this.link.label} since this reading was begun: it passes nothing. Read the link again.`
      : '';
  });
  readonly problem = $derived.by(() =>
    typeof this.lengthRead === 'string'
      ? this.lengthRead
      : this.read && !this.read.ok
        ? this.read.message
        : this.spent || (this.judging && !this.judging.ok ? this.judging.message : this.contradiction),
  );
  private readonly judged = $derived.by(() => ({
    ...this.leads.stamp,
    ...this.testerStamp,
    ...(this.electrical ? { electrical: this.electrical } : {}),
    ...(this.confirmed.includes('length')
      ? {
          confirmed: ['length' as const],
          ...(this.stoodAgainst === null ? {} : { confirmedAgainst: this.stoodAgainst }),
        }
      : {}),
  }));
  /** What it is read with: a simulated tester, the one on the line, or the one in hand. */
  private readonly testerStamp = $derived.by(() =>
    this.face ? { tester: `simulated ${this.evidence}` } : this.job.tester.stamp,
  );
  /** The link with its length by the marks on its jacket, where somebody read them. */
  readonly laid = $derived.by(() => laidLink(this.link, this.job.statusOf(this.link.id)));
  /** Here nobody says in which outlet a remote is: only a round does. */
  private get answeredBy(): Pick<EntryOf<'reading'>['data'], 'remote' | 'unplaced'> {
    return this.remote === undefined ? {} : { remote: this.remote, unplaced: true };
  }
  private readonly judging = $derived.by(() =>
    this.read?.ok && this.measured && typeof this.lengthRead !== 'string'
      ? judgeForLink(this.job.statusOf(this.link.id), this.link, this.job.plan, {
          at: this.takenAt,
          by: this.job.here.me,
          ...ownDevice(),
          data: {
            reading: this.measured,
            ...this.judged,
            revision: this.job.plan.revision,
            ...this.answeredBy,
          },
        })
      : null,
  );
  readonly judgement = $derived.by((): Judgement | null =>
    this.judging?.ok ? this.judging.judgement : null,
  );
  /** What is odd about the length, as a question, until somebody stands by it. */
  readonly askAboutLength = $derived.by(() => (this.judging?.ok ? this.judging.question : ''));
  /** A length that no installed link has is nobody's to stand by. */
  readonly lengthMayStand = $derived.by(
    () => this.measured?.lengthMetres === undefined || this.measured.lengthMetres >= LEAST_LINK_METRES,
  );
  /** Nothing answers at all: more often the wrong port or a missing remote than a failure. */
  readonly askAboutAllOpen = $derived.by(
    () =>
      !this.confirmed.includes('all-open') &&
      !this.checked &&
      !this.job.statusOf(this.link.id).thread?.checked &&
      (this.judgement?.faults.some((f) => f.kind === 'all-open') ?? false),
  );
  /** Contacts with an open or a short, to which a distance may be known. */
  readonly distanceContacts = $derived.by(() => {
    const faults = this.judgement?.faults ?? [];
    return [
      ...new Set(
        faults
          .filter((f) => ['open', 'short', 'all-open', 'shield-open'].includes(f.kind))
          .flatMap((f) => f.contacts),
      ),
    ];
  });
  readonly explanation = $derived.by(
    (): Explanation | null => this.diagnosis?.explanations[this.chosen] ?? null,
  );
  /** Ends to be done again: as the technician set them, else those that the explanations lay it to. */
  readonly blame = $derived.by((): readonly End[] => {
    if (this.blameChoice) return this.blameChoice;
    const { remedy, then } = this.explanation ?? {};
    const ends = [remedy?.end, then?.end].filter((e) => e !== undefined);
    // Whoever picked another explanation than the first has said which end it is.
    if (this.chosen > 0 && ends.length) return ends;
    return blameOf(this.diagnosis?.explanations ?? []);
  });

  toggleBlame(end: End): void {
    const now = this.blame.includes(end) ? this.blame.filter((e) => e !== end) : [...this.blame, end];
    if (!now.length) return;
    this.blameChoice = ENDS.filter((e) => now.includes(e));
    this.chosen = likeliestAt(this.diagnosis?.explanations ?? [], this.blameChoice);
  }

  /** The question to the engine: the reading, and all that is known of the link, its leads and the way there. */
  private question(): DiagnoseInput {
    const { job, link } = this;
    const status = job.statusOf(link.id);
    const { thread } = status;
    return diagnoseInputFor({
      link: this.laid,
      policy: job.plan.policy,
      reading: (this.read as { reading: Reading }).reading,
      standingAt: job.here.standingAt,
      status: { ...status, ...(thread ? { thread: { ...thread, looked: this.lookedBefore } } : {}) },
      leads: this.leads.status.state,
      looked: this.looked,
      known: { checked: this.checked, swapped: this.swapped },
      recent: throughSameLeads(
        job.log.recentReadings,
        { link: link.id, by: job.here.me, leads: this.leads.names, from: this.from },
        (id) => job.plan.link(id),
      ),
      costs: walkCost(job, link),
    });
  }
  /** What was looked at in earlier readings since the link first failed, and still holds. */
  readonly lookedBefore = $derived.by((): readonly Look[] => {
    const same = (a: Look, b: Look) => a.end === b.end && a.contact === b.contact;
    const gone = [...this.looked, ...this.doubted];
    return (this.job.statusOf(this.link.id).thread?.looked ?? []).filter(
      (l) => !gone.some((n) => same(n, l)),
    );
  });
  /** What was looked at since the link first failed, this reading's looks with it. */
  readonly lookedSoFar = $derived.by((): readonly Look[] => [...this.lookedBefore, ...this.looked]);

  /** Asks the worker what the reading means; an answer to an older question is dropped. */
  async diagnose(): Promise<void> {
    const asked = ++this.asked;
    if (!this.read?.ok || this.judgement?.verdict !== 'fail' || !this.judgement.faults.length) {
      this.diagnosis = null;
      this.contradiction = '';
      this.unexplained = false;
      return;
    }
    const answer = await diagnoseHere(plain(this.question())).catch(() => null);
    if (asked !== this.asked) return;
    this.unexplained = answer === null;
    if (!answer) return void (this.diagnosis = null);
    if ('contradiction' in answer) {
      this.contradiction = answer.contradiction;
      return;
    }
    this.contradiction = '';
    this.chosen = this.blameChoice ? likeliestAt(answer.diagnosis.explanations, this.blameChoice) : 0;
    this.diagnosis = answer.diagnosis;
  }

  /** Takes in a measured value as it is typed; what cannot be is told and left out. */
  setValue(
    what: 'loopOhms' | 'unbalanceOhms' | 'delayNs' | 'celsius',
    pair: ContactPair | null,
    text: string,
  ): void {
    const value = text.trim() === '' ? undefined : Number(text.replace(',', '.'));
    const most = { loopOhms: 1000, unbalanceOhms: 100, delayNs: 10_000, celsius: 90 }[what];
    const least = what === 'celsius' ? -40 : 0;
    this.valueProblem =
      value !== undefined && !(value >= least && value <= most)
        ? `A value of "${text.trim().slice(0, 12)}" cannot be: type ${least} to ${most}.`
        : '';
    const good = this.valueProblem ? undefined : value;
    const before = this.electrical ?? {};
    const now =
      what === 'celsius'
        ? { ...before, celsius: good }
        : { ...before, [what]: { ...before[what], [pair!]: good } };
    this.electrical = JSON.parse(JSON.stringify(now)) as typeof this.electrical;
  }

  /** Has a simulated tester of the chosen kind read this link. */
  async useSimulated(): Promise<void> {
    if (this.evidence === null) return void (this.job.tester.asking = true);
    const tester = new SimulatedTester(this.job.plan.id, this.evidence);
    tester.events((event) => this.hear(event));
    await tester.run({ link: this.link, from: this.from });
  }

  /** Connects a tester on a serial line; it stays on, and its readings come in by themselves. */
  async connectSerial(): Promise<void> {
    await this.job.tester.connect(new SerialTester());
    await this.job.tester.line?.run({ link: this.link, from: this.from });
  }
  /** What a simulated tester had to say last. */
  testerSays = $state('');

  private hear(event: LineEvent): void {
    if (event.kind === 'problem')
      this.testerSays = event.line ? `Line ${event.line}: ${event.message}` : event.message;
    else if (event.kind === 'begin') this.testerBegan = true;
    else if (event.kind === 'hello') {
      this.evidence = event.hello.evidence;
      this.lampSteps = [];
      this.nvp = event.hello.nvp;
    } else if (event.kind === 'lamp') this.lampSteps = [...this.lampSteps, event.step];
    else if (event.kind === 'reading') this.takeReading(event);
  }

  /** The tester began a reading while this link was on screen. */
  private testerBegan = false;
  private takeReading({ measured, remote, link, leads }: Extract<LineEvent, { kind: 'reading' }>): void {
    this.testerSays = '';
    const meant = link === undefined ? this.link : linkNamed(this.job.plan.links)(link);
    if (meant?.id !== this.link.id) {
      this.forAnother = { label: link!, link: meant };
      return;
    }
    // It names no link, and the tester was on another one when it began.
    if (link === undefined && !this.testerBegan) {
      this.testerSays = `A reading came in that began before ${this.link.label} was on screen: it was not taken. Read the link again.`;
      return;
    }
    this.testerBegan = false;
    // Lamps are read by eye: the walker shows them, the technician answers.
    if (this.lampSteps.length > 0) return;
    const { nvp } = this;
    if (leads) this.leads.named(leads);
    this.readAgain();
    this.from = measured.from ?? 'head';
    this.splits = measured.splits ?? [];
    this.remote = remote;
    this.fill(answersIn(measured.walk));
    this.metres = Object.fromEntries((measured.distances ?? []).map((d) => [d.contact, String(d.metres)]));
    this.length = measured.lengthMetres === undefined ? '' : String(measured.lengthMetres);
    this.joins = measured.joins;
    this.configuration = measured.configuration ?? null;
    this.result = measured.result ?? null;
    this.nvp = measured.nvp ?? nvp;
    this.face = { measured, nvp: this.nvp };
  }
  /** Joins as a tester gave them. */
  private joins = $state.raw<Measured['joins']>(undefined);

  /** Hears nothing of the line any more; the line itself stays on. */
  leave(): void {
    this.deaf();
  }

  /** Takes in what the look just asked for showed; a new answer takes the place of an old one. */
  answer(a: Pick<LookAnswer, 'conductor' | 'open' | 'bridged'>): void {
    const next = this.diagnosis?.next;
    if (next?.action !== 'look' || !a.conductor) return;
    const { conductor, open, bridged } = a;
    const [end, contact] = [next.end!, next.contact!];
    this.looked = [
      ...this.looked.filter((l) => l.end !== end || l.contact !== contact),
      { end, contact, conductor, open, bridged },
    ];
    this.job.here.stand(end);
  }
  /** Takes an answer back: it is asked again. */
  takeLookBack(look: Look): void {
    if (this.looked.includes(look)) this.looked = this.looked.filter((l) => l !== look);
    else this.doubted = [...this.doubted, look];
    this.contradiction = '';
  }

  /** Port, remote and link were looked at again, or a lead was changed: reads again with what is known now. */
  madeSure(of: 'setting' | End): void {
    if (of === 'setting') this.checked = true;
    else {
      this.swapped = [...new Set([...this.swapped, of])];
      this.job.here.stand(of);
    }
    this.readOn();
  }

  /** Logs the failing reading and that it was mended on the spot, and reads again. */
  mendedHere(action: 'repunch' | 'redo', end: End, contacts: readonly Contact[]): void {
    if (!this.measured || !this.guard.take()) return;
    this.logReading();
    const { connector } = this.link[end];
    const { scheme } = specOf(this.link, this.job.plan.policy)[end];
    const [data, did] =
      action === 'repunch'
        ? [{ action, contacts: [...contacts] }, 'punched again']
        : [{ action, connector, scheme }, 'done again'];
    this.job.log.write(
      this.link.id,
      'redone',
      data,
      end,
      `${this.link.label} ${endName(this.link, end)}: ${did}.`,
    );
    this.job.here.stand(end);
    // What was seen and made sure of stands in the log now, but beside a fail that was shown again and not logged anew.
    const again = this.shownAgain !== '';
    this.looked = again ? this.looked.filter((l) => l.end !== end) : [];
    this.checked = again && this.checked;
    this.swapped = again ? this.swapped : [];
    this.readOn();
  }

  /** Writes down in words what is wrong, where the program has no name for it. */
  somethingElse(where: End | 'cable', text: string): void {
    const mistakes = [{ where, kind: 'other', contacts: [], conductors: [] }];
    this.job.log.write(
      this.link.id,
      'found',
      { mistakes, asExplained: false, note: text },
      undefined,
      `${this.link.label}: finding written down.`,
    );
  }

  /** Grows whenever the reading is another one: forms that hold what is typed begin anew with it. */
  turn = $state(0);

  /** Begins the reading anew: nothing of what was entered is left. */
  readAgain(): void {
    this.looked = [];
    this.doubted = [];
    this.checked = false;
    this.swapped = [];
    this.readOn();
  }

  /** Reads again, going on from what is known. */
  private readOn(): void {
    this.turn++;
    this.begun = null;
    this.shownAgain = '';
    this.pad.size = this.job.tester.contactsOf(this.link.shielded);
    this.pad.clear();
    this.splits = [];
    this.metres = {};
    this.length = '';
    this.result = null;
    this.blameChoice = null;
    this.diagnosis = null;
    this.contradiction = '';
    this.remote = undefined;
    this.face = null;
    this.joins = undefined;
    this.nvp = undefined;
    this.electrical = undefined;
    this.valueProblem = '';
    this.confirmed = [];
    this.stoodAgainst = null;
    this.forAnother = null;
    this.from = this.job.tester.mainUnit;
    this.guard.shown();
  }

  /** Somebody stands by what was asked about. */
  confirm(what: 'length' | 'all-open'): void {
    if (what === 'length') this.stoodAgainst = this.laid.lengthMetres ?? null;
    this.confirmed = [...this.confirmed, what];
  }

  /** Puts a whole walk on the pad; one of eight answers on a shielded link left the shield out. */
  fill(answers: readonly (readonly Contact[])[]): void {
    if (answers.length >= 8) this.shieldSeen(answers.length > 8);
    this.pad.fill(answers);
  }

  /** Nothing but the walk is missing for a pass: a length or a result has to be entered first. */
  readonly allGoodNeeds = $derived.by(() =>
    this.evidence === null
      ? 'tester'
      : this.measuresLength && typeof this.lengthRead !== 'number'
        ? 'length'
        : this.hasResult && !this.result
          ? 'result'
          : null,
  );

  /** Fills in all contacts as ordered; only on an empty pad, so that no key writes over a reading. */
  private fillAllGood(): boolean {
    if (this.pad.answers.length) return false;
    this.pad.fill(expectedWalk(this.link.ordered, this.link.shielded).slice(0, this.pad.size));
    return true;
  }

  /**
   * Logs all contacts as ordered, in one press. Refused on a pad that holds anything, before the port has been on
   * screen long enough to be seen, and without saying what it was read with.
   */
  async logAllGood(): Promise<void> {
    if (leaving()) return;
    if (this.evidence === null) return void (this.job.tester.asking = true);
    if (this.pad.answers.length || this.splits.length || !this.guard.armed) return;
    // On an empty pad nothing of an old reading is left.
    this.shownAgain = '';
    if (!this.fillAllGood()) return;
    // What is not yet a pass stays on screen: a length is wanted, or a value is over its limit.
    if (this.judgement?.verdict === 'fail' || this.problem || this.askAboutLength || this.allGoodNeeds)
      return;
    // Neither does it go by unread that the log knows better: an end that was refused, a fail this tester cannot see.
    if (this.judging?.ok && this.judging.held) return;
    await this.log();
  }

  /** All contacts answer as ordered, but these pairs are split: one press for the commonest fail of a hurried plug. */
  straightButSplit(): void {
    if (!this.looksAtSplits || this.pad.answers.length) return;
    this.fillAllGood();
    this.splits = ['36', '45'];
  }

  /** Writes the reading down with its verdict. */
  private logReading(): void {
    const { measured, judgement, explanation } = this;
    if (!measured || !judgement) return;
    if (judgement.verdict === 'fail' && this.pad.text === this.shownAgain) return;
    const data: EntryOf<'reading'>['data'] = {
      reading: $state.snapshot(measured) as Measured,
      ...this.judged,
      ...this.answeredBy,
    };
    if (judgement.verdict === 'fail') {
      data.blame = [...this.blame];
      if (this.checked || this.swapped.length)
        data.known = {
          ...(this.checked ? { checked: true as const } : {}),
          ...(this.swapped.length ? { swapped: [...this.swapped] } : {}),
        };
      if (explanation)
        data.diagnosis = {
          mistakes: explanation.mistakes,
          probability: Math.min(1, explanation.probability),
          remedy: [explanation.remedy.text, explanation.then?.text].filter(Boolean).join(' '),
          looked: [...this.lookedSoFar],
        };
    }
    const word = { pass: 'pass', provisional: 'provisional pass', fail: 'fail' }[judgement.verdict];
    // A fail was given when it was read.
    if (judgement.verdict !== 'fail') signals.give(this.link.label, judgement.verdict);
    this.job.log.write(this.link.id, 'reading', data, undefined, `${this.link.label}: ${word} logged.`, { at: this.takenAt }); // prettier-ignore
    this.job.log.watchForPattern();
  }

  /** Logs the reading with its verdict and goes on to the next link that wants one. */
  async log(): Promise<void> {
    if (!this.measured || !this.judgement || this.problem || this.askAboutAllOpen || this.askAboutLength)
      return;
    if (leaving() || !this.guard.take()) return;
    this.logReading();
    this.readAgain();
    this.kept.drop();
    const next = this.job.nextToProve(this.link.id);
    if (this.after === 'round') await goto(this.job.at('round'));
    else if (this.link.cord) await goto(this.job.afterCord(this.link.cord, this.link.id), { noScroll: true });
    else await goto(next ? this.job.at('prove', next.id) : asking(this.job.at('rack'), { at: this.link.id }), { noScroll: true }); // prettier-ignore
  }
}
