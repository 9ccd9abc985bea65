import { v7 as uuid } from 'uuid';
import type { JobEntry, LogEntry } from '../model/entry';
import type { JobFile, JobPlan, Policy } from '../model/job';
import { idMadeAt } from '../log/effective';

/** What a new job takes over from another: its plan with every link, or only its terms, people, parts and legends. */
export type CopyOf = 'plan' | 'terms';

/**
 * A new job out of another one's plan, with nothing logged in it. What was retired is left behind, and so is what
 * simulated testers hid in it where its links do not come along.
 */
export function copyOfPlan(plan: JobPlan, id: string, name: string, of: CopyOf, now: string): JobFile {
  const active = <T extends { retired?: true | undefined }>(list: readonly T[]) =>
    list.filter((x) => !x.retired);
  const links = of === 'plan' ? active(plan.links) : [];
  const places = <T extends { retired?: true | undefined }>(list: readonly T[]) =>
    of === 'plan' ? active(list) : [];
  const kept = new Set(links.map((l) => l.id));
  const runs = places(plan.runs).map((r) => ({ ...r, links: r.links.filter((l) => kept.has(l)) }));
  const policy: Policy = { ...plan.policy };
  delete policy.archived;
  if (of === 'terms') {
    delete policy.about;
    if (policy.practice) policy.practice = {};
  }
  return {
    format: 'gauntlet/job@1',
    job: { id, name, createdAt: now, policy },
    spaces: places(plan.spaces),
    panels: places(plan.panels),
    outlets: places(plan.outlets),
    floors: places(plan.floors),
    batches: places(plan.batches),
    ...(runs.length ? { runs } : {}),
    links,
    parts: plan.parts,
    legends: plan.legends,
    crew: active(plan.crew),
    entries: [],
  };
}

/** The pictures a job file names: those taken of its ends, and those that lie under its plan. */
export const picturesOf = (file: Pick<JobFile, 'entries' | 'floors'>): Set<string> =>
  new Set([
    ...file.entries.flatMap((e) => (e.kind === 'photo' ? [e.data.photo] : [])),
    ...(file.floors ?? []).flatMap((f) => (f.picture ? [f.picture.photo] : [])),
  ]);

/** A job file as another job beside the one it came from, and what its pictures are called there. */
export interface BesideJob {
  file: JobFile;
  /** New names of pictures by their old ones. */
  photos: Map<string, string>;
}

/** Another id for an entry that says the same of when it was written down, and stands among the others as the old one did: both tell what counts. */
const idLike = ({ id, at }: LogEntry, seq: number): string =>
  uuid({ msecs: idMadeAt(id) ?? Math.max(0, Date.parse(at)), seq });

/**
 * A job file made fit to stand beside the job it came from: an id of its own, and entries with ids of their own that
 * take back and name each other as before. Handovers stay with the other job: what was signed for was its log.
 */
export function besideJob(file: JobFile, id: string, name: string): BesideJob {
  const handovers = new Set(file.entries.filter((e) => e.kind === 'handed-over').map((e) => e.id));
  const kept = file.entries.filter(
    (e) => !handovers.has(e.id) && !(e.kind === 'void' && handovers.has(e.data.entry)),
  );
  const inOrder = kept.toSorted((a, b) => (a.id < b.id ? -1 : 1));
  const ids = new Map(inOrder.map((e, i) => [e.id, idLike(e, i)]));
  const photos = new Map<string, string>();
  const renamed = (photo: string): string => {
    const id = photos.get(photo) ?? uuid();
    photos.set(photo, id);
    return id;
  };
  const again = (entry: LogEntry): LogEntry => {
    const e = { ...entry, id: ids.get(entry.id)!, job: id } as LogEntry;
    if (e.kind === 'void')
      return { ...e, data: { ...e.data, entry: ids.get(e.data.entry) ?? e.data.entry } } as LogEntry;
    return e.kind === 'photo' ? { ...e, data: { ...e.data, photo: renamed(e.data.photo) } } : e;
  };
  return {
    file: {
      ...file,
      job: { ...file.job, id, name },
      ...(file.floors
        ? {
            floors: file.floors.map((f) =>
              f.picture ? { ...f, picture: { ...f.picture, photo: renamed(f.picture.photo) } } : f,
            ),
          }
        : {}),
      entries: kept.map((e) => again(e)) as JobEntry[],
    },
    photos,
  };
}
