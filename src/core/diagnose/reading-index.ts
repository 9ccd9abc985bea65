import type { ConnectorClass } from '../wiring/connector';
import { STARTING_WEIGHTS, type Made } from './catalogue';
import type { CompactCable, CompactEnd } from './compact';
import { jointOf, LEAD_JOINTS, LEAD_STATES, leadChance, SOUND, throughPaths, type LeadState } from './leads';
import { EndNets, HeadAndCable } from './nets';
import { Numbered } from './numbered';
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

/** Pairs of leads of which one at least is bad, with how many are. */
const pairsOfLeads = (key: IndexKey) =>
  leadsOf(key.head)
    .flatMap(
      (h) =>
      leadsOf(key.tail).map((t) => ({ h, t, headJoint: jointOf(h), tailJoint: jointOf(t), order: Number(h > 0) + Number(t > 0) })), // prettier-ignore
    )
    .filter((p) => p.order > 0);

const placesOf = <S>(states: PlaceStates<S>) =>
  Array.from({ length: states.upTo[MOST_MISTAKES]! }, (_, i) => states.state(i));

/** Builds an index in steps of some hundredths of a second, so that a server can answer in between. */
export function* indexSteps(key: IndexKey): Generator<void, ReadingIndex> {
  return indexOf(yield* fileAll(key));
}

/** Everything filed under its walk, and the states it is made of. */
interface AllFiled extends Pick<ReadingIndex, 'head' | 'tail' | 'cable'> {
  /** Walks, each with its number. */
  buckets: Numbered;
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
  const leadPairs = pairsOfLeads(key);
  const headJoints = key.head.lead ? Array.from({ length: LEAD_JOINTS }, (_, i) => i) : [0];
  /** A lead is one mistake, which leaves two. */
  const netsOf = (ends: PlaceStates<CompactEnd>, lead: boolean) => new EndNets(placesOf(ends), lead ? ends.upTo[MOST_MISTAKES - 1]! : 0); // prettier-ignore
  const heads = netsOf(head, key.head.lead);
  yield;
  const tails = netsOf(tail, key.tail.lead);
  yield;
  const cables = placesOf(cable);

  const buckets = new Numbered();
  /** Chance of the likeliest candidate of each bucket so far. */
  const likeliest: number[] = [];
  const filed = new Filed();
  const walk = new Uint8Array(8);
  const file = (h: number, t: number, c: number, lh: LeadState, lt: LeadState, order: number) => {
    const chance = headChance[h]! * tailChance[t]! * cableChance[c]! * badLead[lh]! * badLead[lt]!;
    const bucket = buckets.findOrAdd(pack(walk, 0), pack(walk, 4));
    const best = likeliest[bucket] ?? 0;
    if (chance > best) likeliest[bucket] = chance;
    else if (order === MOST_MISTAKES && chance < NEVER * best) return;
    filed.add(bucket, h, t, c, lh * 32 + lt);
  };
  /** The head and cable at hand, for each joint of a lead before them. */
  const before = headJoints.map(() => new HeadAndCable(heads, tails));
  const bare = new Uint8Array(8);
  /** Files a head and a cable with tails from one on, as long as it takes; gives how many were worked out, and the tail to go on with. */
  const fileFrom = (h: number, c: number, left: number, order: number, from: number): [number, number] => {
    let done = 0;
    let t = from;
    for (const upTo = tail.upTo[left]!; t < upTo && done < STEP; t++) {
      const leads = left - tail.order(t);
      if (leads === 0) {
        before[0]!.walkTo(t, walk);
        file(h, t, c, SOUND, SOUND, order);
        done++;
        continue;
      }
      for (const p of leadPairs) {
        if (p.order !== leads) continue;
        before[p.headJoint]!.walkTo(tails.numberOf(t, p.tailJoint), bare);
        throughPaths(bare, p.h, p.t, walk);
        file(h, t, c, p.h, p.t, order);
        done++;
      }
    }
    return [done, t];
  };
  let done = 0;
  // Fewer mistakes first, so that what is left out is measured against what is likelier.
  for (let order = 0; order <= MOST_MISTAKES; order++)
    for (let c = 0; c < cables.length; c++) {
      const leftAfterCable = order - cable.order(c);
      if (leftAfterCable < 0) continue;
      for (let h = 0; h < head.upTo[leftAfterCable]!; h++) {
        const left = leftAfterCable - head.order(h);
        for (const joint of left > 0 ? headJoints : [0])
          before[joint]!.lay(heads.numberOf(h, joint), cables[c]!);
        for (let t = 0; t < tail.upTo[left]!;) {
          const [worked, next] = fileFrom(h, c, left, order, t);
          t = next;
          done += worked;
          if (done < STEP) continue;
          done = 0;
          yield;
        }
      }
    }
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
