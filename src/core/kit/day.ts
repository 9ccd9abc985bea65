import { endsToMake } from '../log/rework';
import type { LinkStatus } from '../log/state';
import type { Link } from '../model/job';
import { ENDS } from '../wiring/conductors';
import type { ConnectorFamily } from '../wiring/connector';

/**
 * The links whose work fills a day, in the order they are worked on: those whose open ends and proof still fit into so
 * many minutes, always at least one.
 */
export function linksOfDay(ordered: readonly Link[], statusOf: (id: string) => LinkStatus, { minutes, each, proof }: { minutes: number; each: Readonly<Partial<Record<ConnectorFamily, number>>>; proof: number }): Link[] {
  const out: Link[] = [];
  let left = minutes;
  for (const link of ordered) {
    const status = statusOf(link.id);
    if (ENDS.every((e) => status[e].state === 'proven')) continue;
    left -= proof + endsToMake(status).reduce((s, e) => s + (each[link[e].connector] ?? 0), 0);
    if (left < 0 && out.length) break;
    out.push(link);
  }
  return out;
} // prettier-ignore
