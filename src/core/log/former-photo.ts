import type { Link } from '../model/job';
import { ENDS, type End } from '../wiring/conductors';
import type { ConnectorFamily } from '../wiring/connector';
import type { LinkStatus } from './state';

/** A picture of another end of the same kind, to hold a new one against. */
export interface FormerPhoto {
  link: Link;
  end: End;
  photo: string;
}

/** The newest picture of a proven end of a family, else the newest of any; null where there is none but this end's own. */
export function formerPhoto(
  links: readonly Link[],
  statusOf: (id: string) => LinkStatus,
  family: ConnectorFamily,
  but: { link: string; end: End },
): FormerPhoto | null {
  let best: (FormerPhoto & { proven: boolean; at: string }) | null = null;
  for (const link of links) {
    const status = statusOf(link.id);
    for (const end of ENDS) {
      const { photo, state, at = '', connector } = status[end];
      if (!photo || (connector ?? link[end].connector) !== family || (link.id === but.link && end === but.end)) continue; // prettier-ignore
      const proven = state === 'proven';
      if (!best || (proven && !best.proven) || (proven === best.proven && at > best.at))
        best = { link, end, photo, proven, at };
    }
  }
  return best && { link: best.link, end: best.end, photo: best.photo };
}
