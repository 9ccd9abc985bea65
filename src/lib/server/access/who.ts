import type { Role } from '$core/access/rights';
import type { Db } from '../db/open';
import { authFor } from './auth';

/** Who sends a request, as far as they were let in. */
export interface Who {
  id: string;
  name: string;
  role: Role;
  /** The one job a client reads. */
  job: string | null;
  session: string;
}

/** Who sends this; null for somebody nobody let in. */
export async function whoSends(db: Db, request: Request, origin: string): Promise<Who | null> {
  if (!request.headers.get('cookie')?.includes('gauntlet')) return null;
  const auth = await authFor(db, origin);
  const found = await auth.api.getSession({ headers: request.headers });
  if (!found) return null;
  const { user, session } = found;
  return {
    id: user.id,
    name: user.name,
    role: user.role as Role,
    job: (user.job as string | null | undefined) ?? null,
    session: session.id,
  };
}
