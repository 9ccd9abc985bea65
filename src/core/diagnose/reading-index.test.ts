import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { madeTo } from '../../../tests/support/ends';
import { leadUnsaid } from '../formats/diagnose';
import { createEngine } from './engine';
import { LEAD_STATES, SOUND, walkThrough } from './leads';
import { MOST_MISTAKES, type PlaceStates } from './place-states';
import { buildIndex, type ReadingIndex } from './reading-index';

it('rests often enough while an index is built, with leads at both ends too', () => {
  const jack = { connector: 'jack', scheme: 'T568B' } as const;
  const engine = createEngine();
  const steps = engine.prepareInSteps({
    link: { head: jack, tail: jack, ordered: 'straight', shielded: false },
    leads: { head: leadUnsaid('jack'), tail: leadUnsaid('jack') },
  });
  let rests = 0;
  while (!steps.next().done) rests++;
  // More than a million candidates, a rest at least at every ten thousandth or so.
  expect(rests).toBeGreaterThan(150);
});

describe('an index of readings', () => {
  const lead = (n: number) => Number(n !== SOUND);
  const walkOf = (index: ReadingIndex, h: number, t: number, c: number, lh: number, lt: number) => {
    const out = new Uint8Array(8);
    walkThrough(index.head.state(h), index.tail.state(t), index.cable.state(c), lh, lt, out);
    return out;
  };
  const orderOf = (index: ReadingIndex, h: number, t: number, c: number, lh: number, lt: number) =>
    index.head.order(h) + index.tail.order(t) + index.cable.order(c) + lead(lh) + lead(lt);
  /** A state, as often right, as often of one mistake, as of any number. */
  const stateOf = <S>({ upTo }: PlaceStates<S>) => fc.oneof(fc.constant(0), fc.nat(upTo[1]! - 1), fc.nat(upTo[2]! - 1)); // prettier-ignore

  it.each([
    [false, false],
    [true, false],
  ])('finds whatever gives a walk, and nothing else (leads: head %s, tail %s) (property)', (headLead, tailLead) => {
    const end = (connector: 'plug' | 'core', there: boolean) => ({ connector, ...madeTo('T568B'), lead: there });
    const index = buildIndex({ head: end('core', headLead), tail: end('plug', tailLead) });
    const leadAt = (there: boolean) => (there ? fc.oneof(fc.constant(SOUND), fc.nat(LEAD_STATES - 1)) : fc.constant(SOUND)); // prettier-ignore
    const seen = { filed: 0, leads: 0, cable: 0, many: 0, three: 0 };
    fc.assert(
      fc.property(
        fc.tuple(stateOf(index.head), stateOf(index.tail), stateOf(index.cable), leadAt(headLead), leadAt(tailLead)),
        (of) => {
          const walk = walkOf(index, ...of);
          const found = new Set<string>();
          let worst = 0;
          index.each(walk, (...at) => {
            found.add(at.join());
            // All of them read so; of the many, each hundredth is looked at.
            if (found.size % 100 === 1) expect([...walkOf(index, ...at)]).toEqual([...walk]);
            worst = Math.max(worst, orderOf(index, ...at));
          });
          expect(worst).toBeLessThanOrEqual(MOST_MISTAKES);
          const order = orderOf(index, ...of);
          // Of three mistakes one may be left out, where something else is a million times likelier.
          if (order < MOST_MISTAKES) expect(found.has(of.join())).toBe(true);
          if (order > MOST_MISTAKES) expect(found.has(of.join())).toBe(false);
          seen.filed += Number(order < MOST_MISTAKES);
          seen.leads += Number(of[3] !== SOUND && order < MOST_MISTAKES);
          seen.cable += Number(of[2] !== 0 && order < MOST_MISTAKES);
          seen.many += Number(found.size > 100);
          seen.three += Number(order === MOST_MISTAKES && found.has(of.join()));
        },
      ),
      { numRuns: 300, seed: 9 },
    );
    for (const [what, times] of Object.entries(seen))
      if (what !== 'leads' || headLead) expect(times, what).toBeGreaterThan(10);
    index.each(Uint8Array.from([1, 1, 1, 1, 1, 1, 1, 255]), () => expect.fail('no copper of three mistakes reads so')); // prettier-ignore
    expect(index.bytes).toBeGreaterThan(8 * index.size);
  }, 60_000); // prettier-ignore
});
