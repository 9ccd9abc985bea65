import { forget, recallJson, rememberJson } from '$lib/device/small';
import { freePrefix, misfitWords, readBatch, type BatchDraft } from '$core/cords/batch-draft';
import type { OpenJob } from '$lib/job/open-job.svelte';
import { GENERIC_CABLES } from '$core/wiring/parts';

/** Stranded patch cable is what cords are made of. */
const USUAL_CABLE = GENERIC_CABLES.find((c) => c.spec.jacket === 'patch')!.name;

/** A batch of cords while it is typed: kept on this device until it is begun. */
export class BatchForm {
  draft = $state<BatchDraft>({
    name: '',
    count: '',
    length: '',
    cable: USUAL_CABLE,
    head: 'closed-plug',
    tail: 'closed-plug',
    boots: true,
    ordered: 'straight',
    scheme: 'T568B',
    prefix: '',
    first: '1',
    boxName: '',
    boxLength: '',
  });
  wrong = $state<{ field: keyof BatchDraft | ''; message: string } | null>(null);
  working = $state(false);

  constructor(private readonly job: OpenJob) {
    this.draft.scheme = job.plan.policy.scheme;
    const last = job.plan.batches.at(-1);
    const cord = last && job.plan.batchLinks(last.id)[0];
    // The next batch is mostly like the last one.
    if (cord)
      Object.assign(this.draft, {
        cable: cord.cable,
        head: cord.head.connector,
        tail: cord.tail.connector,
        boots: last.boots ?? false,
      });
    this.draft.prefix = freePrefix(job.plan.whole.links.map((l) => l.label));
  }

  private get key(): string {
    return `gauntlet:batch:${this.job.plan.id}`;
  }
  /** Takes up what was typed before, and what the address asks for. */
  resume(asked: Partial<BatchDraft>): void {
    Object.assign(this.draft, recallJson<Partial<BatchDraft>>(this.key), asked);
  }
  save(): void {
    rememberJson(this.key, this.draft);
  }

  /** Why a plug does not take the cable, said before the first cut. */
  readonly against = $derived.by(() =>
    misfitWords(this.draft.cable, [this.draft.head, this.draft.tail], this.job.plan.parts),
  );

  /** Puts the batch into the plan; its id, or null where something is wrong. */
  async begin(): Promise<string | null> {
    if (this.working) return null;
    const read = readBatch(this.draft, this.job.plan.now);
    if (!read.ok) {
      this.wrong = read;
      return null;
    }
    this.wrong = null;
    this.working = true;
    const refusal = await this.job.plan.change(read.changes, 'cords');
    this.working = false;
    if (refusal) {
      this.wrong = { field: '', message: refusal };
      return null;
    }
    forget(this.key);
    return read.batch.id;
  }
}
