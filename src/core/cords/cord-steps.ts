import { formatMetres } from '../model/metres';
import type { Batch, Link, Policy } from '../model/job';
import { endOrder, endOrderWords, type Scheme } from '../wiring/schemes';
import type { End } from '../wiring/conductors';
import { cutMetres } from './cut-list';

/** What is done before an end of a cord is prepared: cut, boots and number at its first end, the cord turned round at its second. */
export function cordSteps(
  cord: Pick<Link, 'label' | 'lengthMetres' | 'ordered'>,
  end: End,
  batch: Pick<Batch, 'boots' | 'box'> | undefined,
  about: { units: Policy['units']; scheme: Scheme; otherBare: boolean },
): string[] {
  const order = endOrderWords(endOrder(cord.ordered, end, about.scheme));
  if (!about.otherBare)
    return [
      `Take ${cord.label} by its other end${batch?.boots ? ': the boot for it is on the cable already, its narrow end first' : ''}.`,
      `This end is laid to ${order}.`,
    ];
  const cut = cord.lengthMetres === undefined ? 'Cut the cable to its length' : `Cut ${formatMetres(cutMetres(cord.lengthMetres), about.units)}`; // prettier-ignore
  return [
    `${cut}${batch?.box ? ` from ${batch.box.name}` : ''}: the cord and a little for both plugs.`,
    ...(batch?.boots
      ? ['Put both boots on now, each with its mouth to its end: over a plug they do not go.']
      : []),
    `Mark both ends ${cord.label}. This end is laid to ${order}.`,
  ];
}
