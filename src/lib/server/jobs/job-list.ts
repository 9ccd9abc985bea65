import { sql } from 'kysely';
import type { Policy } from '$core/model/job';
import type { Db } from '../db/open';

/** A job as a list of jobs shows it. */
export interface ListedJob {
  id: string;
  name: string;
  client?: string;
  address?: string;
  number?: string;
  archived: boolean;
  /** Links in use, and those proven at both ends. */
  links: number;
  proven: number;
  /** Who logged in it last, and when. */
  last?: { by: string; at: string };
}

/** How far jobs are: links in use, and those proven at both ends, by job. */
export async function jobsProgress(db: Db): Promise<Map<string, { links: number; proven: number }>> {
  const rows = await sql<{ job: string; links: number; proven: number }>`
    select link.job as job, count(*) as links,
      sum(json_extract(status, '$.head.state') = 'proven' and json_extract(status, '$.tail.state') = 'proven') as proven
    from link left join link_state on link_state.job = link.job and link_state.link = link.id
    where link.retired = 0 group by link.job`.execute(db);
  return new Map(rows.rows.map((r) => [r.job, { links: r.links, proven: r.proven ?? 0 }]));
}

/** The jobs there are, newest first; `only` one where somebody may read one. */
export async function listJobs(db: Db, only?: string | null): Promise<ListedJob[]> {
  const all = db.selectFrom('job').select(['id', 'name', 'policy']).orderBy('created_at', 'desc');
  const jobs = await (only === undefined ? all : all.where('id', '=', only ?? '')).execute();
  const progress = await jobsProgress(db);
  const last = await lastLogged(db);
  return jobs.map(({ id, name, policy }): ListedJob => {
    const { about, archived } = JSON.parse(policy) as Policy;
    const logged = last.get(id);
    return {
      id,
      name,
      ...about,
      archived: archived ?? false,
      ...(progress.get(id) ?? { links: 0, proven: 0 }),
      ...(logged ? { last: logged } : {}),
    };
  });
}

/** Who logged last in each job, and when. */
async function lastLogged(db: Db): Promise<Map<string, { by: string; at: string }>> {
  const rows = await sql<{ job: string; by: string; at: string; body: string | null }>`
    select entry.job as job, entry.by as by, entry.at as at, item.body as body
    from (select job, max(seq) as seq from entry group by job) as newest
    join entry on entry.seq = newest.seq
    left join item on item.job = entry.job and item.kind = 'person' and item.id = entry.by`.execute(db);
  return new Map(
    rows.rows.map(({ job, by, at, body }) => [
      job,
      { by: body ? (JSON.parse(body) as { name: string }).name : by, at },
    ]),
  );
}

/** Something a search over all jobs found. */
export interface FoundInJobs {
  job: string;
  jobName: string;
  kind: 'job' | 'link' | 'place';
  /** What it is called, and the link to open where it is one. */
  name: string;
  link?: string;
}

/** Most that is answered of each kind. */
const MOST_FOUND = 20;

/** Looks for a text in the names, clients and addresses of jobs, labels of links and names of places, over all jobs. */
export async function searchJobs(db: Db, text: string, only?: string | null): Promise<FoundInJobs[]> {
  const wanted = text.trim().slice(0, 80);
  if (!wanted) return [];
  const jobs = await listJobs(db, only);
  const names = new Map(jobs.map((j) => [j.id, j.name]));
  const says = (x: string | undefined) => x?.toLowerCase().includes(wanted.toLowerCase()) ?? false;
  const like = `%${wanted.replace(/[\\%_]/g, (c) => `\\${c}`)}%`;
  const here = sql`job in (${sql.join(jobs.length ? jobs.map((j) => j.id) : [''])})`;
  const links = await sql<{ job: string; id: string; label: string }>`
    select job, id, label from link where retired = 0 and ${here} and label like ${like} escape '\\'
    order by length(label), label limit ${MOST_FOUND}`.execute(db);
  const places = await sql<{ job: string; name: string }>`
    select job, json_extract(body, '$.name') as name from item
    where kind in ('space', 'panel') and ${here} and json_extract(body, '$.name') like ${like} escape '\\'
    order by length(name), name limit ${MOST_FOUND}`.execute(db);
  const named = (job: string) => names.get(job) ?? job;
  return [
    ...jobs
      .filter((j) => says(j.name) || says(j.client) || says(j.address) || says(j.number))
      .slice(0, MOST_FOUND)
      .map((j): FoundInJobs => ({ job: j.id, jobName: j.name, kind: 'job', name: j.name })),
    ...links.rows.map((l): FoundInJobs => ({
      job: l.job,
      jobName: named(l.job),
      kind: 'link',
      name: l.label,
      link: l.id,
    })),
    ...places.rows.map((p): FoundInJobs => ({
      job: p.job,
      jobName: named(p.job),
      kind: 'place',
      name: p.name,
    })),
  ];
}
