import type { PlanChanges } from '$core/model/plan-changes';
import { apiAddress } from '$lib/address/address';
import { sendJson } from '$lib/device/ask-server';
import type { Beat } from '$lib/device/feed';
import { dropSentChanges, sentChanges, type SentChange } from '$lib/device/sent';

/**
 * Changes of plan that a server took from this device and has no more, as one that was put back from a backup. Entries
 * are sent again by themselves; a plan may have been changed since, so a person says whether these are made again.
 */
export class LostChanges {
  /** In the order in which they were made. */
  list = $state.raw<readonly SentChange[]>([]);
  /** The start of the server that answered last: until another it loses nothing. */
  private answered = '';
  private asking = false;

  constructor(
    private readonly job: string,
    /** Makes a change of plan; '' or the sentence that says why not. */
    private readonly make: (changes: PlanChanges & { id: string }) => Promise<string>,
  ) {}

  /** Told which database answers and which start of the server it is. */
  async heardServer({ database, start }: Beat): Promise<void> {
    if (this.asking || this.answered === start) return;
    this.asking = true;
    try {
      const made = await sentChanges(this.job, database);
      if (made.length) {
        const body = { database, ids: made.map((c) => c.id) };
        const answer = await sendJson(apiAddress(this.job, 'entries', 'missing'), body);
        if (!answer.ok) return;
        const { missing } = (await answer.json()) as { missing: string[] };
        this.list = made.filter((c) => missing.includes(c.id));
      }
      this.answered = start;
    } catch {
      // Out of reach again: the next beat asks again.
    } finally {
      this.asking = false;
    }
  }

  /** Makes them again, one after another, on the plan as it is now; '' or why one of them cannot be. */
  async makeAgain(): Promise<string> {
    for (const lost of this.list) {
      // What was decided was decided of a plan that is not any more.
      const { revision: _, decided: __, ...changes } = lost.changes;
      const said = await this.make({ ...changes, id: lost.id });
      if (said) return said;
      this.list = this.list.filter((c) => c !== lost);
    }
    return '';
  }

  /** A person said that the plan is to stay as it is. */
  async leave(): Promise<void> {
    const ids = this.list.map((c) => c.id);
    this.list = [];
    await dropSentChanges(ids).catch(() => {
      // They are asked about once more.
    });
  }
}
