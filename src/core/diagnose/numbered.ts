const mix = (a: number, b: number) => {
  let h = Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b);
  h ^= h >>> 15;
  h = Math.imul(h, 0xc2b2ae35);
  return (h ^ (h >>> 13)) >>> 0;
};

/** Where what lies in the table: a pair of numbers, and the number the pair was given. */
const FIRST = 0;
const SECOND = 1;
const NUMBER = 2;
const WIDTH = 4;

/** Pairs of 32-bit numbers, numbered from 0 in the order in which they come: by open addressing, as there are hundreds of thousands. */
export class Numbered {
  private size = 1 << 12;
  private table = Numbered.empty(this.size);
  count = 0;

  get bytes(): number {
    return this.table.byteLength;
  }

  private static empty(size: number): Int32Array {
    return new Int32Array(WIDTH * size).fill(-1);
  }

  /** Where a pair lies in the table, or is to lie. */
  private placeOf(a: number, b: number): number {
    const { table, size } = this;
    let i = mix(a, b) & (size - 1);
    for (;;) {
      const at = WIDTH * i;
      if (table[at + NUMBER]! < 0 || (table[at + FIRST] === a && table[at + SECOND] === b)) return at;
      i = (i + 1) & (size - 1);
    }
  }

  /** The number of a pair, below 0 where it has none. */
  find(a: number, b: number): number {
    return this.table[this.placeOf(a, b) + NUMBER]!;
  }

  /** The number of a pair, the next one where it has none. */
  findOrAdd(a: number, b: number): number {
    const at = this.placeOf(a, b);
    const known = this.table[at + NUMBER]!;
    if (known >= 0) return known;
    this.table[at + FIRST] = a;
    this.table[at + SECOND] = b;
    this.table[at + NUMBER] = this.count;
    if (++this.count * 10 > this.size * 7) this.grow();
    return this.count - 1;
  }

  private grow(): void {
    const old = this.table;
    this.size *= 2;
    this.table = Numbered.empty(this.size);
    for (let from = 0; from < old.length; from += WIDTH) {
      if (old[from + NUMBER]! < 0) continue;
      const at = this.placeOf(old[from + FIRST]!, old[from + SECOND]!);
      for (let i = 0; i < WIDTH; i++) this.table[at + i] = old[from + i]!;
    }
  }
}
