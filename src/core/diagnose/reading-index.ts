import type { ConnectorClass } from '../wiring/connector';
import { STARTING_WEIGHTS, type Made } from './catalogue';
import { walkMasks, type CompactCable, type CompactEnd } from './compact';
import { CROSSED, LEAD_STATES, leadChance, SOUND, throughPaths, walkThrough, type LeadState } from './leads';
import { cableStates, endStates, MOST_MISTAKES, type PlaceStates } from './place-states';

/** An end as an index knows it: its class, how it should be made, and whether a test lead may lie before it. */
export type IndexEnd = Made & { connector: ConnectorClass; lead: boolean };

/** What an index is for: both ends. */
export interface IndexKey {
  head: IndexEnd;
  tail: IndexEnd;
}

/** A candidate by the numbers of its states. */
export type Visit = (
  head: number,
  tail: number,
  cable: number,
  headLead: LeadState,
  tailLead: LeadState,
) => void;

/**
 * Every combination of up to three mistakes over head, cable, tail and test leads, filed under the walk it gives.
 * Probabilities are not in it, so that learned weights need no new index.
 */
export interface ReadingIndex {
  head: PlaceStates<CompactEnd>;
  tail: PlaceStates<CompactEnd>;
  cable: PlaceStates<CompactCable>;
  /** Candidates filed. */
  size: number;
  /** Bytes of the arrays it keeps. */
  bytes: number;
  /** Calls back with every candidate that gives this walk (eight masks of tail contacts). */
  each(walk: Uint8Array, visit: Visit): void;
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
  /** Chance of the likeliest candidate of each bucket so far. */
  likeliest = new Float64Array(this.size);
  get bytes() {
    return 12 * this.size;
  }

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
    const likeliest = new Float64Array(this.size);
    likeliest.set(this.likeliest);
    this.likeliest = likeliest;
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
const STEP = 8_192;

/**
 * A combination of three mistakes this much less likely than one of fewer that gives the same walk is left out: its
 * place is taken by the search for the fewest moves, should ever all others be ruled out.
 */
const NEVER = 1e-6;

/** Builds the index for a pair of ends. Takes up to a second: keep it, and build it in a worker. */
export function buildIndex(key: IndexKey): ReadingIndex {
  const steps = indexSteps(key);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** Candidates as they are filed, in two numbers each: head and cable, tail and leads. */
class Filed {
  private capacity = 1 << 18;
  bucket = new Int32Array(this.capacity);
  a = new Uint32Array(this.capacity);
  b = new Uint32Array(this.capacity);
  n = 0;
  add(bucket: number, h: number, t: number, c: number, leads: number): void {
    if (this.n === this.capacity) {
      this.capacity *= 2;
      const wider = <A extends Int32Array | Uint32Array>(old: A, fresh: A): A => (fresh.set(old), fresh);
      this.bucket = wider(this.bucket, new Int32Array(this.capacity));
      this.a = wider(this.a, new Uint32Array(this.capacity));
      this.b = wider(this.b, new Uint32Array(this.capacity));
    }
    this.bucket[this.n] = bucket;
    this.a[this.n] = h * CABLES + c;
    this.b[this.n++] = t * LEADS + leads;
  }
}

/** More cable states, and more pairs of leads, than there are. */
const CABLES = 1 << 12;
const LEADS = 1 << 10;

/** The leads an end may have, by whether there is one. */
const leadsOf = (end: IndexEnd): LeadState[] =>
  end.lead ? Array.from({ length: LEAD_STATES }, (_, i) => i) : [SOUND];

const placesOf = <S>(states: PlaceStates<S>) =>
  Array.from({ length: states.upTo[MOST_MISTAKES]! }, (_, i) => states.state(i));

/** Conductor that each of eight contacts makes contact with, 8 where none; eight numbers a state, bridges left aside. */
function heldAtHead(heads: readonly CompactEnd[]): Uint8Array {
  const held = new Uint8Array(8 * heads.length);
  heads.forEach((end, h) => {
    for (let i = 0; i < 8; i++) held[8 * h + i] = (end.open >> i) & 1 ? 8 : end.seats[i]!;
  });
  return held;
}

/** Contact, as a mask, that answers for each conductor and for none; nine masks a state, bridges left aside. */
function answeringAtTail(tails: readonly CompactEnd[]): Uint8Array {
  const answering = new Uint8Array(9 * tails.length);
  tails.forEach((end, t) => {
    for (let i = 0; i < 8; i++) if (!((end.open >> i) & 1)) answering[9 * t + end.seats[i]!] = 1 << i;
  });
  return answering;
}

/** Builds an index in steps of some hundredths of a second, so that a server can answer in between. */
export function* indexSteps(key: IndexKey): Generator<void, ReadingIndex> {
  return indexOf(yield* fileAll(key));
}

/** Everything filed under its walk, and the states it is made of. */
interface AllFiled extends Pick<ReadingIndex, 'head' | 'tail' | 'cable'> {
  buckets: Buckets;
  filed: Filed;
}

function* fileAll(key: IndexKey): Generator<void, AllFiled> {
  const head = endStates(key.head.connector, key.head);
  yield;
  const tail = endStates(key.tail.connector, key.tail);
  yield;
  const cable = cableStates();
  const chances = <S>(states: PlaceStates<S>, list: Record<string, number>) => {
    const kinds = states.kinds(list);
    return Float64Array.from({ length: states.upTo[MOST_MISTAKES]! }, (_, i) => states.chance(i, kinds));
  };
  const [headChance, tailChance, cableChance] = [
    chances(head, STARTING_WEIGHTS[key.head.connector]),
    chances(tail, STARTING_WEIGHTS[key.tail.connector]),
    chances(cable, STARTING_WEIGHTS.cable),
  ];
  yield;
  const badLead = Float64Array.from({ length: LEAD_STATES }, (_, lead) =>
    lead === SOUND ? 1 : leadChance(lead, 0.005, STARTING_WEIGHTS),
  );
  const pairsOfLeads = leadsOf(key.head)
    .flatMap((h) => leadsOf(key.tail).map((t) => ({ h, t, order: Number(h > 0) + Number(t > 0) })))
    .filter((p) => p.order > 0);

  const buckets = new Buckets();
  const filed = new Filed();
  const file = (h: number, t: number, c: number, lh: LeadState, lt: LeadState, order: number) => {
    const chance = headChance[h]! * tailChance[t]! * cableChance[c]! * badLead[lh]! * badLead[lt]!;
    const bucket = buckets.findOrAdd(pack(walk, 0), pack(walk, 4));
    const best = buckets.likeliest[bucket]!;
    if (chance > best) buckets.likeliest[bucket] = chance;
    else if (order === MOST_MISTAKES && chance < NEVER * best) return;
    filed.add(bucket, h, t, c, lh * 32 + lt);
  };
  const [heads, tails, cables] = [placesOf(head), placesOf(tail), placesOf(cable)];
  const [holds, answers] = [heldAtHead(heads), answeringAtTail(tails)];
  const bare = new Uint8Array(8);
  const walk = new Uint8Array(8);
  const senseInto = (h: number, t: number, c: number, out: Uint8Array) => {
    const cableNow = cables[c]!;
    if (heads[h]!.bridges.length + tails[t]!.bridges.length + cableNow.bridges.length)
      return walkMasks(heads[h]!, tails[t]!, cableNow, out);
    const whole = ~(cableNow.head | cableNow.span | cableNow.tail);
    for (let i = 0; i < 8; i++) {
      const k = holds[8 * h + i]!;
      out[i] = (whole >> k) & 1 ? answers[9 * t + k]! : 0;
    }
  };
  let done = 0;
  let rest = STEP;
  // Fewer mistakes first, so that what is left out is measured against what is likelier.
  for (let order = 0; order <= MOST_MISTAKES; order++)
    for (let c = 0; c < cables.length; c++) {
      const leftAfterCable = order - cable.order(c);
      if (leftAfterCable < 0) continue;
      for (let h = 0; h < head.upTo[leftAfterCable]!; h++) {
        const left = leftAfterCable - head.order(h);
        for (let t = 0; t < tail.upTo[left]!; t++) {
          const leads = left - tail.order(t);
          // Two leads have two faults at most.
          if (leads > 2 || (leads > 0 && !pairsOfLeads.length)) continue;
          if (leads === 0) {
            senseInto(h, t, c, walk);
            file(h, t, c, SOUND, SOUND, order);
          } else {
            senseInto(h, t, c, bare);
            for (const p of pairsOfLeads) {
              if (p.order !== leads) continue;
              if (p.h > CROSSED || p.t > CROSSED)
                walkThrough(heads[h]!, tails[t]!, cables[c]!, p.h, p.t, walk);
              else throughPaths(bare, p.h, p.t, walk);
              file(h, t, c, p.h, p.t, order);
              done++;
            }
          }
          if (++done < rest) continue;
          rest = done + STEP;
          yield;
        }
      }
    }
  buckets.likeliest = new Float64Array(0);
  return { head, tail, cable, buckets, filed };
}

/** Sorts what was filed by its bucket. What was only wanted to file it is let go. */
function indexOf({ head, tail, cable, buckets, filed }: AllFiled): ReadingIndex {
  const n = filed.n;
  const starts = new Int32Array(buckets.count + 1);
  for (let i = 0; i < n; i++) starts[filed.bucket[i]! + 1]!++;
  for (let b = 0; b < buckets.count; b++) starts[b + 1]! += starts[b]!;
  const next = starts.slice();
  const [a, b] = [new Uint32Array(n), new Uint32Array(n)];
  for (let i = 0; i < n; i++) {
    const at = next[filed.bucket[i]!]!++;
    a[at] = filed.a[i]!;
    b[at] = filed.b[i]!;
  }
  return {
    head,
    tail,
    cable,
    size: n,
    bytes: 8 * n + starts.byteLength + buckets.bytes,
    each(wanted, visit) {
      const bucket = buckets.find(pack(wanted, 0), pack(wanted, 4));
      if (bucket < 0) return;
      for (let i = starts[bucket]!; i < starts[bucket + 1]!; i++) {
        const leads = b[i]! % LEADS;
        visit(Math.floor(a[i]! / CABLES), Math.floor(b[i]! / LEADS), a[i]! % CABLES, leads >> 5, leads & 31);
      }
    },
  };
}
