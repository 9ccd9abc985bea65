import { evidenceCovers, type Evidence } from '../model/evidence';
import { type Distance } from '../reading/reading';
import { writeWalk } from '../reading/walk';
import type { Measured } from '../model/reading';
import { contactsOf } from '../wiring/conductors';
import type { LinkSpec } from '../wiring/link-spec';
import type { Copper } from './copper';
import { sense } from './sense';

/** What a tester of a kind of evidence shows of copper: no more than that kind can. Distances are exact; a tester adds its noise. */
export function simulateReading(link: LinkSpec, copper: Copper, evidence: Evidence): Measured {
  const seen = sense(copper, link.shielded);
  const reading: Measured = { from: 'head', evidence, walk: writeWalk(seen.walk) };
  if (evidenceCovers(evidence, 'wiremap')) Object.assign(reading, { splits: seen.splits, joins: seen.joins });
  if (evidenceCovers(evidence, 'wiremap-length') && link.lengthMetres !== undefined)
    Object.assign(reading, { lengthMetres: link.lengthMetres, distances: endDistances(link, copper) });
  return reading;
}

/** Distances from the head to opens and shorts that lie at an end; one in the span has no place in this model. */
function endDistances(link: LinkSpec, copper: Copper): Distance[] {
  const out: Distance[] = [];
  const broken = (conductor: string, zone: string) =>
    copper.cable.breaks.some((b) => b.conductor === conductor && b.zone === zone);
  const joined = (bridges: readonly (readonly string[])[], x: string) => bridges.some((b) => b.includes(x));
  if (copper.setting === 'wrong') return [];
  for (const contact of contactsOf(link.shielded)) {
    const at = (metres: number) => out.push({ contact, from: 'head', metres });
    const conductor = copper.head.seats[contact];
    if (
      !conductor ||
      copper.head.open.includes(contact) ||
      joined(copper.head.bridges, contact) ||
      broken(conductor, 'head')
    )
      at(0);
    else if (joined(copper.cable.bridges, conductor) || broken(conductor, 'span')) continue;
    else {
      const far = contactsOf(link.shielded).find((c) => copper.tail.seats[c] === conductor);
      if (
        !far ||
        copper.tail.open.includes(far) ||
        joined(copper.tail.bridges, far) ||
        broken(conductor, 'tail')
      )
        at(link.lengthMetres!);
    }
  }
  return out;
}
