import { describe, expect, it } from 'vitest';
import { categoryIn, lesserLimit } from './limit-named';

describe('the category in a name', () => {
  it.each([
    ['TIA Cat 6A permanent link', '6A'],
    ['Cat 5e U/UTP', '5e'],
    ['CAT6 channel', '6'],
    ['cat.6 UTP', '6'],
    ['Category 5 patch', '5e'],
    ['category-6a', '6A'],
    ['Cat 7 S/FTP', '6A'],
    ['Cat 7A', '6A'],
    ['Cat 8 backbone', '6A'],
    ['ISO Class D', '5e'],
    ['class E permanent link', '6'],
    ['Class EA', '6A'],
    ['Class E_A', '6A'],
    ['Class FA', '6A'],
    ['class I channel', '6A'],
    ['class II', '6A'],
    ['Cat 6A cable, held to Cat 6', '6'],
  ])('%s is %s', (name, category) => expect(categoryIn(name)).toBe(category));
  it.each(['', 'x', 'a limit that is not named', '1000BASE-T', 'Cat 60', 'Cat 6b', 'concat 6', 'class room', 'Class DA', 'first class', 'Cat six'])(
    '“%s” says none',
    (name) => expect(categoryIn(name)).toBeNull(),
  ); // prettier-ignore
});

describe('a limit', () => {
  const less = (limit: string, category: '5e' | '6' | '6A' | null = '6', configuration: 'permanent-link' | 'channel' | 'mptl' | 'cord' = 'permanent-link') => lesserLimit({ limit, category, configuration }); // prettier-ignore
  it('is less than asked where its category is lower, and never where it is higher or the same', () => {
    expect(less('Cat 5e permanent link')).toBe('its limit is for category 5e, and the link is of category 6');
    expect([less('Cat 6 permanent link'), less('Class EA permanent link'), less('Cat 6 permanent link', '5e')]).toEqual(['', '', '']); // prettier-ignore
  });
  it('is taken for what is asked where nobody knows better', () => {
    expect([less('the usual one'), less('Cat 5e permanent link', null)]).toEqual(['', '']);
  });
  it('of a channel is less than a link without its cords asks for, and right for one with them', () => {
    expect(less('Cat 6 Channel')).toBe('its limit is for a channel, and it was tested as a permanent link');
    expect([less('Cat 6 CH'), less('Cat 6 PL'), less('Cat 6 chained')].map(Boolean)).toEqual([true, false, false]); // prettier-ignore
    expect(less('Cat 6 channel', '6', 'mptl')).toBe('its limit is for a channel, and it was tested as a link from a panel to a plug on the cable'); // prettier-ignore
    expect([less('Cat 6 channel', '6', 'channel'), less('Cat 6 channel', '6', 'cord')]).toEqual(['', '']);
    expect(less('Cat 6 permanent link (not the channel)')).toBe('');
  });
});
