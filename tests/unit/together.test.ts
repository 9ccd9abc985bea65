import { beforeEach, describe, expect, it } from 'vitest';
import { sql, type Transaction } from 'kysely';
import { handleOf, openDatabase, type Db } from '../../src/lib/server/db/open';
import type { Database } from '../../src/lib/server/db/schema';
import { together } from '../../src/lib/server/db/together';

let db: Db;
beforeEach(async () => {
  db = await openDatabase(':memory:');
});
const put =
  (name: string, fails = false) =>
  async (trx: Transaction<Database>) => {
    await trx.insertInto('secret').values({ name, value: name }).execute();
    if (fails) throw new Error(`${name} fails`);
    return name;
  };
const kept = async () => (await db.selectFrom('secret').select('name').orderBy('name').execute()).map((r) => r.name); // prettier-ignore
/** Asks for all of them at once: in how many transactions they were tried, and what became of each. */
const transactions = async (names: readonly string[], failing: readonly string[] = []) => {
  const inside = new Set<object>();
  const settled = await Promise.allSettled(
    names.map((name) =>
      together(db, async (trx) => {
        inside.add(trx);
        return put(name, failing.includes(name))(trx);
      }),
    ),
  );
  return { commits: inside.size, settled };
};

describe('what waits to write', () => {
  it('is written by one transaction, each piece with its own answer, in the order in which it came', async () => {
    const { commits, settled } = await transactions(['a', 'b', 'c']);
    expect(commits).toBe(1);
    expect(settled).toEqual(['a', 'b', 'c'].map((value) => ({ status: 'fulfilled', value })));
    expect(await kept()).toEqual(['a', 'b', 'c']);
  });
  it('fails for itself alone, and leaves nothing of what failed', async () => {
    const { commits, settled } = await transactions(['a', 'b', 'c'], ['b']);
    expect(settled.map((s) => s.status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect((settled[1] as PromiseRejectedResult).reason).toMatchObject({ message: 'b fails' });
    expect(await kept()).toEqual(['a', 'c']);
    expect(commits).toBe(4);
  });
  it('is settled only once it is on disk', async () => {
    let settled = false;
    const steps: [boolean, boolean][] = [];
    await together(db, async (trx) => {
      await put('a')(trx);
      steps.push([handleOf(db).inTransaction, settled]);
    }).then(() => (settled = true));
    expect(steps).toEqual([[true, false]]);
    expect([handleOf(db).inTransaction, settled]).toEqual([false, true]);
  });
  it('is told at once where no transaction can begin, and goes on when one can', async () => {
    await sql`begin`.execute(db);
    const { settled } = await transactions(['a', 'b']);
    expect(settled.map((s) => s.status)).toEqual(['rejected', 'rejected']);
    await sql`rollback`.execute(db);
    expect(await together(db, put('c'))).toBe('c');
    expect(await kept()).toEqual(['c']);
  });
  it('goes through in groups, however much comes, and what comes meanwhile too', async () => {
    const names = Array.from({ length: 130 }, (_, i) => `n${String(i).padStart(3, '0')}`);
    const late: Promise<string>[] = [];
    const first = together(db, async (trx) => {
      late.push(together(db, put('later')));
      return put('first')(trx);
    });
    const { commits } = await transactions(names);
    await Promise.all([first, ...late]);
    expect(await kept()).toEqual(['first', 'later', ...names]);
    expect(commits).toBeGreaterThan(2);
    expect(commits).toBeLessThan(8);
  });
});
