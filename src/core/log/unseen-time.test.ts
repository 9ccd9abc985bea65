import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CLOCKS, NINE, TELLING, toldOf } from '../../../tests/support/clocks';
import { madeId } from '../../../tests/support/made-id';
import demo from '../../../demo/skerry-point.json';
import type { Entry } from '../model/entry';
import { jobFileSchema, type Link } from '../model/job';
import { ENDS } from '../wiring/conductors';
import { heldBack } from './held-back';
import { foldLink, linkState } from './state';

/*
 * What a good wire map does not show: a cable that copper joins with another's, two that are exchanged, an end that was refused
 * by eye, a fail that only a certifier sees. It comes and goes by work, rounds and traces and readings tell of it, and devices
 * have clocks of their own. However it arrives, a link of which somebody has seen that one of them is so now is not proven.
 */
const file = jobFileSchema.parse(demo);
const link: Link = { ...file.links.find((l) => l.id === 'K1-01')!, evidence: 'wiremap' };
delete link.lengthMetres;
const terms = { policy: { ...file.job.policy, leadHours: undefined }, parts: [] };
const OTHER = 'K1-02';

const KINDS = ['joined', 'exchanged', 'refused', 'spoiled'] as const;
const happening = fc.record({
  /** It goes wrong unseen, it is put right, an end is done again for another reason; it is looked at by what shows it, or read by a wire map. */
  did: fc.constantFrom('wrong', 'wrong', 'mend', 'mend', 'repulled', 'look', 'look', 'look', 'read', 'read'),
  byTrace: fc.boolean(),
  ...TELLING,
});
const world = fc.record({
  kind: fc.constantFrom(...KINDS),
  log: fc.array(happening, { minLength: 3, maxLength: 9 }),
  /** An end that is bare still: what a trace finds then is found of a loose cable. */
  bare: fc.boolean(),
  ...CLOCKS,
  order: fc.infiniteStream(fc.nat(1000)),
});
type World = typeof world extends fc.Arbitrary<infer T> ? T : never;

/** What is logged of it, and whether it is wrong at the end of it and somebody has seen that. */
function lived({ kind, log, bare, ...clocks }: World): { entries: Entry[]; seen: boolean } {
  let wrong = false;
  let seen = false;
  let ms = NINE;
  const seated = ENDS.filter((end) => !bare || end === 'tail').map((end) => ({ did: 'seated', end, device: 'd1', told: 'at once', laterMinutes: 0, ms: NINE, wrong, byTrace: false })); // prettier-ignore
  const happened = log.map((h) => {
    ms += h.gapSeconds * 1000;
    if (h.did === 'wrong') wrong = true;
    if (h.did === 'mend' || h.did === 'repulled') wrong = seen = false;
    if (h.did === 'look' && wrong) seen = true;
    // What is done, and what is looked at with numbered remotes, is logged as it happens.
    const later = h.did === 'read' || (h.did === 'look' && kind === 'spoiled');
    return { ...h, told: later ? h.told : 'at once', end: 'head' as const, ms, wrong };
  });
  const made = { connector: 'patch-panel', scheme: 'T568B' };
  const good = { evidence: 'wiremap', walk: '12345678', splits: [] };
  /** What the look that shows it logs; a look at an end that is as it should be logs nothing. */
  const looked = { joined: rounded, exchanged: rounded, refused: () => ({ kind: 'rejected', end: 'head', data: { reason: 'the jacket is cut back too far' } }), spoiled: certified }; // prettier-ignore
  function rounded(h: { wrong: boolean; byTrace: boolean }) {
    if (!h.wrong && h.byTrace && kind === 'joined')
      return { kind: 'traced', data: { is: 'known', by: 'remote', cable: 1, silent: [OTHER] } };
    if (!h.wrong) return { kind: 'reading', data: { reading: good, remote: 1, silent: [OTHER] } };
    if (kind === 'exchanged') return { kind: 'exchanged', data: { with: OTHER, remote: 2 } };
    return h.byTrace
      ? { kind: 'traced', data: { is: 'bridged', by: 'remote', with: [OTHER] } }
      : { kind: 'rejected', end: 'head', data: { reason: 'both answer', joined: [OTHER] } };
  }
  function certified(h: { wrong: boolean }) {
    const result = { says: h.wrong ? 'fail' : 'pass' };
    return { kind: 'reading', data: { reading: { ...good, evidence: 'certification', lengthMetres: 20, result } } }; // prettier-ignore
  }
  const logged = happened.filter((h) => h.did !== 'wrong' && (h.did !== 'look' || h.wrong || kind !== 'refused')); // prettier-ignore
  const entries = toldOf([...seated, ...logged], clocks, (h, of): Entry => {
    const brought = h.told === 'brought' ? { brought: { by: h.device, at: of.at, file: 'f' } } : {};
    const what = {
      seated: () => ({ kind: 'seated', end: h.end, data: made }),
      mend: () => ({ kind: 'redone', end: h.end, data: { action: 'redo', ...made } }),
      repulled: () => ({ kind: 'repulled', data: {} }),
      look: () => looked[kind](h),
      read: () => ({ kind: 'reading', data: { reading: good } }),
    }[h.did as 'look']();
    return { ...of, link: link.id, ...what, data: { ...what.data, ...brought } } as Entry;
  });
  return { entries, seen };
}

