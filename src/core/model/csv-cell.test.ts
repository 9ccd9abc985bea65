import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { fromPlainCell, plainCell } from './csv-cell';

describe('a cell that no spreadsheet computes', () => {
  it.each(['=1+1', ' =1+1', '\n=1+1', '+SUM(A1)', '@x', "-1+cmd|' /C calc'!A0", '\tx', '- 1'])(
    'leads %j with an apostrophe',
    (text) => {
      expect(plainCell(text)).toBe(`'${text}`);
    },
  );
  it.each(['K1-01', '-1.5', '-3', '-', '', 'a=b', "O'Hara"])('leaves %j as it is', (text) => {
    expect(plainCell(text)).toBe(text);
  });
  it('comes back as it was (property)', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        fc.pre(!text.startsWith("'"));
        expect(fromPlainCell(plainCell(text))).toBe(text);
      }),
    );
  });
});
