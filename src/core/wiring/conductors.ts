/**
 * Conductors, physical pairs, contacts and contact pairs of the 8-position interface.
 * Pair colours: TIA-568 (from memory). Contact numbers: IEC 60603-7 (from memory).
 */

/** The eight conductors of a four-pair cable, white one of each pair first, in pair order. */
export const CONDUCTORS = ['WBL', 'BL', 'WO', 'O', 'WG', 'G', 'WBR', 'BR'] as const;
/** A conductor of the four pairs. */
export type PairConductor = (typeof CONDUCTORS)[number];
/** Any conductor, the drain or shield of a shielded cable included. */
export type Conductor = PairConductor | 'DRAIN';

/** The eight numbered contacts. */
export const CONTACTS = ['1', '2', '3', '4', '5', '6', '7', '8'] as const;
/** A numbered contact. */
export type NumberedContact = (typeof CONTACTS)[number];
/** A contact; `S` is the shield or drain. */
export type Contact = NumberedContact | 'S';

/** The colour groups, each a physical pair. */
export const PAIR_COLOURS = ['blue', 'orange', 'green', 'brown'] as const;
/** A physical pair by its colour. */
export type PairColour = (typeof PAIR_COLOURS)[number];

/** The contact pairs in the order they are listed in. */
export const CONTACT_PAIRS = ['12', '36', '45', '78'] as const;
/** A contact pair, written as its two contacts. */
export type ContactPair = (typeof CONTACT_PAIRS)[number];

/** The two ends of a link: the closet or panel end, and the outlet or device end. */
export const ENDS = ['head', 'tail'] as const;
/** One end of a link. */
export type End = (typeof ENDS)[number];

/** The end across the cable. */
export const otherEnd = (end: End): End => (end === 'head' ? 'tail' : 'head');

/** Contacts of a link: eight, and `S` when shielded. */
export const contactsOf = (shielded: boolean): readonly Contact[] =>
  shielded ? [...CONTACTS, 'S'] : CONTACTS;

const PAIR_OF_CONTACT: Record<Contact, ContactPair | null> = {
  '1': '12',
  '2': '12',
  '3': '36',
  '6': '36',
  '4': '45',
  '5': '45',
  '7': '78',
  '8': '78',
  S: null,
};

/** The contact pair a contact belongs to; null for S. */
export const contactPairOf = (contact: Contact): ContactPair | null => PAIR_OF_CONTACT[contact];

/** The two contacts of a contact pair, lower first. */
export const contactsOfPair = (pair: ContactPair): [NumberedContact, NumberedContact] => [
  pair[0] as NumberedContact,
  pair[1] as NumberedContact,
];

/** Colour of the physical pair a conductor belongs to; null for the drain. */
export const colourOf = (conductor: Conductor): PairColour | null =>
  conductor === 'DRAIN' ? null : PAIR_COLOURS[CONDUCTORS.indexOf(conductor) >> 1]!;

/** Whether the conductor is the white one (tip) of its pair. */
export const isWhite = (conductor: Conductor): boolean => conductor !== 'DRAIN' && conductor[0] === 'W';

/** The conductor twisted with this one; null for the drain. */
export const mateOf = (conductor: Conductor): PairConductor | null =>
  conductor === 'DRAIN' ? null : CONDUCTORS[CONDUCTORS.indexOf(conductor) ^ 1]!;

/** How a conductor is written for people, such as `W-BL`. */
export const conductorLabel = (conductor: Conductor): string =>
  conductor === 'DRAIN' ? 'drain' : isWhite(conductor) ? `W-${conductor.slice(1)}` : conductor;

/** A conductor in words, such as `white-blue`. */
export const conductorWords = (conductor: Conductor): string => {
  const colour = colourOf(conductor);
  return colour === null ? 'drain' : isWhite(conductor) ? `white-${colour}` : colour;
};
