import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import type { LinkStatus, TerminationState } from '../log/state';
import { formerPhoto } from '../log/former-photo';
import type { Link, Person } from '../model/job';
import { GUIDES } from './families';
import { fullGates } from './gates';
import { briefAt, depthOffered, depthsFor, DEPTHS, madeSoFar, OFFERED_AFTER } from './depth';
import { cutLength, CUT_SPARE_MM } from './cut-length';
import { cascade, PANEL_STEPS, PORT_PITCH_MM } from './panel-work';

const end = (state: TerminationState, more: object = {}) => ({
  state,
  attempt: 1,
  by: 'mika',
  connector: 'closed-plug',
  at: '2026-11-02T08:00:00Z',
  repunched: {},
  ...more,
});
const status = (link: string, head: object, tail: object = end('bare', { by: undefined })): LinkStatus =>
  ({ link, head, tail, entries: 1 }) as LinkStatus;
const link = (id: string) => ({ id, label: id, head: { connector: 'closed-plug' }, tail: { connector: 'closed-plug' } }) as Link; // prettier-ignore
const many = (n: number, state: (i: number) => object) => {
  const links = Array.from({ length: n }, (_, i) => link(`L${i}`));
  const states = new Map(links.map((l, i) => [l.id, status(l.id, state(i))]));
  return { links, statusOf: (id: string) => states.get(id)! };
};

describe('how much is shown', () => {
  it('counts what was right at once of what was proven or failed, of this person and family alone', () => {
    const { links, statusOf } = many(5, (i) => [end('proven'), end('proven', { attempt: 2 }), end('failed'), end('proven', { by: 'bo' }), end('seated')][i]!); // prettier-ignore
    expect(madeSoFar(links, statusOf, 'mika', 'closed-plug')).toEqual({ made: 3, right: 1 });
    expect(madeSoFar(links, statusOf, 'mika', 'toolless-jack')).toEqual({ made: 0, right: 0 });
  });
  it('offers less only after enough that were right, and never one press to a trainee', () => {
    fc.assert(
      fc.property(
        fc.nat(80),
        fc.nat(80),
        fc.constantFrom('trainee', 'technician', 'lead'),
        (made, wrong, role) => {
          // prettier-ignore
          const right = Math.max(0, made - wrong);
          const offered = depthOffered({ made, right }, role as Person['role']);
          expect(depthsFor(role as Person['role'])).toContain(offered);
          if (role === 'trainee') expect(offered).not.toBe('sweep');
          if (offered !== 'full') expect(made).toBeGreaterThanOrEqual(OFFERED_AFTER.known.made);
          if (offered === 'sweep') expect(right / made).toBeGreaterThanOrEqual(OFFERED_AFTER.sweep.share);
        },
      ),
    );
    expect(depthOffered({ made: 30, right: 30 }, 'technician')).toBe('sweep');
    expect(depthOffered({ made: 10, right: 9 }, 'trainee')).toBe('known');
  });
  it('keeps the read-back and the look at every depth that has gates', () => {
    for (const depth of DEPTHS)
      expect(fullGates(briefAt(depth))).toEqual(expect.arrayContaining(['read-back', 'look', 'log']));
  });
});

describe('a former picture', () => {
  it('is of the same family, proven before any other, and not this end’s own', () => {
    const { links, statusOf } = many(3, (i) => [end('seated', { photo: 'a', at: '9' }), end('proven', { photo: 'b', at: '1' }), end('proven', { photo: 'c', at: '2', connector: 'toolless-jack' })][i]!); // prettier-ignore
    const of = (but: string) =>
      formerPhoto(links, statusOf, 'closed-plug', { link: but, end: 'head' })?.photo;
    expect([of('x'), of('L1'), of('L0')]).toEqual(['b', 'a', 'b']);
    expect(formerPhoto(links, statusOf, 'field-plug', { link: 'x', end: 'head' })).toBeNull();
  });
});

describe('a length to cut', () => {
  it('is the way, the slack and 50 mm an end, and what both families strip (common practice)', () => {
    const guides = { head: GUIDES['patch-panel'], tail: GUIDES['closed-plug'] };
    const cut = cutLength(18_000, { head: 300, tail: 200 }, guides);
    expect(cut.totalMm).toBe(18_000 + 500 + 2 * CUT_SPARE_MM + guides.head.lengths.strip!.mm + guides.tail.lengths.strip!.mm); // prettier-ignore
  });
});

describe('a whole panel', () => {
  it('has its steps once, each of its own', () => {
    expect(new Set(PANEL_STEPS.map((s) => s.id)).size).toBe(PANEL_STEPS.length);
  });
  it('lets each cable reach a port further than the one before, from either side', () => {
    for (const side of ['left', 'right'] as const) {
      const cuts = cascade(24, side);
      const steps = cuts.slice(1).map((c, i) => c - cuts[i]!);
      expect(new Set(steps)).toEqual(new Set([side === 'right' ? PORT_PITCH_MM : -PORT_PITCH_MM]));
    }
    expect(cascade(24, 'left')).toEqual([...cascade(24, 'right')].reverse());
  });
});