it('is not proven where somebody has seen what no wire map shows, whatever was told when, by whose clock', () => {
  const seenOf = { joined: 0, exchanged: 0, refused: 0, spoiled: 0 };
  const provenOf = { ...seenOf };
  fc.assert(
    fc.property(world, (w) => {
      const { entries, seen } = lived(w);
      const arrived = entries.map((e) => ({ e, n: w.order.next().value! })).sort((a, b) => a.n - b.n);
      const status = foldLink(
        link,
        terms,
        arrived.map((x) => x.e),
      );
      const proven = ENDS.every((end) => status[end].state === 'proven');
      if (seen) {
        seenOf[w.kind]++;
        expect(proven).toBe(false);
      } else if (proven) provenOf[w.kind]++;
    }),
    { numRuns: 8000 },
  );
  for (const n of Object.values(seenOf)) expect(n).toBeGreaterThan(150);
  for (const n of Object.values(provenOf)) expect(n).toBeGreaterThan(100);
});

describe('what was found at ten to ten, by a clock that may be off by twenty-five minutes', () => {
  const DOUBT = 25 * 60_000;
  const made = { connector: 'patch-panel', scheme: 'T568B' };
  const wiremap = { evidence: 'wiremap', walk: '12345678', splits: [] };
  const certified = (says: string) => ({ kind: 'reading', data: { reading: { ...wiremap, evidence: 'certification', lengthMetres: 20, result: { says } } } }); // prettier-ignore
  const FOUND = {
    joined: { kind: 'rejected', end: 'head', data: { reason: 'both answer', joined: [OTHER] } },
    traced: { kind: 'traced', data: { is: 'bridged', by: 'remote', with: [OTHER] } },
    exchanged: { kind: 'exchanged', data: { with: OTHER, remote: 2 } },
    refused: { kind: 'rejected', end: 'head', data: { reason: 'the jacket is cut back too far' } },
    answered: { kind: 'rejected', end: 'head', data: { reason: 'answers elsewhere', answered: true } },
    spoiled: certified('fail'),
  };
  const redo = { kind: 'redone', end: 'head', data: { action: 'redo', ...made } };
  const numbered = { kind: 'reading', data: { reading: wiremap, remote: 1, silent: [OTHER] } };
  const apart = { kind: 'traced', data: { is: 'known', by: 'remote', cable: 1, silent: [OTHER] } };
  const repulled = { kind: 'repulled', data: {} };
  const read = { kind: 'reading', data: { reading: wiremap } };
  const seats = ENDS.map((end) => [0, { kind: 'seated', end, data: made }] as const);

  /** Whether the link is proven by what happened so many minutes after nine. */
  function proven(found: object, ...then: (readonly [number, object])[]): boolean {
    const of = (minutes: number, what: object, n: number, device: string) => ({ id: madeId(n, NINE + minutes * 60_000), job: 'j', link: link.id, at: new Date(NINE + minutes * 60_000).toISOString(), by: device, device, written: n, ...what }); // prettier-ignore
    const entries = [...seats, ...then].map(([minutes, what], i) => of(minutes, what, i + 1, 'd1'));
    const status = foldLink(link, terms, [...entries, { ...of(50, found, 1, 'd2'), clockDoubtMs: DOUBT }] as Entry[]); // prettier-ignore
    return ENDS.every((end) => status[end].state === 'proven');
  }

  it.each([
    ['joined', [redo, numbered]],
    ['traced', [apart]],
    ['traced', [redo, numbered]],
    ['exchanged', [redo, numbered]],
    ['refused', [redo]],
    ['answered', [numbered]],
    ['spoiled', [certified('pass')]],
    ['joined', [repulled]],
    ['traced', [repulled]],
    ['exchanged', [repulled]],
    ['refused', [repulled]],
    ['spoiled', [repulled]],
  ] as const)(
    '%s: is not cleared by what was done at ten, and is by the same an hour later',
    (kind, done) => {
      const found = FOUND[kind];
      const doneAt = (minute: number) => done.map((what, i) => [minute + i, what] as const);
      expect(proven(found, ...doneAt(60), [100, read])).toBe(false);
      expect(proven(found, ...doneAt(60), [100, read], ...doneAt(120), [140, read])).toBe(true);
    },
  );

  it('goes on from a state of an earlier version, which does not say when a joint was found', () => {
    const of = (what: object, n: number) => ({ id: madeId(n, NINE + n * 60_000), job: 'j', link: link.id, at: new Date(NINE + n * 60_000).toISOString(), by: 'd1', device: 'd1', written: n, ...what }) as Entry; // prettier-ignore
    const kept = () => {
      const state = foldLink(link, terms, [of(FOUND.traced, 1)]);
      delete state.joined!.found;
      return state;
    };
    for (const what of [repulled, apart])
      expect(heldBack(linkState(link, terms), kept(), [of(what, 2)]).joined).toBeUndefined();
    const again = heldBack(linkState(link, terms), kept(), [of(FOUND.joined, 2)]);
    expect(again.joined).toMatchObject({ with: [OTHER], found: [{ by: 'd1' }] });
  });
});
