import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { labelRequestSchema } from '../formats/labels';
import { layLabel } from './label-layout';
import { LABEL_SHEETS, labelPlaces, MM_AN_INCH, sheetProblem, type LabelSheet } from './label-sheet';
import { LABEL_SPOTS, labelsOf } from './label-text';

const sheet = (id: string): LabelSheet => LABEL_SHEETS.find((s) => s.id === id)!.sheet;

describe('sheets of labels', () => {
  it('that ship with the program all fit their page, with the same white on either side', () => {
    for (const { sheet: s, name } of LABEL_SHEETS) {
      expect(sheetProblem(s), name).toBeNull();
      const right = s.pageWidth - s.marginLeft - s.columns * s.labelWidth - (s.columns - 1) * s.gapX;
      expect(right).toBeCloseTo(s.marginLeft, 1);
    }
  });
  it('are A4 by ISO 216, 210 × 297 mm, and Letter of 8½ × 11 inches of 25.4 mm (from memory; the inch exact)', () => {
    expect([sheet('a4-3x8').pageWidth, sheet('a4-3x8').pageHeight]).toEqual([210, 297]);
    expect(MM_AN_INCH).toBe(25.4);
    expect(sheet('letter-3x10').pageWidth).toBeCloseTo(215.9, 9);
    expect(sheet('letter-3x10').pageHeight).toBeCloseTo(279.4, 9);
  });
  it.each([
    [{ columns: 4 }, '4 labels side by side take 280 mm'],
    [{ rows: 9 }, '9 labels one below the other'],
    [{ marginLeft: 40 }, 'the page is 210 mm wide'],
    [{ labelHeight: 4 }, 'cannot be read'],
  ])('that cannot be printed say why: %o', (change, says) => {
    expect(sheetProblem({ ...sheet('a4-3x8'), ...change })).toContain(says);
    const asked = labelRequestSchema.safeParse({
      sheet: { ...sheet('a4-3x8'), ...change },
      spots: ['panel'],
    });
    expect(asked.success).toBe(false);
  });
  it('put every label inside its page, none over another, in reading order', () => {
    const some = fc.record({
      columns: fc.integer({ min: 1, max: 6 }),
      rows: fc.integer({ min: 1, max: 12 }),
      gapX: fc.integer({ min: 0, max: 6 }),
      gapY: fc.integer({ min: 0, max: 6 }),
    });
    fc.assert(
      fc.property(
        some,
        fc.integer({ min: 1, max: 90 }),
        fc.integer({ min: 0, max: 40 }),
        (s, count, skip) => {
          const whole: LabelSheet = { pageWidth: 210, pageHeight: 297, labelWidth: 20, labelHeight: 15, marginLeft: 5, marginTop: 7, ...s }; // prettier-ignore
          const places = labelPlaces(whole, count, skip);
          expect(places).toHaveLength(count);
          places.forEach((p, i) => {
            expect(p.page).toBe(Math.floor((i + skip) / (s.columns * s.rows)));
            const before = places[i - 1];
            if (!before || before.page !== p.page) return;
            const below = p.y >= before.y + 15;
            expect(below || (p.y === before.y && p.x >= before.x + 20)).toBe(true);
          });
        },
      ),
    );
  });
});

describe('a label', () => {
  it('keeps its boxes inside itself and apart, whatever its size', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 110, noNaN: true }),
        fc.double({ min: 6, max: 60, noNaN: true }),
        fc.integer({ min: 0, max: 2 }),
        fc.boolean(),
        (width, height, lines, withCode) => {
          const { code, large, small } = layLabel(width, height, lines, withCode);
          for (const box of [large, ...small, ...(code ? [code] : [])]) {
            expect(box.x).toBeGreaterThanOrEqual(0);
            expect(box.y).toBeGreaterThanOrEqual(-1e-9);
            expect(box.x + box.width).toBeLessThanOrEqual(width + 1e-9);
            expect(box.y + box.height).toBeLessThanOrEqual(height + 1e-9);
            expect(Math.min(box.width, box.height)).toBeGreaterThan(0);
          }
          if (code) expect(large.x).toBeGreaterThanOrEqual(code.x + code.width);
          small.forEach((s, i) => expect(s.y).toBeGreaterThanOrEqual((small[i - 1] ?? large).y));
        },
      ),
    );
  });
  it('has a code only where it is large enough to be read', () => {
    expect(layLabel(60, 12, 1, true).code?.width).toBe(9);
    expect(layLabel(60, 11, 1, true).code).toBeNull();
    expect(layLabel(60, 30, 1, false).code).toBeNull();
  });
  it('says first where it is, then where the other end is', () => {
    const link = (id: string) => ({
      id,
      head: { panel: 'p', port: 1, connector: 'patch-panel' as const },
      tail: { outlet: 'o', position: 1, connector: 'punch-down-jack' as const },
    });
    const named = () => ({ link: 'L', head: 'H', tail: 'T' });
    const labels = labelsOf([link('x')], named, LABEL_SPOTS);
    expect(labels.map((l) => [l.spot, l.large, l.small])).toEqual([
      ['cable-head', 'L', ['H', 'T']],
      ['cable-tail', 'L', ['T', 'H']],
      ['panel', 'L', ['T']],
      ['plate', 'L', ['H']],
    ]);
    expect(labelsOf([link('x'), link('y')], named, ['plate']).map((l) => l.link)).toEqual(['x', 'y']);
  });
});
