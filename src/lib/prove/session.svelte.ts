import { asking } from '$lib/address/address';
import { DEFAULT_COSTS } from '$core/model/costs';
import { evidenceCovers, type Evidence } from '$core/model/evidence';
import { goto } from '$app/navigation';
import type { Look, Diagnosis, Explanation, LookAnswer } from '$core/diagnose/types';
import type { Measured } from '$core/model/reading';
import type { EntryOf } from '$core/model/entry';
import type { Link } from '$core/model/job';
import { judgeMeasured } from '$core/log/judge-measured';
import { specOf } from '$core/log/link-spec';
import { readMeasured } from '$core/log/measured';
import type { Judgement } from '$core/reading/verdict';
import type { LampStep } from '$core/testers/lamps';
import type { LineEvent } from '$core/testers/lines';
import type { Tester } from '$core/testers/tester';
import { expectedWalk } from '$core/reading/walk';
import { ENDS, type Contact, type ContactPair, type End } from '$core/wiring/conductors';
import { schemesFor } from '$core/wiring/schemes';
import { diagnoseHere, prepareHere } from '$lib/diagnosis/client';
import { LampPad } from '$lib/lamp-pad/pad.svelte';
import { LeadsInHand } from '$lib/leads/hand.svelte';
import { answersIn } from '$lib/testers/answers';
import { SerialTester } from '$lib/testers/serial';
import { SimulatedTester } from '$lib/testers/simulated';
import type { OpenJob } from '$lib/job/open-job.svelte';

/** Testers the technician can choose, by what they show. */
export const TESTERS = [
  { evidence: 'continuity', name: 'lamps' },
  { evidence: 'wiremap', name: 'wiremap' },
  { evidence: 'wiremap-length', name: 'wiremap + length' },
] as const satisfies { evidence: Evidence; name: string }[];

/** Proving one link: what is read, what it means, what was looked at, and the logging of it. */
export class ProveSession {
  readonly pad: LampPad;
  evidence = $state<Evidence>('wiremap');
  from = $state<End>('head');
  splits = $state<ContactPair[]>([]);
  metres = $state<Record<string, string>>({});
  looked = $state.raw<readonly Look[]>([]);
  diagnosis = $state.raw<Diagnosis | null>(null);
  contradiction = $state('');
  /** Values measured besides the walk. */
  electrical = $state.raw<EntryOf<'reading'>['data']['electrical']>(undefined);
  valueProblem = $state('');
  /** Number of the remote that answered. */
  remote = $state<number | undefined>(undefined);
  /** The steps of a simulated lamp walker, while one is on this link. */
  lampSteps = $state.raw<readonly LampStep[]>([]);
  /** What a simulated meter shows on its face, and its velocity of propagation. */
  face = $state.raw<{ measured: Measured; nvp?: number | undefined } | null>(null);
  private nvp: number | undefined;
  /** What a tester on the line had to say last. */
  testerSays = $state('');
  /** That nothing answers was confirmed: right port, remote plugged in. */
  allOpenConfirmed = $state(false);
  readonly leads: LeadsInHand;
  private tester: Tester | null = null;
  chosen = $state(0);
  private blameChoice = $state.raw<readonly End[] | null>(null);
  private asked = 0;

  constructor(
    readonly job: OpenJob,
    readonly link: Link,
  ) {
    this.pad = new LampPad(link.shielded ? 9 : 8, `gauntlet:pad:${job.plan.id}:${link.id}`);
    const spec = specOf(link, job.plan.policy);
    this.schemes = schemesFor(spec);
    this.leads = new LeadsInHand(job);
  }
  readonly schemes;

  /** Takes up what this device kept, and has the worker get ready. Call once, in the browser. */
  resume(): void {
    const kept = localStorage.getItem('gauntlet:tester');
    if (TESTERS.some((t) => t.evidence === kept)) this.evidence = kept as Evidence;
    this.pad.resume();
    this.leads.resume();
    prepareHere({ link: specOf(this.link, this.job.plan.policy) }, this.job.log.weights);
  }

