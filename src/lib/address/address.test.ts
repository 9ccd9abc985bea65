import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { address, apiAddress, asking, fromSegment, segment } from './address';

describe('an address', () => {
  it.each([
    '1A/B/07',
    '50%',
    '1#2',
    '..',
    '.',
    '~',
    '~..',
    'Ærø',
    'a?b&c=d',
    ' K1 ',
    '電'.repeat(80),
    'sweep',
  ])('leads back to the label %s', (label) => {
    const url = new URL(address('harbour', 'bench', label, 'head'), 'http://host');
    const pieces = url.pathname.split('/');
    expect(pieces).toHaveLength(5);
    expect(fromSegment(decodeURIComponent(pieces[3]!))).toBe(label);
    expect(url.search + url.hash).toBe('');
  });
  it('leads back to any name, through what a browser makes of an address', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 80 }), (name) => {
        const { pathname } = new URL(`/job/${segment(name)}/x`, 'http://host');
        expect(fromSegment(decodeURIComponent(pathname.split('/')[2]!))).toBe(name);
      }),
      { numRuns: 500 },
    );
  });
  it('carries what is asked of it, and leads to routes for programs alike', () => {
    expect(asking(address('j', 'history'), { link: 'a&b' })).toBe('/j/history?link=a%26b');
    expect(apiAddress('j', 'links', '..', 'history')).toBe('/api/jobs/j/links/~../history');
  });
});
