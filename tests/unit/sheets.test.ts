import ExcelJS from 'exceljs';
import { zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { readSheetBytes } from '../../src/lib/sheets/bytes';
import { MOST_BYTES } from '../../src/lib/sheets/file';

const utf8 = (text: string) => new TextEncoder().encode(text);
const HEADER = ['link', 'head_panel', 'head_port', 'tail_room'];
async function workbook(fill: (book: ExcelJS.Workbook) => void): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  fill(book);
  return new Uint8Array(await book.xlsx.writeBuffer());
}
async function good(bytes: Uint8Array) {
  const read = await readSheetBytes(bytes);
  if (!read.ok) throw new Error(read.message);
  return read;
}
const refused = async (bytes: Uint8Array) => {
  const read = await readSheetBytes(bytes);
  return read.ok ? 'It was read.' : read.message;
};

describe('a spreadsheet', () => {
  it('is read by what its cells show: numbers, dates, rich text, links and results of formulas', async () => {
    const { sheets, notes } = await good(
      await workbook((book) => {
        const page = book.addWorksheet('Links');
        page.addRow(HEADER);
        page.addRow(['N1-01', { richText: [{ text: 'N' }, { text: '1' }] }, { formula: '1+1', result: 2 }, { text: '101', hyperlink: 'http://192.0.2.1' }]); // prettier-ignore
        page.addRow(['N1-02', 'N1', 3, new Date('2026-05-04T00:00:00Z')]);
      }),
    );
    expect(sheets[0]!.rows).toEqual([
      { cells: HEADER, line: '1' },
      { cells: ['N1-01', 'N1', '2', '101'], line: '2' },
      { cells: ['N1-02', 'N1', '3', '2026-05-04'], line: '3' },
    ]);
    expect(notes).toEqual([expect.stringContaining('D3 hold a date')]);
  });
  it('gives cells merged downward the value of the whole, those merged across none, and says so', async () => {
    const { sheets, notes } = await good(
      await workbook((book) => {
        const page = book.addWorksheet('Links');
        page.addRows([HEADER, ['A', 'N1', 1, '101'], ['B', 'N1', 2, null], ['C', 'N1', 3, null]]);
        page.mergeCells('D2:D4');
        page.addRow(['LEVEL 2']);
        page.mergeCells('A5:D5');
      }),
    );
    expect(sheets[0]!.rows.slice(1, 4).map((r) => r.cells[3])).toEqual(['101', '101', '101']);
    expect(sheets[0]!.rows[4]!.cells).toEqual(['LEVEL 2']);
    expect(notes[0]).toContain('cells merged downward (D3, D4)');
  });
  it('says which formulas hold no result', async () => {
    const { sheets, notes } = await good(
      await workbook((book) => {
        const page = book.addWorksheet('Links');
        page.addRows([HEADER, ['A', 'N1', { formula: 'ROW()' }, '101']]);
      }),
    );
    expect(sheets[0]!.rows[1]!.cells[2]).toBe('');
    expect(notes[0]).toContain('C2 hold formulas without a result');
  });
  it('offers every sheet that holds something, and leaves empty rows out', async () => {
    const { sheets } = await good(
      await workbook((book) => {
        book.addWorksheet('Notes').addRow(['just a line']);
        book.addWorksheet('One').addRows([HEADER, ['A', 'N1', 1, '101'], [], ['B', 'N1', 2, '101']]);
        book.addWorksheet('Two').addRows([HEADER, ['C', 'N1', 3, '101']]);
      }),
    );
    expect(sheets.map((s) => s.name)).toEqual(['One', 'Two']);
    expect(sheets[0]!.rows.map((r) => r.line)).toEqual(['1', '2', '4']);
  });
  it.each([
    ['an archive that is no spreadsheet', zipSync({ 'a.txt': utf8('hello') }), /cannot be opened|empty/],
    ['an archive cut off', zipSync({ 'a.txt': utf8('hello') }).slice(0, 40), 'cannot be opened'],
    ['an old or locked one', Uint8Array.of(0xd0, 0xcf, 0x11, 0xe0, 0xa1), 'old kind'],
    ['a picture', Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0, 1, 2), 'not a spreadsheet'],
    ['20 MB', new Uint8Array(20_000_000), 'The file is 20 MB'],
    ['nothing', new Uint8Array(0), 'empty'],
    ['too many rows', utf8(`link\n${'A\n'.repeat(10_001)}`), 'at most 10000'],
  ])('is refused with a sentence: %s', async (_, bytes, says) => {
    expect(await refused(bytes)).toMatch(says);
    expect(MOST_BYTES).toBeLessThan(20_000_000);
  });
});

describe('a text of cells', () => {
  const TEXT = 'link,tail_room\nA-1,Küche\n';
  it('with a stray cell far from its rows is refused with what to do', async () => {
    const far = await workbook((book) => {
      const page = book.addWorksheet('Links');
      page.addRows([HEADER, ['A', 'N1', 1, '101']]);
      page.getCell('XFD30000').value = 'x';
    });
    expect(await refused(far)).toContain('far from its rows: copy the links into a new sheet');
  });
  it('is read in UTF-8 and UTF-16, with or without their marks', async () => {
    const sixteen = (little: boolean) => {
      const bytes = new Uint8Array(2 + TEXT.length * 2);
      const view = new DataView(bytes.buffer);
      [...`\uFEFF${TEXT}`].forEach((c, i) => view.setUint16(i * 2, c.charCodeAt(0), little));
      return bytes;
    };
    for (const bytes of [utf8(TEXT), utf8(`\uFEFF${TEXT}`), sixteen(true), sixteen(false)]) {
      const { sheets, notes } = await good(bytes);
      expect(sheets[0]!.rows[1]!.cells).toEqual(['A-1', 'Küche']);
      expect(notes).toEqual([]);
    }
  });
  it('in another encoding is read as Windows-1252, and that is said', async () => {
    const { sheets, notes } = await good(Uint8Array.from(TEXT, (c) => c.charCodeAt(0)));
    expect(sheets[0]!.rows[1]!.cells[1]).toBe('Küche');
    expect(notes[0]).toContain('not in UTF-8');
  });
});
