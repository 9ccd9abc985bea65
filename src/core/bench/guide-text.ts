import type { Guide, LengthName } from './guide';
import { formatLength, type Units } from './units';
import { untwistLimit, type UntwistSchool } from './untwist';
import type { Category } from '../wiring/parts';

/** What the sentences of a guide depend on. */
export interface GuideSetting {
  units: Units;
  untwist: UntwistSchool;
  category: Category;
}

/** A sentence of a guide with its lengths written out. */
export function guideText(sentence: string, guide: Guide, setting: GuideSetting): string {
  return sentence.replace(/\{([a-z ]+)\}/g, (whole, name: string) => {
    const length =
      name === 'untwist'
        ? untwistLimit(setting.untwist, setting.category)
        : guide.lengths[name as LengthName];
    return length ? formatLength(length.mm, setting.units) : whole;
  });
}
