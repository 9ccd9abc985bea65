import { EXAM, examOf, familiesOf, resultOf } from '$core/drill/exam';
import { ratingOf } from '$core/drill/next-question';
import type { Marked } from '$core/drill/question';
import { skillOf } from '$core/drill/skills';
import { KeptDraft } from '$lib/device/kept-draft';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { PressGuard } from '$lib/controls/press-guard.svelte';
import type { Asking } from './asking';

/** What of an exam is kept on this device: it goes on after a reload, and its time with it. */
interface Kept {
  seed: string;
  person: string;
  beganAt: string;
  /** Of the job's own connectors alone. */
  own: boolean;
  answers: Marked[];
}

/** An exam: its questions one after the other, with nothing said of the answers before the end. */
export class ExamSession implements Asking {
  readonly marked = null;
  readonly guard = new PressGuard();
  private kept = $state.raw<Kept | null>(null);
  private now = $state(Date.now());
  private shownAt = performance.now();
  private readonly draft: KeptDraft<Kept>;

  constructor(private readonly job: OpenJob) {
    this.draft = new KeptDraft(`gauntlet:exam:${job.plan.id}`);
    const kept = this.draft.read();
    // An exam is one person's: whoever takes the device over does not go on with it.
    if (kept && kept.person === job.here.me) this.kept = kept;
    this.guard.shown();
  }
  get seed(): string | null {
    return this.kept?.seed ?? null;
  }
  get person(): string {
    return this.job.plan.crew.find((p) => p.id === this.kept?.person)?.name ?? '';
  }
  get beganAt(): string {
    return this.kept?.beganAt ?? '';
  }
  readonly exam = $derived.by(() =>
    this.kept ? examOf(this.kept.seed, this.kept.own ? familiesOf(this.job.plan.now) : new Set()) : null,
  );
  readonly answers = $derived.by((): readonly Marked[] => this.kept?.answers ?? []);
  readonly at = $derived.by(() => this.answers.length);
  readonly minutes = $derived.by(() => (this.kept ? (this.now - Date.parse(this.kept.beganAt)) / 60_000 : 0));
  readonly over = $derived.by(
    () => this.exam !== null && (this.at >= this.exam.questions.length || this.minutes >= EXAM.minutes),
  );
  readonly question = $derived.by(() => (this.over ? null : (this.exam?.questions[this.at] ?? null)));
  readonly result = $derived.by(() => resultOf(this.answers, this.endedAfter));
  /** How long it took: until the last answer, or all the time there was. */
  private endedAfter = $state(0);

  /** Lets time go on while the page is shown. */
  tick(): void {
    this.now = Date.now();
    if (!this.over) this.endedAfter = this.minutes;
  }
  begin(seed: string, own: boolean): void {
    this.kept = { seed, person: this.job.here.me, beganAt: new Date().toISOString(), own, answers: [] };
    this.draft.keep(this.kept);
    this.tick();
    this.shown();
  }
  private shown(): void {
    this.shownAt = performance.now();
    this.guard.shown();
  }
  answer(marked: Marked): void {
    const { question, kept } = this;
    this.tick();
    if (!question || !kept || this.over) return;
    const ms = performance.now() - this.shownAt;
    this.kept = { ...kept, answers: [...kept.answers, marked] };
    this.draft.keep(this.kept);
    this.job.log.writeForJob('drilled', {
      skill: question.skill,
      rating: ratingOf(skillOf(question.skill)!.exercise, marked.right, ms),
      ms: Math.min(86_400_000, Math.round(ms)),
      ...(marked.slip ? { slip: marked.slip.slice(0, 200) } : {}),
      exam: kept.seed,
    });
    this.shown();
  }
  /** Puts the exam away: its answers are in the log. */
  end(): void {
    this.kept = null;
    this.draft.drop();
  }
}
