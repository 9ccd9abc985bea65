import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { handleOf, openDatabase } from '../../src/lib/server/db/open';
import { disagreements } from '../../src/lib/server/jobs/states';

/** Opens a copy of a database aside and folds every log in it: whether it is whole, and what it holds. The file itself is left as it is. */
export async function verified(file: string): Promise<{ ok: boolean; message: string }> {
  const aside = mkdtempSync(join(tmpdir(), 'gauntlet-backup-'));
  try {
    const copy = join(aside, 'copy.db');
    copyFileSync(file, copy);
    const db = await openDatabase(copy);
    try {
      const [found] = handleOf(db).pragma('integrity_check(1)') as { integrity_check: string }[];
      if (found?.integrity_check !== 'ok')
        return { ok: false, message: `it is damaged: ${found?.integrity_check}.` };
      const jobs = await db.selectFrom('job').select('id').execute();
      let differ = 0;
      for (const { id } of jobs) differ += (await disagreements(db, id)).length;
      const count = async (table: 'link' | 'entry' | 'photo') =>
        (
          await db
            .selectFrom(table)
            .select((e) => e.fn.countAll<number>().as('n'))
            .executeTakeFirstOrThrow()
        ).n;
      const [links, entries, photos] = [await count('link'), await count('entry'), await count('photo')];
      return {
        ok: true,
        message: `${jobs.length} jobs, ${links} links, ${entries} entries, ${photos} pictures; whole${differ ? `; ${differ} states are older than their log and are made anew at the start` : ', and every state is as its log says'}.`,
      };
    } finally {
      await db.destroy();
    }
  } catch (error) {
    return { ok: false, message: error instanceof Error ? error.message : String(error) };
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}
