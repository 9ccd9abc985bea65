import fc from 'fast-check';
import { copperAsOrdered, READ_DIRECTLY, type Copper, type EndCopper } from '../../src/core/copper/copper';
import { cableMistakes, endMistakes, madeAt } from '../../src/core/diagnose/catalogue';
import { narrowEnd, SOUND_CABLE, wideCable, wideEnd } from '../../src/core/diagnose/compact';
import { CONDUCTORS, CONTACTS, ENDS, type Contact } from '../../src/core/wiring/conductors';
import type { LinkSpec } from '../../src/core/wiring/link-spec';

const scheme = fc.constantFrom('T568A' as const, 'T568B' as const);
const connector = fc.constantFrom('plug' as const, 'jack' as const, 'core' as const);

/** A straight link of any connectors to one scheme. */
export const straightLink = (shielded = false): fc.Arbitrary<LinkSpec> =>
  fc.record({ scheme, head: connector, tail: connector }).map((l) => ({
    head: { connector: l.head, scheme: l.scheme },
    tail: { connector: l.tail, scheme: l.scheme },
    ordered: 'straight' as const,
    shielded,
    lengthMetres: 30,
  }));

const contact = fc.constantFrom(...CONTACTS);
const pairOf = <T>(one: fc.Arbitrary<T>) => fc.tuple(one, one).filter(([a, b]) => a !== b);

const end: fc.Arbitrary<EndCopper> = fc
  .record({
    order: fc.shuffledSubarray([...CONDUCTORS], { minLength: 8, maxLength: 8 }),
    open: fc.uniqueArray(contact, { maxLength: 3 }),
    bridges: fc.array(pairOf(contact), { maxLength: 2 }),
  })
  .map(({ order, open, bridges }) => ({
    seats: Object.fromEntries(CONTACTS.map((c, i) => [c, order[i]!])),
    open: open as Contact[],
    looksHome: [],
    bent: [],
    bridges: bridges as [Contact, Contact][],
  }));

/** Copper made by the catalogue's own mistakes, up to three of them: what the index has to explain. */
export const listedCopper = (link: LinkSpec): fc.Arbitrary<Copper> => {
  const right = copperAsOrdered(link);
  const ends = ENDS.flatMap((e) =>
    endMistakes(link[e].connector, madeAt(link, e)).map((m) => ({ end: e, m })),
  );
  const one = fc.oneof(
    { weight: 4, arbitrary: fc.constantFrom(...ends).map(({ end, m }) => ({ end, m, cable: undefined })) },
    { weight: 1, arbitrary: fc.constantFrom(...cableMistakes()).map((cable) => ({ end: undefined, m: undefined, cable })) },
  ); // prettier-ignore
  return fc.array(one, { minLength: 1, maxLength: 3 }).map((made) => {
    const now = { head: narrowEnd(right.head), tail: narrowEnd(right.tail), cable: SOUND_CABLE };
    for (const { end, m, cable } of made) {
      if (end) now[end] = m.apply(now[end]);
      else now.cable = cable.apply(now.cable);
    }
    return {
      head: wideEnd(now.head, link.shielded),
      tail: wideEnd(now.tail, link.shielded),
      cable: wideCable(now.cable),
      ...READ_DIRECTLY,
    };
  });
};

/** Any copper of an unshielded link, right or wrong, read without leads. */
export const anyCopper: fc.Arbitrary<Copper> = fc.record({
  leads: fc.constant(READ_DIRECTLY.leads),
  setting: fc.constant(READ_DIRECTLY.setting),
  head: end,
  tail: end,
  cable: fc.record({
    breaks: fc.array(
      fc.record({
        conductor: fc.constantFrom(...CONDUCTORS),
        zone: fc.constantFrom('head' as const, 'span' as const, 'tail' as const),
      }),
      { maxLength: 3 },
    ),
    bridges: fc.array(pairOf(fc.constantFrom(...CONDUCTORS)), { maxLength: 2 }),
  }),
});
