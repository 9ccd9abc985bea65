import type { Generated } from 'kysely';

/** Tables of the database. `body` and `data` columns hold JSON checked by the core's schemas on the way in. */
export interface Database {
  job: { id: string; name: string; created_at: string; policy: string };
  item: { job: string; kind: 'space' | 'panel' | 'outlet' | 'part' | 'person'; id: string; body: string };
  link: { job: string; id: string; label: string; panel: string; port: number; body: string };
  entry: {
    seq: Generated<number>;
    id: string;
    job: string;
    link: string;
    end: string | null;
    kind: string;
    at: string;
    by: string;
    data: string;
  };
  /** Cache of the core's fold; rebuilt from the log at any time. */
  link_state: { job: string; link: string; head: string; tail: string; status: string };
}
