import type { Compilable, CompiledQuery, Kysely, QueryResult } from 'kysely';
import type { Database } from './schema';

type Row = readonly (string | number | null)[];
/** Sizes of which the text is kept. */
const MOST_KEPT = 600;

/**
 * A statement over many rows whose text is compiled once for each number of them: to compile it anew costs as much as
 * to run it. `make` is given rows of nulls; the values come in the order of its columns.
 *
 * @example
 * const put = compiledOnce((db, n) => db.insertInto('photo').values(Array(n).fill({ id: null, job: null })));
 * await put(db, [['p1', 'demo']]);
 */
export function compiledOnce<O>(
  make: (db: Kysely<Database>, rows: number) => Compilable<O>,
): (db: Kysely<Database>, rows: readonly Row[]) => Promise<QueryResult<O>> {
  const kept = new Map<number, CompiledQuery<O>>();
  return (db, rows) => {
    let query = kept.get(rows.length);
    if (!query) {
      query = make(db, rows.length).compile();
      if (kept.size < MOST_KEPT) kept.set(rows.length, query);
    }
    return db.executeQuery({ ...query, parameters: rows.flat() });
  };
}
