import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { labelRequestSchema } from '../formats/labels';
import { insetAt, layLabel, LETTER_WIDTH, LINE_HEIGHT } from './label-layout';
import { byRoom, together } from './label-order';
import { LABEL_SHEETS, labelPlaces, MM_AN_INCH, sheetProblem, type LabelSheet } from './label-sheet';
import { project } from '../log/projection';
import type { LogEntry } from '../model/entry';
import { LABEL_SPOTS, labelsOf } from './label-text';
import { labelSays, labelState, printedLabels } from './printed';
import { stripProblem, stripsOf, USUAL_STRIP } from './strip';

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
  const text = fc.string({ minLength: 1, maxLength: 24 });
  it('keeps its lines and its code inside itself and apart, whatever its size, form and white', () => {
    const inset = fc.record({ left: fc.integer({ min: 0, max: 4 }), top: fc.integer({ min: 0, max: 2 }), right: fc.integer({ min: 0, max: 4 }), bottom: fc.integer({ min: 0, max: 2 }) }); // prettier-ignore
    fc.assert(
      fc.property(
        fc.double({ min: 15, max: 110, noNaN: true }),
        fc.double({ min: 6, max: 60, noNaN: true }),
        text,
        fc.array(text, { maxLength: 2 }),
        fc.boolean(),
        fc.constantFrom('flat' as const, 'wrap' as const),
        inset,
        (width, height, large, small, withCode, form, white) => {
          const { code, lines } = layLabel({ width, height }, { large, small }, withCode, form, white);
          for (const box of [...lines, ...(code ? [code] : [])]) {
            expect(box.x).toBeGreaterThanOrEqual(white.left - 1e-9);
            expect(box.y).toBeGreaterThanOrEqual(white.top - 1e-9);
            expect(box.x + box.width).toBeLessThanOrEqual(width - white.right + 1e-9);
            expect(box.y + box.height).toBeLessThanOrEqual(height + 1e-9);
          }
          for (const [i, line] of lines.entries()) {
            if (code) expect(line.x).toBeGreaterThanOrEqual(code.x + code.width);
            const before = lines[i - 1];
            if (before) expect(line.y).toBeGreaterThanOrEqual(before.y + before.height - 1e-9);
            // No line is higher than its width allows.
            expect((line.height / LINE_HEIGHT) * LETTER_WIDTH * line.text.length).toBeLessThanOrEqual(line.width + 1e-6); // prettier-ignore
          }
        },
      ),
    );
  });
  it('has a code only where it is large enough to be read', () => {
    const lay = (height: number, code: boolean) => layLabel({ width: 60, height }, { large: 'K1-01', small: ['A'] }, code).code; // prettier-ignore
    expect(lay(12, true)?.width).toBe(9);
    expect(lay(11, true)).toBeNull();
    expect(lay(30, false)).toBeNull();
  });
  it('spends the height that the large line cannot use on the small ones', () => {
    // 12.7 mm high, 44.5 mm wide: two small lines of 9 letters want 44.5−3 = 41.5 / (9 · 0.62) · 1.2 = 8.9 mm each;
    // the large one takes its 60 % of 9.7 mm, 5.82, and they share the rest: 1.94 mm each, where 20 % gave 1.94 too.
    const narrow = layLabel(
      { width: 44.5, height: 12.7 },
      { large: 'K1-01', small: ['RECEPT-11', 'LC-K1-011'] },
      false,
    );
    expect(narrow.lines.map((l) => l.height).map((h) => Math.round(h * 100) / 100)).toEqual([
      5.82, 1.94, 1.94,
    ]);
    // A large line of 20 letters is 41.5 / (20 · 0.62) · 1.2 = 4.02 mm: the small ones get 5.68 mm, not 3.88.
    const long = layLabel({ width: 44.5, height: 12.7 }, { large: 'x'.repeat(20), small: ['RECEPT-11', 'LC-K1-011'] }, false); // prettier-ignore
    expect(long.lines.map((l) => Math.round(l.height * 100) / 100)).toEqual([4.02, 2.84, 2.84]);
  });
  it('round a cable says the same at least twice, in the part that carries print', () => {
    const { lines } = layLabel(
      { width: 25, height: 60 },
      { large: 'K1-01', small: ['A-1', 'B-2'] },
      false,
      'wrap',
    );
    expect(lines.filter((l) => l.text === 'K1-01').length).toBeGreaterThanOrEqual(3);
    expect(Math.max(...lines.map((l) => l.y + l.height))).toBeLessThanOrEqual(24);
    expect(lines.some((l) => l.text === 'B-2')).toBe(false);
  });
  it('on a page keeps what a printer cannot reach white, and on tape prints to its edges', () => {
    const s = sheet('a4-3x8');
    const [first] = labelPlaces(s, 3);
    expect(insetAt(s, first!)).toEqual({ left: 5, top: 0.5, right: 0, bottom: 0 });
    expect(insetAt(s, labelPlaces(s, 3)[2]!).right).toBe(5);
    expect(insetAt(sheet('tape-12'), { x: 0, y: 0 })).toEqual({ left: 0, top: 0, right: 0, bottom: 0 });
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
  it('stands by room and floor, or with all of one place together, where that is asked', () => {
    const rooms = { a: { name: '12', floor: 1 }, b: { name: '2', floor: 1 }, c: { name: '30', floor: 0 } };
    const order = byRoom([{ id: 'a' }, { id: 'b' }, { id: 'c' }], (l) => rooms[l.id as 'a']);
    expect(order.map((l) => l.id)).toEqual(['c', 'b', 'a']);
    const labels = ['x', 'y'].flatMap((link) => (['cable-head', 'cable-tail'] as const).map((spot) => ({ link, spot, large: link, small: [] }))); // prettier-ignore
    expect(together(labels, 'spot').map((l) => `${l.link} ${l.spot}`)).toEqual(['x cable-head', 'y cable-head', 'x cable-tail', 'y cable-tail']); // prettier-ignore
    expect(together(labels, 'link')).toEqual(labels);
  });
});

