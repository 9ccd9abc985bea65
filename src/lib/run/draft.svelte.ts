import { isLevel, MOST_STEPS, type Run, type RunStep, type StepKind } from '$core/model/run';
import { layRun } from '$core/run/way';
import { KeptDraft } from '$lib/device/kept-draft';

/** What a step is begun with, in metres. Our judgement: what is most often meant, and changed by a tap. */
const BEGUN: Record<StepKind, number> = { along: 1, up: 1, down: 1, through: 0.2, over: 3, loop: 1 };
/** A tap on the plan this near to straight ahead or a right angle means that, in degrees. Our judgement. */
const NEARLY = 20;
const twoPlaces = (x: number) => Math.round(x * 100) / 100;

/** A run while it is typed and tapped: kept on this device until it is in the plan. */
export class RunDraft {
  run = $state.raw<Run>({ id: '', name: '', steps: [], links: [] });
  /** The step whose figures are shown. */
  chosen = $state(-1);
  private past = $state.raw<readonly Run[]>([]);
  /** The revision of the plan it was begun on: what others changed since is asked about, never overwritten. */
  revision: number;
  private readonly draft: KeptDraft<{ run: Run; revision: number }>;

  constructor(
    job: string,
    /** The run as the plan has it; a new one is only begun. */
    readonly planned: Run,
    readonly isNew: boolean,
    private readonly planRevision: number,
  ) {
    this.revision = planRevision;
    this.draft = new KeptDraft(`gauntlet:run:${job}:${planned.id}`);
    this.run = planned;
  }
  /** Takes up what was left half done. */
  resume(): void {
    const left = this.draft.read();
    if (left?.run?.id === this.planned.id && Array.isArray(left.run.steps)) {
      this.run = left.run;
      this.revision = left.revision;
    }
    this.chosen = this.run.steps.length - 1;
  }
  readonly laid = $derived.by(() => layRun(this.run));
  readonly changed = $derived.by(() => this.isNew || JSON.stringify(this.run) !== JSON.stringify(this.planned));
  get canUndo(): boolean {
    return this.past.length > 0;
  }

  set(change: Partial<Run>): void {
    this.past = [...this.past.slice(-50), this.run];
    const { straight: _, ...walked } = this.run;
    this.run = { ...(change.steps ? walked : this.run), ...change };
    this.keep();
  }
  private keep(): void {
    this.draft.keep({ run: this.run, revision: this.revision });
  }
  undo(): void {
    const before = this.past.at(-1);
    if (!before) return;
    this.past = this.past.slice(0, -1);
    this.run = before;
    this.chosen = Math.min(this.chosen, before.steps.length - 1);
    this.keep();
  }
  /** The plan is shown again as it is. */
  putAway(): void {
    this.run = this.planned;
    this.revision = this.planRevision;
    this.past = [];
    this.draft.drop();
  }
  done(): void {
    this.draft.drop();
  }

  readonly full = $derived.by(() => this.run.steps.length >= MOST_STEPS);
  /** Puts a step behind the chosen one. */
  add(go: StepKind, more: Partial<RunStep> = {}): void {
    if (this.full) return;
    const step: RunStep = { go, metres: BEGUN[go], ...more };
    const at = this.chosen + 1;
    this.set({ steps: [...this.run.steps.slice(0, at), step, ...this.run.steps.slice(at)] });
    this.chosen = at;
  }
  /** Changes the chosen step; what is undefined is left out of it. */
  change(change: { [K in keyof RunStep]?: RunStep[K] | undefined }): void {
    const steps = this.run.steps.map((s, i) => {
      if (i !== this.chosen) return s;
      const next = Object.fromEntries(Object.entries({ ...s, ...change }).filter(([, v]) => v !== undefined));
      return next as RunStep;
    });
    this.set({ steps });
  }
  take(): void {
    this.set({ steps: this.run.steps.filter((_, i) => i !== this.chosen) });
    this.chosen = Math.min(this.chosen, this.run.steps.length - 1);
  }

  /** A tap on the plan: on from the end of the run to there, straight ahead or at a right angle where it is nearly that. */
  drawTo(x: number, y: number): void {
    this.chosen = this.run.steps.length - 1;
    const end = this.laid.stretches.at(-1)?.to ?? { x: this.run.from?.x ?? 0, y: this.run.from?.y ?? 0, z: 0 };
    const heading = this.run.steps.reduce((h, s) => h + (isLevel(s) ? (s.turn ?? 0) : 0), this.run.from?.heading ?? 0);
    const way = (Math.atan2(y - end.y, x - end.x) * 180) / Math.PI;
    const turn = ((((way - heading + 180) % 360) + 360) % 360) - 180;
    const right = Math.round(turn / 90) * 90;
    const straightened = Math.abs(turn - right) <= NEARLY ? right : Math.round(turn);
    const far = Math.hypot(x - end.x, y - end.y) * Math.cos(((turn - straightened) * Math.PI) / 180);
    const metres = Math.round(far * 10) / 10;
    if (metres < 0.1) return;
    const go = this.run.steps.findLast((s) => s.go === 'along' || s.go === 'over')?.go ?? 'along';
    this.add(go, { metres: twoPlaces(metres), ...(straightened ? { turn: straightened === -180 ? 180 : straightened } : {}) });
  }
} // prettier-ignore
