import type { Guide, LengthName } from './guide';
import { formatLength, type Units } from './units';
import { colourOf, conductorLabel, type NumberedContact } from '../wiring/conductors';
import { laidAt, layoutOfEnd, type EndOrder } from '../wiring/schemes';
import { untwistLimit, type UntwistSchool } from './untwist';
import type { Category } from '../wiring/parts';

/** Where a shielded plug takes the drain: on springs inside its shell, or under a wing outside. */
export type Ground = 'internal' | 'external';
const GROUND_STEP: Record<Ground, string> = {
  internal: 'Drain inside the shell, to the side of the springs, centred at the back.',
  external: 'Drain outside the shell, under the wing, centred at the back.',
};

/** What the sentences of a guide depend on. */
export interface GuideSetting {
  units: Units;
  untwist: UntwistSchool;
  category: Category;
  /** Where the plug at hand takes its drain; both ways are said where nobody knows. */
  ground?: Ground | undefined;
  /** How this end is laid. */
  order: EndOrder;
}

/**
 * A sentence of a guide with its lengths, its conductors (`{at 1}`: the one that goes to contact 1) and the colours of its
 * pairs (`{pair 12}`: that of contacts 1 and 2) written out.
 */
export function guideText(sentence: string, guide: Guide, setting: GuideSetting): string {
  const at = (contact: string) => laidAt(layoutOfEnd(setting.order), contact as NumberedContact);
  return sentence.replace(/\{([a-z ]+)(\d*)\}/g, (whole, word: string, number: string) => {
    const name = word.trim();
    if (name === 'at') return conductorLabel(at(number));
    if (name === 'pair') return colourOf(at(number[0]!)) ?? whole;
    if (name === 'ground')
      return setting.ground
        ? GROUND_STEP[setting.ground]
        : 'Springs inside the shell: drain to their side. A wing outside: drain under it. Centred at the back.';
    const length =
      name === 'untwist'
        ? untwistLimit(setting.untwist, setting.category)
        : guide.lengths[name as LengthName];
    return length ? formatLength(length.mm, setting.units) : whole;
  });
}
