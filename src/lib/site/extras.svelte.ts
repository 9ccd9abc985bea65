import type { Legend } from '$core/wiring/legend';
import { LEGENDS } from '$core/wiring/legend';
import type { JobPlan, Part } from '$core/model/job';

interface Waiting {
  kind: 'part' | 'legend';
  item: Part | Legend;
}

const put = <T extends { id: string }>(list: readonly T[], item: T): T[] => [
  ...list.filter((x) => x.id !== item.id),
  item,
];

/** Parts and legends of a job: shown at once when one is added, kept on this device until the server has it. */
export class Extras {
  parts = $state.raw<readonly Part[]>([]);
  /** Legends read off on this job. */
  own = $state.raw<readonly Legend[]>([]);
  /** Why the server would not keep the last one. */
  refused = $state('');
  private waiting: Waiting[] = [];
  private readonly job: string;

  constructor(plan: JobPlan) {
    this.job = plan.id;
    this.parts = plan.parts;
    this.own = plan.legends;
  }
  private get key(): string {
    return `gauntlet:extras:${this.job}`;
  }

  /** Legends to choose from: those of this job first. */
  get legends(): readonly Legend[] {
    return [...this.own, ...LEGENDS];
  }

  legend(id: string): Legend {
    return this.legends.find((l) => l.id === id) ?? LEGENDS[0]!;
  }

  resume(): void {
    try {
      this.waiting = JSON.parse(localStorage.getItem(this.key) ?? '[]') as Waiting[];
    } catch {
      this.waiting = [];
    }
    for (const w of this.waiting) this.show(w);
    void this.send();
  }

  keepLegend(legend: Legend): void {
    this.keep({ kind: 'legend', item: legend });
  }

  keepPart(part: Part): void {
    this.keep({ kind: 'part', item: part });
  }

  private keep(w: Waiting): void {
    this.show(w);
    this.waiting = [...this.waiting.filter((x) => x.item.id !== w.item.id), w];
    this.store();
    void this.send();
  }

  private show(w: Waiting): void {
    if (w.kind === 'part') this.parts = put(this.parts, w.item as Part);
    else this.own = put(this.own, w.item as Legend);
  }

  private store(): void {
    localStorage.setItem(this.key, JSON.stringify(this.waiting));
  }

  /** Sends what waits, one by one; what the server refuses is put away with its reason. */
  async send(): Promise<void> {
    for (const w of [...this.waiting]) {
      try {
        const answer = await fetch(`/api/jobs/${this.job}/items/${w.kind}/${encodeURIComponent(w.item.id)}`, {
          method: 'PUT',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(w.item),
        });
        if (answer.status >= 500) return;
        if (!answer.ok) {
          const body = (await answer.json()) as { error: { message: string; issues: { message: string }[] } };
          this.refused = `${w.item.name}: ${body.error.issues[0]?.message ?? body.error.message}`;
        }
        this.waiting = this.waiting.filter((x) => x !== w);
        this.store();
      } catch {
        return;
      }
    }
  }
}
