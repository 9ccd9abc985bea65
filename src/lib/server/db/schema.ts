import type { Generated } from 'kysely';

/** Things of a plan that stand in one table. */
export type ItemKind =
  'space' | 'panel' | 'outlet' | 'floor' | 'batch' | 'run' | 'part' | 'legend' | 'person';

/** Tables of the database. `body` and `data` columns hold JSON checked by the core's schemas on the way in. */
export interface Database {
  job: { id: string; name: string; created_at: string; policy: string; revision: Generated<number> };
  item: { job: string; kind: ItemKind; id: string; body: string };
  link: {
    job: string;
    id: string;
    label: string;
    retired: number;
    body: string;
  };
  entry: {
    seq: Generated<number>;
    id: string;
    job: string;
    /** None where the entry is about the job's tools. */
    link: string | null;
    end: string | null;
    kind: string;
    at: string;
    by: string;
    data: string;
    /** Where it was written, and its number there. */
    device: string | null;
    written: number | null;
    /** When the server had it, and how far the device's clock was ahead then, in ms. */
    received_at: string | null;
    clock_error_ms: number | null;
    /** By how much that clock was set since the server had heard of it before, in ms. */
    clock_doubt_ms: number | null;
    /** Who was let in on the device that sent it, where that is another person than its writer. */
    entered_by: string | null;
  };
  photo: { id: string; job: string; type: string; width: number; height: number; bytes: Uint8Array };
  auth_user: {
    id: string;
    name: string;
    email: string;
    emailVerified: number;
    image: string | null;
    createdAt: string;
    updatedAt: string;
    role: string;
    job: string | null;
    /** A hash. */
    pin: string | null;
  };
  auth_session: {
    id: string;
    userId: string;
    device: string | null;
    token: string;
    createdAt: string;
    updatedAt: string;
    expiresAt: string;
  };
  /** Codes that let somebody in, by their hash. */
  invite: {
    hash: string;
    name: string;
    role: string;
    job: string | null;
    user: string | null;
    expires_at: string;
    used_at: string | null;
  };
  /** Addresses under which a client sees a job, by the hash of their secret. */
  share: {
    hash: string;
    id: string;
    job: string;
    name: string;
    created_at: string;
    expires_at: string;
    taken_back_at: string | null;
  };
  /** Who came in, was refused or was put out. */
  access_event: {
    seq: Generated<number>;
    at: string;
    what: string;
    person: string | null;
    device: string | null;
    address: string | null;
    by: string | null;
  };
  secret: { name: string; value: string };
  /** One row: which database this is. */
  identity: { id: string };
  /** Ids of jobs that were deleted. */
  former_job: { id: string };
  /** Cache of the core's fold, with where the log it was made of stands; rebuilt from the log at any time. */
  link_state: { job: string; link: string; status: string; place: string };
}
