import type { Contact } from '$core/wiring/conductors';

/** The lamps as they are tapped in, one answer a head contact. */
export class LampPad {
  answers = $state<Contact[][]>([]);
  /** The next tap adds a lamp to the last contact instead of going on. */
  adding = $state(false);
  /** Another screen is on its way: a tap on this one is meant for nobody. */
  deaf = $state(false);

  /** How many contacts there are to answer. */
  size = $state(8);

  constructor(size: number) {
    this.size = size;
  }

  get full(): boolean {
    return this.answers.length >= this.size;
  }

  /** What is tapped so far, written as a walk. */
  get text(): string {
    return this.answers.map((a) => (a.length ? a.join('+') : '-')).join(' ');
  }

  tap(lamp: Contact | null): void {
    if (this.deaf) return;
    if (this.adding && lamp && this.answers.length) {
      const last = this.answers.at(-1)!;
      if (!last.includes(lamp)) this.answers = [...this.answers.slice(0, -1), [...last, lamp].sort()];
      this.adding = false;
    } else if (!this.full) {
      this.answers = [...this.answers, lamp ? [lamp] : []];
    }
  }

  back(): void {
    this.adding = false;
    this.answers = this.answers.slice(0, -1);
  }

  fill(answers: readonly (readonly Contact[])[]): void {
    this.answers = answers.map((a) => [...a]);
    this.adding = false;
  }

  clear(): void {
    this.fill([]);
  }
}
