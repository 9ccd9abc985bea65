import { laidLink } from '../log/laid-link';
import type { LinkStatus } from '../log/state';
import { cableNamed, connectorsFor } from '../model/cable-named';
import type { Link, Part } from '../model/job';
import { ENDS } from '../wiring/conductors';
import { CERTIFIED, type Certified } from './limits';
import type { Shown } from './proven';

/** What is known of a link where it is asked what it will carry. Missing: nobody knows. */
export interface KnownOfLink {
  /** That of its lowest part, none above 6A: of limits beyond nothing is known here. */
  category?: Certified;
  gauge?: number;
  jacketMm?: number;
  shielded: boolean;
  metres?: number;
  metresFrom: 'measured' | 'planned';
  /** The greatest loop of its pairs, where it was measured. */
  loopOhms?: number;
  shown: Shown;
}

/** What plan, parts and log know of a link. A reading that no longer stands shows nothing. */
export function knownOfLink(link: Link, status: LinkStatus, parts: readonly Part[]): KnownOfLink {
  const cable = cableNamed(link.cable, parts);
  const connectors = ENDS.map((e) => {
    const known = connectorsFor(link[e].connector, parts);
    return (known.find((k) => status[e].parts?.includes(k.id)) ?? known[0])?.spec.category;
  });
  const all = [cable?.category, ...connectors];
  const category = all.includes(undefined)
    ? undefined
    : (CERTIFIED.find((c) => all.includes(c)) ?? CERTIFIED.at(-1));
  const last = status.lastReading;
  // A reading that passed says nothing of an end that was refused by eye or blamed since: both have to be proven now.
  const proven = ENDS.every((e) => status[e].state === 'proven');
  const good = proven && last?.current && last.verdict === 'pass' ? last : undefined;
  const measured = last?.current ? last.data.reading.lengthMetres : undefined;
  const metres = measured ?? laidLink(link, status).lengthMetres;
  const ohms = last?.current ? Object.values(last.data.electrical?.loopOhms ?? {}) : [];
  const { swept } = status;
  const held =
    swept && (swept.whole || (swept.worst?.margin ?? 0) < 0)
      ? { category: swept.category, pass: swept.pass }
      : undefined;
  return {
    ...(category ? { category } : {}),
    ...(cable ? { gauge: cable.gauge, jacketMm: cable.jacketMm } : {}),
    shielded: link.shielded,
    ...(metres ? { metres } : {}),
    metresFrom: measured ? 'measured' : 'planned',
    ...(ohms.length ? { loopOhms: Math.max(...ohms) } : {}),
    shown: {
      evidence: good?.evidence ?? null,
      splits: good?.data.reading.splits !== undefined,
      ...(held ? { held } : {}),
    },
  };
}