  use(evidence: Evidence): void {
    this.evidence = evidence;
    localStorage.setItem('gauntlet:tester', evidence);
  }

  readonly looksAtSplits = $derived.by(() => evidenceCovers(this.evidence, 'wiremap'));
  /** What is measured so far; undefined until every contact has its answer. */
  readonly measured = $derived.by((): Measured | undefined => {
    if (!this.pad.full) return undefined;
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
      ...(this.measuredLength === undefined ? {} : { lengthMetres: this.measuredLength }),
    };
  });
  private readonly read = $derived.by(() => this.measured && readMeasured(this.measured, this.link.shielded));
  readonly problem = $derived.by(() => (this.read && !this.read.ok ? this.read.message : this.contradiction));
  private readonly judged = $derived.by(() => ({
    ...this.leads.stamp,
    ...(this.electrical ? { electrical: this.electrical } : {}),
  }));
  readonly judgement = $derived.by((): Judgement | null => {
    if (!this.read?.ok || !this.measured) return null;
    const data = { reading: this.measured, ...this.judged };
    const answer = judgeMeasured(data, this.link, this.job.plan, new Date().toISOString());
    return answer.ok ? answer.judgement : null;
  });
  /** Nothing answers at all: more often the wrong port or a missing remote than a failure. */
  readonly askAboutAllOpen = $derived.by(
    () => !this.allOpenConfirmed && (this.judgement?.faults.some((f) => f.kind === 'all-open') ?? false),
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
  /** Ends to be done again: as the technician set them, else those that the chosen explanation mends. */
  readonly blame = $derived.by((): readonly End[] => {
    if (this.blameChoice) return this.blameChoice;
    const { remedy, then } = this.explanation ?? {};
    const ends = [remedy?.end, then?.end].filter((e) => e !== undefined);
    return ends.length ? ends : [...ENDS];
  });

  toggleBlame(end: End): void {
    const now = this.blame.includes(end) ? this.blame.filter((e) => e !== end) : [...this.blame, end];
    if (now.length) this.blameChoice = ENDS.filter((e) => now.includes(e));
  }

  /** Asks the worker what the reading means; an answer to an older question is dropped. */
  async diagnose(): Promise<void> {
    const asked = ++this.asked;
    if (!this.read?.ok || this.judgement?.verdict !== 'fail' || !this.judgement.faults.length) {
      this.diagnosis = null;
      this.contradiction = '';
      return;
    }
    const status = this.job.statusOf(this.link.id);
    const answer = await diagnoseHere({
      link: specOf(this.link, this.job.plan.policy),
      reading: JSON.parse(JSON.stringify(this.read.reading)) as typeof this.read.reading,
      standingAt: this.job.here.standingAt,
      knowledge: {
        looked: this.looked,
        readBack: ENDS.filter((e) => status[e].readBack),
        redone: ENDS.filter((e) => status[e].redoneSinceFail),
      },
      costs: DEFAULT_COSTS,
    });
    if (asked !== this.asked) return;
    if ('contradiction' in answer) {
      this.contradiction = answer.contradiction;
      if (this.looked.length) this.looked = this.looked.slice(0, -1);
      return;
    }
    this.contradiction = '';
    this.chosen = 0;
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

  /** Puts a simulated tester of the chosen kind on this link. */
  async useSimulated(): Promise<void> {
    await this.useTester(new SimulatedTester(this.job.plan.id, this.evidence));
  }

  /** Connects a tester on a serial line; its readings come in by themselves. */
  async connectSerial(): Promise<void> {
    await this.useTester(new SerialTester());
  }

  private async useTester(tester: Tester): Promise<void> {
    await this.tester?.close();
    this.tester = tester;
    this.testerSays = '';
    tester.events((event) => this.hear(event));
    try {
      await tester.open();
      await tester.run({ link: this.link.id, from: this.from });
    } catch (error) {
      this.testerSays = error instanceof Error ? error.message : String(error);
    }
  }

  private hear(event: LineEvent): void {
    if (event.kind === 'problem')
      this.testerSays = event.line ? `Line ${event.line}: ${event.message}` : event.message;
    else if (event.kind === 'hello') {
      this.evidence = TESTERS.find((t) => t.evidence === event.hello.evidence)?.evidence ?? this.evidence;
      this.lampSteps = [];
      this.nvp = event.hello.nvp;
    } else if (event.kind === 'lamp') this.lampSteps = [...this.lampSteps, event.step];
    else if (this.lampSteps.length === 0) {
      // Lamps are read by eye: the walker shows them, the technician answers.
      const { measured, remote } = event;
      this.readAgain();
      this.from = measured.from ?? 'head';
      this.splits = measured.splits ?? [];
      this.remote = remote;
      this.pad.fill(answersIn(measured.walk));
      this.metres = Object.fromEntries((measured.distances ?? []).map((d) => [d.contact, String(d.metres)]));
      this.measuredLength = measured.lengthMetres;
      this.joins = measured.joins;
      this.face = { measured, nvp: this.nvp };
    }
  }
  /** Length and joins as a tester gave them. */
  private measuredLength = $state<number | undefined>(undefined);
  private joins = $state.raw<Measured['joins']>(undefined);

  /** Lets go of the tester. */
  async leave(): Promise<void> {
    await this.tester?.close();
  }

  /** Takes in what the look just asked for showed. */
  answer(a: LookAnswer): void {
    const next = this.diagnosis?.next;
    if (next?.action !== 'look' || !a.conductor) return;
    this.looked = [
      ...this.looked,
      { end: next.end!, contact: next.contact!, conductor: a.conductor, open: a.open, bridged: a.bridged },
    ];
    this.job.here.stand(next.end!);
  }

  readAgain(): void {
    this.pad.clear();
    this.splits = [];
    this.metres = {};
    this.looked = [];
    this.blameChoice = null;
    this.diagnosis = null;
    this.contradiction = '';
    this.remote = undefined;
    this.face = null;
    this.joins = undefined;
    this.measuredLength = undefined;
    this.allOpenConfirmed = false;
  }

  /** Logs all contacts as ordered, in one go. */
  async logAllGood(): Promise<void> {
    this.splits = [];
    this.metres = {};
    const walk = expectedWalk(this.link.ordered, this.link.shielded);
    this.pad.fill(walk);
    if (this.judgement) await this.log();
  }

  /** Logs the reading with its verdict and goes on to the next link that wants one. */
  async log(): Promise<void> {
    const { measured, judgement, explanation } = this;
    if (!measured || !judgement || this.problem || this.askAboutAllOpen) return;
    const data: EntryOf<'reading'>['data'] = {
      reading: JSON.parse(JSON.stringify(measured)) as Measured,
      tester: this.tester?.name ?? TESTERS.find((t) => t.evidence === this.evidence)!.name,
      ...this.judged,
      ...(this.remote === undefined ? {} : { remote: this.remote }),
    };
    if (judgement.verdict === 'fail') {
      data.blame = [...this.blame];
      if (explanation)
        data.diagnosis = {
          mistakes: explanation.mistakes,
          probability: Math.min(1, explanation.probability),
          remedy: [explanation.remedy.text, explanation.then?.text].filter(Boolean).join(' '),
          looked: [...this.looked],
        };
    }
    const word = { pass: 'pass', provisional: 'provisional pass', fail: 'fail' }[judgement.verdict];
    this.job.log.write(this.link.id, 'reading', data, undefined, `${this.link.label}: ${word} logged.`);
    this.job.log.watchForPattern();
    this.readAgain();
    const next = this.job.nextToProve(this.link.id);
    await goto(next ? this.job.at('prove', next.id) : asking(this.job.at('rack'), { at: this.link.id }), {
      noScroll: true,
    });
  }
}
