import { describe, expect, it } from 'vitest';
import { readTypedLine } from './typed-sheet';

const link = { ordered: 'straight' as const, shielded: false };
const read = (text: string) => readTypedLine(text, link);

describe('a line of a work sheet', () => {
  it.each([
    ['m', { made: true, readBack: false }],
    ['rm', { made: true, readBack: true }],
    ['MR ok', { made: true, readBack: true, walk: '1 2 3 4 5 6 7 8' }],
    ['ok', { made: false, readBack: false, walk: '1 2 3 4 5 6 7 8' }],
    ['m 1 2 6 4 5 3 7 8', { made: true, readBack: false, walk: '1 2 6 4 5 3 7 8' }],
    ['1 2 - 4 5 6 7 8', { made: false, readBack: false, walk: '1 2 - 4 5 6 7 8' }],
  ])('is read: %s', (text, line) => {
    expect(read(text)).toEqual({ ok: true, line });
  });
  it('that is no such line says what may be typed', () => {
    for (const text of ['x', 'm okay', 'pass', '1 2 3', 'mm!'])
      expect(read(text)).toMatchObject({ ok: false, message: expect.stringContaining('ok is a good reading') as string }); // prettier-ignore
    expect(read('  ')).toEqual({ ok: false, message: 'Nothing was typed.' });
  });
});
