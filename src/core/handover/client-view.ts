import type { LinkStatus, TerminationState } from '../log/state';
import type { JobPlan, Link, Policy } from '../model/job';
import { hangsOn, whereabouts } from '../plan/whereabouts';
import type { JobEntryOf } from '../model/entry';

/** A link as a client sees it: what it is called, where its other end is, and how it stands. */
export interface ClientLink {
  label: string;
  port?: number;
  other: string;
  state: 'proven' | 'provisional' | 'failed' | 'open';
}

/** A job as a client sees it: its port map and how far it is; no person, no minutes, no tool. */
export interface ClientView {
  name: string;
  about: Policy['about'];
  at: string;
  counted: Record<ClientLink['state'], number>;
  /** Links by what they hang on, as it hangs. */
  groups: { name: string; links: ClientLink[] }[];
  /** The last handover, and whether it still holds. */
  handedOver?: { at: string; client: string; superseded: boolean };
}

const RANK: Record<TerminationState, ClientLink['state']> = {
  proven: 'proven',
  provisional: 'provisional',
  failed: 'failed',
  bare: 'open',
  seated: 'open',
  stale: 'open',
};
const WORST: readonly ClientLink['state'][] = ['failed', 'open', 'provisional', 'proven'];

/** What a client sees of a job. A link stands as its worse end does. */
export function clientView(
  plan: JobPlan,
  statusOf: (link: Link) => LinkStatus,
  handover: { last: JobEntryOf<'handed-over'> | null; since: Readonly<Record<string, number>> },
  at: string,
): ClientView {
  const where = whereabouts(plan);
  const groups = new Map<string, ClientLink[]>();
  const counted = { proven: 0, provisional: 0, failed: 0, open: 0 };
  const panels = new Map(plan.panels.map((p, i) => [p.id, i]));
  const links = plan.links.filter((l) => !l.retired);
  const order = (l: Link) => (panels.get(l.head.panel ?? '') ?? panels.size) * 1000 + (l.head.port ?? 0);
  for (const link of [...links].sort((a, b) => order(a) - order(b) || (a.label < b.label ? -1 : 1))) {
    const status = statusOf(link);
    const { head, tail } = where(link);
    const both = [RANK[status.head.state], RANK[status.tail.state]];
    const state = WORST.find((s) => both.includes(s))!;
    counted[state]++;
    const name = [head.space?.name, head.panel && `panel ${head.panel.name}`].filter(Boolean).join(', ');
    const other = [tail.space?.name, hangsOn(tail)].filter(Boolean).join(', ');
    const group = groups.get(name || 'other links') ?? [];
    groups.set(name || 'other links', group);
    group.push({ label: link.label, ...(link.head.port ? { port: link.head.port } : {}), other, state });
  }
  const { last, since } = handover;
  return {
    name: plan.name,
    about: plan.policy.about,
    at,
    counted,
    groups: [...groups].map(([name, list]) => ({ name, links: list })),
    ...(last
      ? { handedOver: { at: last.at, client: last.data.client, superseded: Object.keys(since).length > 0 } }
      : {}),
  };
}
