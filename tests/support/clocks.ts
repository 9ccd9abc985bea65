import fc from 'fast-check';
import type { Entry } from '../../src/core/model/entry';
import { CORRECTED_MS } from '../../src/core/log/effective';
import { madeId } from './made-id';

/*
 * Devices whose clocks are off, or are set in the middle of a morning, and people who write down some of it hours later:
 * what a log is told of what happened when.
 */
export const DEVICES = ['d1', 'd2', 'd3'] as const;
export const NINE = Date.UTC(2026, 10, 4, 9);
const MINUTE = 60_000;

/** Who tells of something that happened, and how long after what happened before it. */
export const TELLING = {
  device: fc.constantFrom(...DEVICES),
  /** How it came into the log: at once, typed in or brought hours later, or as a reading that lay half entered. */
  told: fc.constantFrom('at once', 'at once', 'brought', 'lay'),
  laterMinutes: fc.integer({ min: 3, max: 300 }),
  gapSeconds: fc.constantFrom(12, 35, 90, 7 * 60, 7 * 60),
};

export const CLOCKS = {
  /** How far each device's clock is off, in seconds, seen by the server when it sends; the least of them are not corrected. */
  offSeconds: fc.tuple(...DEVICES.map(() => fc.constantFrom(0, 0, 25 * 60, -40 * 60, 100, -100, 18, -18))),
  /** Clocks that were set in the middle of it: when, and how far they were off before. The server had heard them in the morning. */
  wasOff: fc.tuple(...DEVICES.map(() => fc.option(fc.record({ untilMinutes: fc.integer({ min: 5, max: 60 }), seconds: fc.constantFrom(0, 25 * 60, -25 * 60, 100, -100) }), { freq: 2 }))), // prettier-ignore
};
type Value<T> = T extends fc.Arbitrary<infer V> ? V : never;
type Clocks = { [K in keyof typeof CLOCKS]: Value<(typeof CLOCKS)[K]> };

/** Something that happened: when it truly did, and by whom and how it is told. */
export interface Told {
  device: string;
  told: string;
  laterMinutes: number;
  ms: number;
}

/** What a log is told of what happened, in the order in which it was written down. `make` adds what it is to who told it when. */
export function toldOf<T extends Told>(
  happened: readonly T[],
  { offSeconds, wasOff }: Clocks,
  make: (h: T, base: Omit<Entry, 'kind' | 'link' | 'end' | 'data'>) => Entry,
): Entry[] {
  /** How far a clock was off at a time; at the end of it where none is told. */
  const off = (device: string, ms = Infinity) => {
    const i = DEVICES.indexOf(device as 'd1');
    const before = wasOff[i];
    return (before && ms < NINE + before.untilMinutes * MINUTE ? before.seconds : offSeconds[i]!) * 1000;
  };
  const counts = new Map<string, number>();
  return happened
    .map((h) => ({ h, wroteMs: h.told === 'at once' ? h.ms : h.ms + h.laterMinutes * MINUTE }))
    .sort((a, b) => a.wroteMs - b.wroteMs)
    .map(({ h, wroteMs }) => {
      const number = (counts.get(h.device) ?? 0) + 1;
      counts.set(h.device, number);
      // What is told later is told by the clock on the wall; the rest is by the device's own.
      const at = new Date(h.told === 'brought' ? h.ms : h.ms + off(h.device, h.ms)).toISOString();
      const clockErrorMs = off(h.device);
      const clockDoubtMs = Math.abs(clockErrorMs - off(h.device, NINE));
      return make(h, { id: madeId(number * 10 + DEVICES.indexOf(h.device as 'd1'), wroteMs + off(h.device, wroteMs)), job: 'j', by: h.device, at, device: h.device, written: number, receivedAt: new Date(NINE + 24 * 60 * MINUTE).toISOString(), ...(clockErrorMs ? { clockErrorMs } : {}), ...(clockDoubtMs > CORRECTED_MS ? { clockDoubtMs } : {}) }); // prettier-ignore
    });
}
