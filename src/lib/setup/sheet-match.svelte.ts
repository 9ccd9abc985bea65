import type { Part } from '$core/model/job';
import { bareName, matchColumns, missingColumns } from '$core/schedule/columns';
import { findHeader, fullestRow, type Header, type SheetChoice } from '$core/schedule/header';
import { joinSheets, lengthCells, matchedOf, readRows, unitOf, usualMatching, type Matching } from '$core/schedule/reading'; // prettier-ignore
import { meanings, wordsOf } from '$core/schedule/words';
import { KeptDraft } from '$lib/device/kept-draft';

/** A file of cells while its header and its columns are found: by the program, then as a person says. */
export class SheetMatch {
  header = $state.raw<Header>({ at: 0, rows: 1, named: 0 });
  matching = $state.raw<Matching>({ columns: [], unit: 'm', words: {} });
  /** Lines that are links all the same. */
  include = $state.raw<ReadonlySet<string>>(new Set());
  /** The columns are as they were matched the last time a sheet like this came. */
  remembered = $state(false);

  constructor(
    readonly choice: SheetChoice,
    private readonly parts: readonly Part[],
  ) {
    const first = choice.sheets[0]!.rows;
    this.begin(findHeader(first) ?? fullestRow(first));
  }
  private begin(header: Header): void {
    this.header = header;
    this.include = new Set();
    const before = this.memory.read();
    const { sheet } = this;
    this.remembered = before?.columns.length === sheet.header.length;
    this.matching = before && this.remembered ? before : usualMatching(sheet, matchColumns(sheet.parts));
  }
  /** The header is elsewhere: in this row of those that hold anything, over so many rows. */
  moveHeader(at: number, rows: 1 | 2): void {
    this.begin({ at, rows, named: 0 });
  }

  /** The rows below the header; sheets read together each have theirs. */
  readonly sheet = $derived.by(() => joinSheets(this.choice, this.header)!);
  /** The rows a header may stand in: the first ones, as they begin. */
  readonly headerRows = $derived.by(() =>
    this.choice.sheets[0]!.rows.slice(0, 20).map((r, at) => ({
      at,
      line: r.line,
      text: r.cells.map((c) => c.trim()).filter(Boolean).slice(0, 5).join(' · ').slice(0, 70),
    })),
  ); // prettier-ignore

  give(i: number, column: Matching['columns'][number]): void {
    const columns = this.matching.columns.map((c, j) =>
      j === i ? column : c === column && column !== 'own' ? null : c,
    );
    const unit = columns.includes('length_m') && !this.matching.columns.includes('length_m') ? unitOf(lengthCells(this.sheet, columns)) : this.matching.unit; // prettier-ignore
    this.matching = { ...this.matching, columns, unit };
  }
  setUnit(unit: Matching['unit']): void {
    this.matching = { ...this.matching, unit };
  }
  setWord(key: string, meant: string): void {
    this.matching = { ...this.matching, words: { ...this.matching.words, [key]: meant } };
  }
  /** These lines are links all the same. */
  takeIn(lines: readonly string[]): void {
    this.include = new Set([...this.include, ...lines]);
  }

  readonly missing = $derived.by(() => missingColumns(matchedOf(this.matching)));
  /** The rows as they are read now, words as written. */
  private readonly plain = $derived.by(() =>
    readRows(this.sheet, { ...this.matching, words: {} }, this.include),
  );
  readonly words = $derived.by(() => wordsOf(this.plain.rows, this.parts, this.matching.words));
  /** The rows as they would be taken up, with what each word stands for. */
  readonly read = $derived.by(() =>
    readRows(this.sheet, { ...this.matching, words: meanings(this.words) }, this.include),
  );

  /** Remembers how a sheet with this header is read, for the next one of the same sender. */
  remember(): void {
    this.memory.keep(this.matching);
  }
  private get memory(): KeptDraft<Matching> {
    const name = this.sheet.header.map(bareName).join('|').slice(0, 300);
    return new KeptDraft(`gauntlet:columns:${name}`);
  }
}
