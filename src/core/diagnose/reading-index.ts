import type { ConnectorClass } from '../wiring/connector';
import type { Scheme } from '../wiring/schemes';
import { walkMasks, type CompactCable, type CompactEnd } from './compact';
import { cableStates, endStates, MOST_MISTAKES, type PlaceStates } from './place-states';

/** What an index is for: the classes and schemes of both ends. */
export interface IndexKey {
  head: { connector: ConnectorClass; scheme: Scheme };
  tail: { connector: ConnectorClass; scheme: Scheme };
}

/**
 * Every combination of up to three mistakes over head, cable and tail, filed under the walk it gives.
 * Probabilities are not in it, so that learned weights need no new index.
 */
export interface ReadingIndex {
  head: PlaceStates<CompactEnd>;
  tail: PlaceStates<CompactEnd>;
  cable: PlaceStates<CompactCable>;
  size: number;
  /** Calls back with the state numbers of every candidate that gives this walk (eight masks of tail contacts). */
  each(walk: Uint8Array, visit: (head: number, tail: number, cable: number) => void): void;
}

const pack = (w: Uint8Array, from: number) =>
  w[from]! | (w[from + 1]! << 8) | (w[from + 2]! << 16) | (w[from + 3]! << 24);
const mix = (lo: number, hi: number) => {
  let h = Math.imul(lo, 0x9e3779b1) ^ Math.imul(hi, 0x85ebca6b);
  h ^= h >>> 15;
  h = Math.imul(h, 0xc2b2ae35);
  return (h ^ (h >>> 13)) >>> 0;
};

/** Walks to bucket numbers, by open addressing. */
class Buckets {
  private size = 1 << 16;
  private lo = new Int32Array(this.size);
  private hi = new Int32Array(this.size);
  private id = new Int32Array(this.size).fill(-1);
  count = 0;

  find(lo: number, hi: number): number {
    let i = mix(lo, hi) & (this.size - 1);
    while (this.id[i]! >= 0) {
      if (this.lo[i] === lo && this.hi[i] === hi) return this.id[i]!;
      i = (i + 1) & (this.size - 1);
    }
    return -1 - i;
  }

  findOrAdd(lo: number, hi: number): number {
    const at = this.find(lo, hi);
    if (at >= 0) return at;
    const slot = -1 - at;
    this.lo[slot] = lo;
    this.hi[slot] = hi;
    this.id[slot] = this.count;
    if (++this.count * 10 > this.size * 7) this.grow();
    return this.count - 1;
  }

  private grow(): void {
    const [lo, hi, id] = [this.lo, this.hi, this.id];
    this.size *= 2;
    this.lo = new Int32Array(this.size);
    this.hi = new Int32Array(this.size);
    this.id = new Int32Array(this.size).fill(-1);
    for (let i = 0; i < id.length; i++) {
      if (id[i]! < 0) continue;
      const slot = -1 - this.find(lo[i]!, hi[i]!);
      this.lo[slot] = lo[i]!;
      this.hi[slot] = hi[i]!;
      this.id[slot] = id[i]!;
    }
  }
}

/** Candidates worked out between two rests of `indexSteps`. */
const STEP = 16_384;

/** Builds the index for a pair of ends. Takes some tenths of a second: keep it, and build it in a worker. */
export function buildIndex(key: IndexKey): ReadingIndex {
  const steps = indexSteps(key);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Builds an index in steps of some hundredths of a second, so that a server can answer in between. */
export function* indexSteps(key: IndexKey): Generator<void, ReadingIndex> {
  const head = endStates(key.head.connector, key.head.scheme);
  const tail = endStates(key.tail.connector, key.tail.scheme);
  const cable = cableStates();
  const buckets = new Buckets();
  let capacity = 1 << 19;
  let [bucketOf, hs, ts, cs] = [
    new Int32Array(capacity),
    new Uint16Array(capacity),
    new Uint16Array(capacity),
    new Uint16Array(capacity),
  ];
  let n = 0;
  const walk = new Uint8Array(8);
  for (let c = 0; c < cable.states.length; c++) {
    const cableState = cable.states[c]!;
    const leftAfterCable = MOST_MISTAKES - cableState.order;
    for (let h = 0; h < head.upTo[leftAfterCable]!; h++) {
      const headState = head.states[h]!;
      const tails = tail.upTo[leftAfterCable - headState.order]!;
      for (let t = 0; t < tails; t++) {
        walkMasks(headState.state, tail.states[t]!.state, cableState.state, walk);
        if (n === capacity) {
          capacity *= 2;
          const wider = <A extends Int32Array | Uint16Array>(old: A, fresh: A): A => (fresh.set(old), fresh);
          bucketOf = wider(bucketOf, new Int32Array(capacity));
          hs = wider(hs, new Uint16Array(capacity));
          ts = wider(ts, new Uint16Array(capacity));
          cs = wider(cs, new Uint16Array(capacity));
        }
        bucketOf[n] = buckets.findOrAdd(pack(walk, 0), pack(walk, 4));
        hs[n] = h;
        ts[n] = t;
        cs[n] = c;
        n++;
        if (n % STEP === 0) yield;
      }
    }
  }
  const starts = new Int32Array(buckets.count + 1);
  for (let i = 0; i < n; i++) starts[bucketOf[i]! + 1]!++;
  for (let b = 0; b < buckets.count; b++) starts[b + 1]! += starts[b]!;
  const next = starts.slice();
  const filed = new Uint16Array(3 * n);
  for (let i = 0; i < n; i++) {
    const at = 3 * next[bucketOf[i]!]!++;
    filed[at] = hs[i]!;
    filed[at + 1] = ts[i]!;
    filed[at + 2] = cs[i]!;
  }
  return {
    head,
    tail,
    cable,
    size: n,
    each(wanted, visit) {
      const b = buckets.find(pack(wanted, 0), pack(wanted, 4));
      if (b < 0) return;
      for (let i = 3 * starts[b]!; i < 3 * starts[b + 1]!; i += 3)
        visit(filed[i]!, filed[i + 1]!, filed[i + 2]!);
    },
  };
}
