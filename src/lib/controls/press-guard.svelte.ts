/** A port has to have been on screen this long before it takes a pass: a bounced tap or pedal is faster. Our judgement. */
export const ARMED_AFTER_MS = 700;
/** The same for a step that logs nothing. */
export const STEP_AFTER_MS = 350;

/**
 * Keeps one press from being two: nothing is taken before a person can have seen what is on screen, and nothing twice
 * of what is on screen.
 */
export class PressGuard {
  /** For the screen to show; what counts is `armed`. */
  ready = $state(false);
  private shownAt = 0;
  private taken = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly now: () => number = () => performance.now(),
    private readonly after = ARMED_AFTER_MS,
  ) {
    this.shownAt = now();
  }

  /** Something is on screen that was not there before. Returns what ends the waiting. */
  shown(): () => void {
    this.shownAt = this.now();
    this.taken = false;
    this.ready = false;
    clearTimeout(this.timer);
    this.timer = setTimeout(() => (this.ready = true), this.after);
    return () => clearTimeout(this.timer);
  }

  /** Whether a press may be taken, without taking it. */
  get armed(): boolean {
    return !this.taken && this.now() - this.shownAt >= this.after;
  }

  /** Takes a press; false where it may be the rest of the one before. */
  take(): boolean {
    if (!this.armed) return false;
    this.taken = true;
    return true;
  }
}
