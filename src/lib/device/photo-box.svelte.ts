import { apiAddress } from '$lib/address/address';
import { alone } from '$lib/device/alone';
import { refusalWords, sendJson } from '$lib/device/ask-server';
import type { Beat } from '$lib/device/feed';
import { forgetSent, keepSentPicture, sentPictures } from '$lib/device/sent';
import { recall, remember } from '$lib/device/small';
import { deviceStore, lacksRoom } from '$lib/device/store';

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

  /** @param database the one that has this job, where that is known */
  constructor(
    private readonly job: string,
    private readonly database?: string,
  ) {}

  /** Keeps a picture on this device until the server has it, and begins to send. Rejects where there is no room for it. */
  async keep(id: string, blob: Blob): Promise<void> {
    await this.put(id, blob);
    void this.send();
  }
  private async put(id: string, blob: Blob): Promise<void> {
    const put = async () =>
      (await deviceStore()).put('photos', { job: this.job, id, blob }, keyOf(this.job, id));
    try {
      await put();
    } catch (error) {
      // What the server has already may have taken the room.
      if (!lacksRoom(error)) throw error;
      await forgetSent();
      await put();
    }
  }

  /**
   * Told which database answers and which start of the server it is: pictures that it had and has no more, as it may be
   * after it was put back from a backup, are sent again.
   */
  async heardServer({ database, start }: Beat): Promise<void> {
    const looked = `gauntlet:pictures-at:${this.job}`;
    if (recall(looked) === start) return;
    try {
      const sent = (await sentPictures(this.job)).filter((p) => (p.database ?? database) === database);
      if (sent.length) {
        const answer = await sendJson(apiAddress(this.job, 'photos', 'missing'), { database, ids: sent.map((p) => p.id) }); // prettier-ignore
        if (!answer.ok) return;
        const { missing } = (await answer.json()) as { missing: string[] };
        for (const { id, blob } of sent) if (missing.includes(id)) await this.put(id, blob);
        if (missing.length) void this.send();
      }
      remember(looked, start);
    } catch {
      // Out of reach again, or a device that keeps nothing: the next beat asks again.
    }
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
          if (answer.ok) {
            const { job, id, blob } = photo;
            const database = job === this.job ? this.database : undefined;
            await keepSentPicture({ job, id, blob, at: Date.now(), ...(database === undefined ? {} : { database }) }).catch(() => undefined); // prettier-ignore
            await store.delete('photos', key);
          } else if (REFUSED.has(answer.status))
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
