import type { Contact } from '$core/wiring/conductors';

/** The lamps as they are tapped in, one answer a head contact; kept on this device until the reading is logged. */
export class LampPad {
  answers = $state<Contact[][]>([]);
  /** The next tap adds a lamp to the last contact instead of going on. */
  adding = $state(false);

  constructor(
    readonly size: number,
    private readonly key: string,
  ) {}

  /** Takes up what was tapped before a reload. */
  resume(): void {
    try {
      const kept = JSON.parse(localStorage.getItem(this.key) ?? '[]') as Contact[][];
      this.answers = kept.slice(0, this.size);
    } catch {
      this.answers = [];
    }
  }

  get full(): boolean {
    return this.answers.length === this.size;
  }

  /** What is tapped so far, written as a walk. */
  get text(): string {
    return this.answers.map((a) => (a.length ? a.join('+') : '-')).join(' ');
  }

  tap(lamp: Contact | null): void {
    if (this.adding && lamp && this.answers.length) {
      const last = this.answers.at(-1)!;
      if (!last.includes(lamp)) this.answers = [...this.answers.slice(0, -1), [...last, lamp].sort()];
      this.adding = false;
    } else if (!this.full) {
      this.answers = [...this.answers, lamp ? [lamp] : []];
    }
    this.keep();
  }

  back(): void {
    this.adding = false;
    this.answers = this.answers.slice(0, -1);
    this.keep();
  }

  fill(answers: readonly (readonly Contact[])[]): void {
    this.answers = answers.map((a) => [...a]);
    this.adding = false;
    this.keep();
  }

  clear(): void {
    this.fill([]);
  }

  private keep(): void {
    try {
      if (this.answers.length) localStorage.setItem(this.key, JSON.stringify(this.answers));
      else localStorage.removeItem(this.key);
    } catch {
      /* storage is shut: the taps live on in memory */
    }
  }
}
