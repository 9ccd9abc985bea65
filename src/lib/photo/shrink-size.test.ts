import fc from 'fast-check';
import { expect, it } from 'vitest';
import { LONGEST_EDGE, shrunkSize } from './shrink-size';

it('shrinks a picture of 12 megapixels to its longest edge', () => {
  expect(shrunkSize(4000, 3000)).toEqual({ width: LONGEST_EDGE, height: 1200 });
  expect(shrunkSize(3000, 4000)).toEqual({ width: 1200, height: LONGEST_EDGE });
});
it('never makes one larger, keeps its shape, and leaves at least a pixel', () => {
  const edge = fc.integer({ min: 1, max: 20_000 });
  fc.assert(
    fc.property(edge, edge, (width, height) => {
      const small = shrunkSize(width, height);
      expect(Math.max(small.width, small.height)).toBeLessThanOrEqual(Math.max(LONGEST_EDGE, 1));
      expect(small.width).toBeLessThanOrEqual(width);
      expect(small.height).toBeLessThanOrEqual(height);
      expect(Math.min(small.width, small.height)).toBeGreaterThanOrEqual(1);
      const stretch = (small.width * height) / (small.height * width);
      if (Math.min(small.width, small.height) > 20) expect(Math.abs(stretch - 1)).toBeLessThan(0.05);
    }),
  );
});
