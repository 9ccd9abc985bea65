import type { Guide, LengthName } from './guide';
import { formatLength, type Units } from './units';
import { colourOf, conductorLabel, type NumberedContact } from '../wiring/conductors';
import { laidAt, layoutOfEnd, type EndOrder } from '../wiring/schemes';
import { untwistLimit, type UntwistSchool } from './untwist';
import type { Category } from '../wiring/parts';

/** What the sentences of a guide depend on. */
export interface GuideSetting {
  units: Units;
  untwist: UntwistSchool;
  category: Category;
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
    const length =
      name === 'untwist'
        ? untwistLimit(setting.untwist, setting.category)
        : guide.lengths[name as LengthName];
    return length ? formatLength(length.mm, setting.units) : whole;
  });
}