describe('labels that were printed', () => {
  const label = { link: 'x', spot: 'panel' as const, large: 'K1-01', small: ['A'] };
  const printedEntry = (says: string) =>
    ({ id: 'e', job: 'j', at: '2026-11-20T10:00:00Z', by: 'una', kind: 'labelled', data: { labels: [{ link: 'x', spot: 'panel', says }] } }) as LogEntry; // prettier-ignore
  it('hold as long as they say what they would say now', () => {
    expect(labelState(label, {})).toBe('new');
    const printed = project(printedLabels, [printedEntry(labelSays(label))]);
    expect(labelState(label, printed)).toBe('printed');
    expect(labelState({ ...label, large: 'K1-02' }, printed)).toBe('stale');
    expect(labelState({ ...label, spot: 'plate' }, printed)).toBe('new');
  });
});

describe('strips along a panel', () => {
  const panel = { id: 'P', name: 'P', ports: 24 };
  const links = [3, 24].map((port) => ({ id: `l${port}`, head: { panel: 'P', port, connector: 'patch-panel' as const } })); // prettier-ignore
  const named = (l: { id: string }) => ({ link: l.id, head: 'H', tail: 'T' });
  it('have a field for every port at the pitch asked for, groups whole, free ports by their number', () => {
    const pieces = stripsOf([panel], links, named, { ...USUAL_STRIP, gap: 4 });
    // 297 − 10 mm have room for two groups of 6 · 16 mm and the 4 mm between them.
    expect(pieces.map((p) => p.fields.length)).toEqual([12, 12]);
    const [first] = pieces;
    expect(first!.fields.map((f) => f.x).slice(0, 8)).toEqual([0, 16, 32, 48, 64, 80, 100, 116]);
    expect(first!.fields[2]).toMatchObject({ port: 3, large: 'l3', small: ['T'] });
    expect(first!.fields[0]).toMatchObject({ port: 1, large: '', small: ['1'] });
    expect(pieces[1]!.fields.at(-1)).toMatchObject({ port: 24, large: 'l24' });
  });
  it('lie on their pages, none over another, every port once (property)', () => {
    const spec = fc.record({ pitch: fc.integer({ min: 8, max: 30 }), height: fc.integer({ min: 5, max: 20 }), group: fc.integer({ min: 1, max: 8 }), gap: fc.integer({ min: 0, max: 12 }) }); // prettier-ignore
    fc.assert(
      fc.property(spec, fc.integer({ min: 1, max: 60 }), (s, ports) => {
        const whole = { ...USUAL_STRIP, ...s };
        fc.pre(stripProblem(whole) === null);
        const pieces = stripsOf([{ ...panel, ports }], links, named, whole);
        expect(pieces.flatMap((p) => p.fields.map((f) => f.port))).toEqual(Array.from({ length: ports }, (_, i) => i + 1)); // prettier-ignore
        for (const [i, p] of pieces.entries()) {
          expect(p.x + p.width).toBeLessThanOrEqual(whole.pageWidth - 5 + 1e-9);
          expect(p.y + p.height).toBeLessThanOrEqual(whole.pageHeight - 5 + 1e-9);
          const before = pieces[i - 1];
          if (before?.page === p.page) expect(p.y).toBeGreaterThan(before.y + before.height);
        }
      }),
    );
    expect(stripProblem({ ...USUAL_STRIP, group: 24 })).toContain('take smaller groups');
  });
});
