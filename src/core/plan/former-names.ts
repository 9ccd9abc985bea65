import type { LogEntry } from '../model/entry';
import type { Link } from '../model/job';
import { compareInstants } from '../log/effective';

/** A name that a link had until it was called otherwise, or was taken out of the plan. */
export interface FormerName {
  /** In small letters. */
  name: string;
  link: string;
  /** When it was given up, as an instant. */
  until: string;
}

/** What a link is called, in small letters; nothing where it is not there or retired. */
function nameIn(link: unknown): string | undefined {
  const { label, retired } = (link ?? {}) as Partial<Link>;
  return retired || typeof label !== 'string' ? undefined : label.toLowerCase();
}

/** The names that links of a job gave up, out of the entries of its log that count. */
export function formerNames(entries: readonly LogEntry[]): FormerName[] {
  return entries.flatMap((e) =>
    e.kind !== 'planned'
      ? []
      : e.data.changes.flatMap(({ list, id, was, is }) => {
          if (list !== 'links') return [];
          const [old, now] = [nameIn(was), nameIn(is)];
          return old === undefined || old === now ? [] : [{ name: old, link: id, until: e.at }];
        }),
  );
}

/**
 * The last link but this one that had a name when something was done, and gave it up since: what was written down then
 * may be of that link. Undefined where there is none.
 */
export function formerBearer(
  former: readonly FormerName[],
  name: string,
  { link, at }: { link: string; at: string },
): FormerName | undefined {
  const key = name.trim().toLowerCase();
  return former.findLast((f) => f.name === key && f.link !== link && compareInstants(at, f.until) < 0);
}
