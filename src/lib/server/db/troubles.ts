/** What a database says when it cannot write, as an answer: what happened and what to do. */
const TROUBLES: readonly [RegExp, number, string][] = [
  [/^SQLITE_FULL/, 507, 'The disk of the server is full: nothing more is kept until somebody makes room there. What you entered stays on this device.'],
  [/^SQLITE_(READONLY|PERM|CANTOPEN)/, 503, 'The server may not write to its database: look at the rights of that file and its directory. What you entered stays on this device.'],
  [/^SQLITE_(CORRUPT|NOTADB)/, 503, 'The database of the server is damaged: stop it and put the newest backup in its place with bin/restore. What you entered stays on this device.'],
  [/^SQLITE_(BUSY|LOCKED)/, 503, 'Another program holds the database of the server: try again in a moment.'],
  [/^SQLITE_IOERR/, 503, 'The disk of the server does not answer: look at it. What you entered stays on this device.'],
]; // prettier-ignore

/** The answer to an error of the database; null where it is none of those that somebody can do something about. */
export function databaseTrouble(error: unknown): { status: number; message: string } | null {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  const found = TROUBLES.find(([pattern]) => pattern.test(code));
  return found ? { status: found[1], message: found[2] } : null;
}

/** What is said where the file of the database was moved or deleted under the server. */
export const FILE_GONE =
  'The database file of the server was moved or deleted while it ran: nothing more is kept. Put it back and start the server again.';
