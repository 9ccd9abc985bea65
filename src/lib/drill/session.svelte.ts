import { familiesOf } from '$core/drill/exam';
import { nextSkill, questionOf, ratingOf } from '$core/drill/next-question';
import { ownFaults } from '$core/drill/own-faults';
import type { Marked, Question } from '$core/drill/question';
import type { Exercise, Skill } from '$core/drill/skills';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { PressGuard } from '$lib/controls/press-guard.svelte';

/** How long one drills at a sitting, in minutes. Our judgement. */
export const SITTING_MINUTES = 10;

/** One sitting of the drill: questions one after the other, each logged as it is answered. */
export class DrillSession {
  skill = $state.raw<Skill | null>(null);
  question = $state.raw<Question | null>(null);
  /** Whether the rule is shown before the question: the first time a skill is met. */
  teaching = $state(false);
  /** How the answer went; null while it is asked. */
  marked = $state.raw<Marked | null>(null);
  asked = $state(0);
  right = $state(0);
  readonly guard = new PressGuard();
  private shownAt = 0;
  private readonly began = performance.now();
  private last: string | undefined;

  constructor(
    private readonly job: OpenJob,
    readonly only: Exercise | undefined,
    private readonly random: () => number = Math.random,
  ) {
    this.next();
  }

  private get memory() {
    const { drills } = this.job.log;
    const { me } = this.job.here;
    return Object.hasOwn(drills, me) ? drills[me]! : {};
  }
  /** Minutes of this sitting so far. */
  minutes(): number {
    return (performance.now() - this.began) / 60_000;
  }
  /** The sitting is long enough: what is learned after that is little. */
  get over(): boolean {
    return this.asked > 0 && this.minutes() >= SITTING_MINUTES;
  }

  next(): void {
    const found = ownFaults(this.job.log.here, this.job.here.me);
    const skill = nextSkill(this.memory, new Date(), {
      ...(this.only ? { only: this.only } : {}),
      found,
      last: this.last,
      families: familiesOf(this.job.plan),
    });
    this.skill = skill;
    this.last = skill.id;
    this.marked = null;
    this.teaching = !Object.hasOwn(this.memory, skill.id);
    this.question = questionOf(skill.id, this.random);
    this.shown();
  }
  /** The rule was read. */
  begin(): void {
    this.teaching = false;
    this.shown();
  }
  private shown(): void {
    this.shownAt = performance.now();
    this.guard.shown();
  }

  /** An answer was given: it is marked, logged, and shown. */
  answer(marked: Marked): void {
    this.rate(marked, ratingOf(this.skill!.exercise, marked.right, performance.now() - this.shownAt));
  }
  /** An answer that has its own rating, as a search by its minutes. */
  rate(marked: Marked, rating: 1 | 2 | 3 | 4): void {
    if (this.marked || !this.skill) return;
    this.marked = marked;
    this.asked++;
    this.right += Number(marked.right);
    this.job.log.writeForJob('drilled', {
      skill: this.skill.id,
      rating,
      ms: Math.min(86_400_000, Math.round(performance.now() - this.shownAt)),
      ...(marked.slip ? { slip: marked.slip.slice(0, 200) } : {}),
    });
    this.guard.shown();
  }
}
