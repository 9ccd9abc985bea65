/** A port has to have been on screen this long before it takes a pass: a bounced tap or pedal is faster. Our judgement. */
export const ARMED_AFTER_MS = 700;
/** The same for a step that logs nothing. */
export const STEP_AFTER_MS = 350;

/** When the press that is being answered was made, in ms; undefined where no press is. */
// What is deprecated of it is to hand it about: asked for while a press is answered, it is that press, in every browser.
const pressMade = (): number | undefined => globalThis.event?.timeStamp;

/** A thumb or a mouse presses a place, a key what has the focus. */
const isOfPlace = (): boolean =>
  globalThis.event?.type === 'click' && (globalThis.event as MouseEvent).detail > 0;

let movedAt = -Infinity;
let moving = $state(false);
let settling: ReturnType<typeof setTimeout> | undefined;
/**
 * What is pressed has moved, as something came above it or went: a thumb that was on its way to what stood there falls on
 * something else, and what it falls on is not taken.
 */
export function movedUnderThumb(now = performance.now()): void {
  movedAt = now;
  moving = true;
  clearTimeout(settling);
  settling = setTimeout(() => (moving = false), STEP_AFTER_MS);
}

/**
 * Keeps one press from being two: nothing is taken before a person can have seen what is on screen, and nothing twice
 * of what is on screen.
 *
 * On a slow phone a bounce is answered long after it was made. So two presses are told apart by when they were made,
 * and what is on screen counts from when it was drawn.
 */
export class PressGuard {
  private waited = $state(false);
  private shownAt = 0;
  private taken = false;
  /** When the press was made that was taken last, by any guard: what it leads to may be another screen, with its own. */
  private static takenMade: number | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private drawing: number | undefined;

  constructor(
    private readonly now: () => number = () => performance.now(),
    private readonly after = ARMED_AFTER_MS,
    private readonly madeAt: () => number | undefined = pressMade,
  ) {
    this.shownAt = now();
  }

  /** Something is on screen that was not there before, or will be when it is drawn next. Returns what ends the waiting. */
  shown(): () => void {
    this.stop();
    this.taken = false;
    this.waited = false;
    // A page that is not looked at is not drawn: nothing of it is taken before it is.
    if (typeof requestAnimationFrame === 'function') this.drawing = requestAnimationFrame(() => this.drawn());
    else this.drawn();
    return () => this.stop();
  }

  /** For the screen to show; what counts is `armed`. */
  get ready(): boolean {
    return this.waited && !moving;
  }

  /** Whether a press may be taken, without taking it. */
  get armed(): boolean {
    return (
      this.drawing === undefined &&
      !this.taken &&
      this.now() - this.shownAt >= this.after &&
      !this.bounced &&
      !(isOfPlace() && (this.madeAt() ?? this.now()) - movedAt < STEP_AFTER_MS)
    );
  }

  /** Takes a press; false where it may be the rest of the one before. */
  take(): boolean {
    if (!this.armed) return false;
    this.taken = true;
    PressGuard.takenMade = this.madeAt();
    return true;
  }

  private get bounced(): boolean {
    const made = this.madeAt();
    const before = PressGuard.takenMade;
    return made !== undefined && before !== undefined && made - before < this.after;
  }
  private drawn(): void {
    this.drawing = undefined;
    this.shownAt = this.now();
    this.timer = setTimeout(() => (this.waited = true), this.after);
  }
  private stop(): void {
    clearTimeout(this.timer);
    if (this.drawing !== undefined) cancelAnimationFrame(this.drawing);
    this.drawing = undefined;
  }
}
