import { belongsAt, benchContacts, type BenchConductor, type BenchContact } from '../bench/seats';
import type { ConnectorFamily } from '../wiring/connector';
import { SCHEMES } from '../wiring/schemes';
import { pickFrom, shuffled, type ChoiceQuestion, type ShownEnd } from './question';
import type { Slip } from './skills';

/** Families a slip can be seen at in a drawing. */
const FAMILIES: Record<Slip, readonly ConnectorFamily[]> = {
  right: ['closed-plug', 'load-bar-plug', 'punch-down-jack'],
  exchanged: ['closed-plug', 'load-bar-plug', 'punch-down-jack', 'patch-panel'],
  'short-copper': ['closed-plug', 'load-bar-plug'],
  'jacket-short': ['closed-plug', 'load-bar-plug'],
  'tail-left': ['patch-panel'],
  foil: ['patch-panel'],
};
const isPlug = (family: ConnectorFamily) => family === 'closed-plug' || family === 'load-bar-plug';

/** An end as it lies before it is crimped, punched or pressed: what is wrong with it, if anything. */
export function handsQuestion(slip: Slip, random: () => number): ChoiceQuestion {
  const family = pickFrom(FAMILIES[slip], random);
  const scheme = pickFrom(SCHEMES, random);
  const contacts = benchContacts(family, false);
  const laid = Object.fromEntries(contacts.map((c) => [c, belongsAt(family, { scheme }, c)])) as Record<BenchContact, BenchConductor>; // prettier-ignore
  const [a, b] = shuffled(contacts, random) as [BenchContact, BenchContact];
  const [low, high] = [a, b].sort() as [BenchContact, BenchContact];
  const end: ShownEnd = {
    family,
    laid,
    ...(isPlug(family)
      ? { view: { up: pickFrom(['contacts', 'latch'] as const, random), from: 'rear' } }
      : {}),
  };
  if (slip === 'exchanged') [laid[low], laid[high]] = [laid[high], laid[low]];
  if (slip === 'short-copper') end.shortCopper = a;
  if (slip === 'jacket-short') end.jacketShort = true;
  if (slip === 'tail-left') end.tailAt = a;
  if (slip === 'foil') end.foilAt = a;
  const other = shuffled(contacts.filter((c) => c !== a && c !== b), random) as [BenchContact, BenchContact, BenchContact]; // prettier-ignore
  const exchanged = (x: BenchContact, y: BenchContact) => ({ id: `exchanged ${x}${y}`, says: `${x} and ${y} are swapped` }); // prettier-ignore
  const options = [
    { id: 'right', says: `nothing: it is ${scheme} and lies well` },
    exchanged(low, high),
    exchanged(...([other[0], other[1]].sort() as [BenchContact, BenchContact])),
    ...(isPlug(family)
      ? [
          { id: `short ${a}`, says: `the copper of ${a} is not at the nose` },
          { id: 'jacket', says: 'the jacket ends short of the latch' },
        ]
      : [
          { id: `tail ${a}`, says: `${a} has a tail beyond its slot` },
          { id: `foil ${a}`, says: `foil lies in the slot of ${a}` },
        ]),
  ];
  const right = { right: 'right', exchanged: `exchanged ${low}${high}`, 'short-copper': `short ${a}`, 'jacket-short': 'jacket', 'tail-left': `tail ${a}`, foil: `foil ${a}` }[slip]; // prettier-ignore
  return {
    kind: 'choice',
    skill: `hands/${slip}`,
    asks: `This end is to be ${scheme}. What is wrong, before it is permanent?`,
    end,
    options: shuffled(options, random),
    right: [right],
    why: [`Here ${options.find((o) => o.id === right)!.says}.`],
  };
}
