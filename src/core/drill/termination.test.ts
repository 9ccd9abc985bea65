import { describe, expect, it } from 'vitest';
import { randomFrom, seedOf } from '../practice/random';
import { belongsAt, type BenchContact } from '../bench/seats';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { terminationSkill } from './skills';
import { PLANTED, PLANTED_SLIPS, plantedAt, WATCHED_GATES } from './planted';
import { beginTermination, goOn, sayable, seenAt, stopFor, terminationResult, toBeSeen, type Termination } from './termination'; // prettier-ignore

const begun = (family: (typeof CONNECTOR_FAMILIES)[number], n: number) =>
  beginTermination(terminationSkill(family), randomFrom(seedOf('termination', family, String(n))));
const all = CONNECTOR_FAMILIES.flatMap((f) => Array.from({ length: 60 }, (_, n) => begun(f, n)));
/** Watches to the end; `eye` says what is stopped at each gate. */
function watch(t: Termination, eye: (t: Termination) => ReturnType<typeof toBeSeen>): Termination {
  while (t.gate !== 'over') {
    for (const slip of eye(t)) t = stopFor(t, slip);
    t = goOn(t);
  }
  return t;
}

describe('a whole termination with slips planted', () => {
  it('plants every slip somewhere, none where its family cannot have it, and often nothing', () => {
    expect(new Set(all.flatMap((t) => t.planted.map((p) => p.slip)))).toEqual(new Set(PLANTED));
    for (const t of all) for (const { slip } of t.planted) expect(plantedAt(t.family)).toContain(slip);
    expect(all.filter((t) => !t.planted.length).length).toBeGreaterThan(all.length / 12);
  });
  it('who sees all of it is right; who lets one go past is not; who cries wolf is not', () => {
    for (const t of all) {
      expect(terminationResult(watch(t, toBeSeen))).toMatchObject({ right: true, rating: 3 });
      const blind = terminationResult(watch(t, () => []));
      expect(blind.right).toBe(t.planted.length === 0);
      for (const { slip } of t.planted) expect(blind.slip).toContain(PLANTED_SLIPS[slip].says);
      expect(terminationResult(watch(t, sayable)).right).toBe(false);
    }
  });
  it('one late is hard, one false alarm is hard', () => {
    const late = all.find((t) => t.planted.length === 1 && t.planted[0]!.slip === 'exchanged')!;
    expect(terminationResult(watch(late, (t) => (t.gate === 'read-back' ? toBeSeen(t) : []))).rating).toBe(2); // prettier-ignore
    const none = all.find((t) => !t.planted.length)!;
    expect(terminationResult(watch(none, (t) => (t.gate === 'prep' ? ['stripped-long'] : []))).rating).toBe(2); // prettier-ignore
  });
  it('shows what is wrong as something else than what is right, at each gate where it can be seen', () => {
    for (const t of all.filter((x) => x.planted.length === 1))
      for (const gate of WATCHED_GATES) {
        const here = seenAt({ ...t, gate }, 'mm');
        const well = seenAt({ ...t, gate, planted: [] }, 'mm');
        const seen = PLANTED_SLIPS[t.planted[0]!.slip].seen.includes(gate);
        expect(JSON.stringify(here) !== JSON.stringify(well)).toBe(seen);
        expect(here.steps.every((s) => !s.includes('{'))).toBe(true);
      }
  });
  it('draws the order that is asked for where nothing is wrong, and what was put right as right', () => {
    for (const t of all.filter((x) => x.planted.some((p) => p.slip === 'exchanged'))) {
      const lay: Termination = { ...t, gate: 'lay' };
      const wrong = (s: Termination) =>
        Object.entries(seenAt(s, 'mm').end!.laid).filter(([c, laid]) => laid !== belongsAt(t.family, { scheme: t.scheme }, c as BenchContact)); // prettier-ignore
      expect(wrong(lay).map(([c]) => c).sort()).toEqual(t.planted.find((p) => p.slip === 'exchanged')!.at); // prettier-ignore
      expect(wrong(stopFor(lay, 'exchanged'))).toEqual([]);
    }
  });
});
