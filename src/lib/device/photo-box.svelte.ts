import { apiAddress } from '$lib/address/address';
import { alone } from '$lib/device/alone';
import { refusalWords } from '$lib/device/ask-server';
import { deviceStore } from '$lib/device/store';

const keyOf = (job: string, id: string) => `${job} ${id}`;
const pathOf = (job: string, id: string) => apiAddress(job, 'photos', id);
/** A picture over a slow line takes its time. */
const SENT_WITHIN_MS = 120_000;
/** Answers after which a picture is not sent again by itself; all others may pass. */
const REFUSED = new Set([400, 409, 413]);

/** A picture that the server refused, with why. */
export interface RefusedPhoto {
  id: string;
  refused: string;
}

/** Pictures on this device until the server has them. They go after words, those of all jobs. */
export class PhotoBox {
  /** How many wait for the server. */
  waiting = $state(0);
  /** Pictures of this job that the server refused: they stay until somebody deals with each. */
  refused = $state.raw<readonly RefusedPhoto[]>([]);

  constructor(private readonly job: string) {}

  /** Keeps a picture on this device until the server has it, and begins to send. Rejects where there is no room for it. */
  async keep(id: string, blob: Blob): Promise<void> {
    await (await deviceStore()).put('photos', { job: this.job, id, blob }, keyOf(this.job, id));
    void this.send();
  }

  /** Sends what waits. What the server has leaves this device; what it refuses stays, with its reason. */
  async send(): Promise<void> {
    const store = await deviceStore().catch(() => null);
    if (!store) return;
    await this.count();
    await alone('gauntlet-photos', async () => {
      for (const key of await store.getAllKeys('photos')) {
        const photo = await store.get('photos', key);
        if (!photo || photo.refused) continue;
        try {
          const answer = await fetch(pathOf(photo.job, photo.id), {
            method: 'PUT',
            body: photo.blob,
            signal: AbortSignal.timeout(SENT_WITHIN_MS),
          });
          if (answer.ok) await store.delete('photos', key);
          else if (REFUSED.has(answer.status))
            await store.put('photos', { ...photo, refused: await refusalWords(answer) }, key);
        } catch {
          return;
        }
        await this.count();
      }
    });
  }

  private async count(): Promise<void> {
    const all = await (await deviceStore()).getAll('photos');
    this.waiting = all.filter((p) => !p.refused).length;
    this.refused = all.flatMap((p) =>
      p.job === this.job && p.refused ? [{ id: p.id, refused: p.refused }] : [],
    );
  }

  /** Sends a refused picture again. */
  async sendAgain(id: string): Promise<void> {
    const store = await deviceStore();
    const photo = await store.get('photos', keyOf(this.job, id));
    if (photo)
      await store.put('photos', { job: photo.job, id: photo.id, blob: photo.blob }, keyOf(this.job, id));
    await this.send();
  }

  /** Lets go of a picture the server refused. */
  async drop(id: string): Promise<void> {
    await (await deviceStore()).delete('photos', keyOf(this.job, id));
    await this.count();
  }

  /** Where a picture is to be had: on this device while it waits, else on the server. */
  async url(id: string): Promise<string> {
    const photo = await deviceStore()
      .then((s) => s.get('photos', keyOf(this.job, id)))
      .catch(() => undefined);
    return photo ? URL.createObjectURL(photo.blob) : pathOf(this.job, id);
  }
}
