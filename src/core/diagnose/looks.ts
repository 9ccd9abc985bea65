import { Contradiction } from '../reading/contradiction';
import { type Look } from './types';

/** Throws a `Contradiction` where looks disagree with one another. */
export function checkLooks(looks: readonly Look[], shielded: boolean): void {
  looks.forEach((a, i) => {
    const path = `knowledge.looked.${i}`;
    if (a.contact === 'S' && !shielded)
      throw new Contradiction(path, 'S was looked at, but this link is not shielded.');
    if ((a.contact === 'S') !== (a.conductor === 'DRAIN'))
      throw new Contradiction(path, `${a.conductor} cannot lie at contact ${a.contact}: look again.`);
    looks.slice(0, i).forEach((b) => {
      if (a.end !== b.end) return;
      if (
        a.contact === b.contact &&
        (a.conductor !== b.conductor || differ(a.open, b.open) || differ(a.bridged, b.bridged))
      )
        throw new Contradiction(
          path,
          `Two looks at contact ${a.contact} of the ${a.end} disagree: keep the right one.`,
        );
      if (a.contact !== b.contact && a.conductor === b.conductor)
        throw new Contradiction(
          path,
          `${a.conductor} cannot lie at two contacts of the ${a.end}: look again.`,
        );
    });
  });
}

const differ = (a: boolean | undefined, b: boolean | undefined) =>
  a !== undefined && b !== undefined && a !== b;
