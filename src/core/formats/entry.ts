import { z } from 'zod';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { CONDUCTORS } from '../wiring/conductors';
import { SCHEMES } from '../wiring/schemes';
import { contactSchema, endSchema, instantSchema, measuredSchema } from './reading';

const idSchema = z.string().min(1).max(80);
const conductorSchema = z.enum([...CONDUCTORS, 'DRAIN']);
const noteSchema = z.string().max(2000);
const mistakeSchema = z.strictObject({
  where: z.enum(['head', 'tail', 'cable']),
  kind: z.string().min(1).max(40),
  contacts: z.array(contactSchema).max(9),
  conductors: z.array(conductorSchema).max(9),
});

/** What an entry of each kind carries. */
export const ENTRY_DATA = {
  /** An end was terminated for the first time, or anew on a fresh connector. */
  seated: z.strictObject({
    connector: z.enum(CONNECTOR_FAMILIES),
    scheme: z.enum(SCHEMES),
    minutes: z.number().min(0).max(1440).optional(),
    note: noteSchema.optional(),
  }),
  /** A tester's reading; on a fail, `blame` names the ends to do again. */
  reading: z.strictObject({
    reading: measuredSchema.strict(),
    blame: z.array(endSchema).max(2).optional(),
    tester: z.string().max(120).optional(),
    leads: z.array(z.string().max(120)).max(8).optional(),
    diagnosis: z
      .strictObject({
        mistakes: z.array(mistakeSchema).max(8),
        probability: z.number().min(0).max(1),
        remedy: z.string().max(400),
        looked: z
          .array(
            z.strictObject({
              end: endSchema,
              contact: contactSchema,
              conductor: conductorSchema,
              open: z.boolean().optional(),
              bridged: z.boolean().optional(),
            }),
          )
          .max(18),
      })
      .optional(),
    note: noteSchema.optional(),
  }),
  /** An end was done again: a new connector, or slots punched again. */
  redone: z.strictObject({
    action: z.enum(['redo', 'repunch']),
    contacts: z.array(contactSchema).max(9).optional(),
    connector: z.enum(CONNECTOR_FAMILIES).optional(),
    scheme: z.enum(SCHEMES).optional(),
    minutes: z.number().min(0).max(1440).optional(),
    note: noteSchema.optional(),
  }),
  /** The cable was pulled anew; both ends start over. */
  repulled: z.strictObject({
    lengthMetres: z.number().min(0).max(500).optional(),
    note: noteSchema.optional(),
  }),
  /** A person refuses an end by eye, whatever a tester says. */
  rejected: z.strictObject({ reason: z.string().min(1).max(400) }),
  /** What was found to be wrong once it was opened up. */
  found: z.strictObject({
    mistakes: z.array(mistakeSchema).min(1).max(8),
    asExplained: z.boolean(),
    note: noteSchema.optional(),
  }),
  /** An end's order was read back before it was made permanent. */
  'read-back': z.strictObject({
    right: z.boolean(),
    held: z.array(conductorSchema).max(9),
    seconds: z.number().min(0).max(86_400),
  }),
  /** A remark. */
  note: z.strictObject({ text: z.string().min(1).max(2000) }),
  /** Takes an earlier entry back. */
  void: z.strictObject({ entry: idSchema, reason: z.string().min(1).max(400) }),
} as const;

/** A kind of entry. */
export type EntryKind = keyof typeof ENTRY_DATA;
/** Kinds of entry. */
export const ENTRY_KINDS = Object.keys(ENTRY_DATA) as EntryKind[];

const END_KINDS: ReadonlySet<EntryKind> = new Set<EntryKind>(['seated', 'redone', 'rejected', 'read-back']);

const entryOf = <K extends EntryKind>(kind: K) =>
  z.strictObject({
    id: z.uuid({ error: 'must be a UUID made where the entry was written' }),
    job: idSchema,
    link: idSchema,
    end: END_KINDS.has(kind) ? endSchema : endSchema.optional(),
    kind: z.literal(kind),
    at: instantSchema,
    by: idSchema,
    data: ENTRY_DATA[kind],
  });

/** An entry of the log: `{ id, job, link, end, kind, at, by, data }`. */
export const entrySchema = z.discriminatedUnion('kind', [
  entryOf('seated'),
  entryOf('reading'),
  entryOf('redone'),
  entryOf('repulled'),
  entryOf('rejected'),
  entryOf('found'),
  entryOf('read-back'),
  entryOf('note'),
  entryOf('void'),
]);
/** An entry as data. */
export type Entry = z.infer<typeof entrySchema>;
/** The entry of one kind. */
export type EntryOf<K extends EntryKind> = Extract<Entry, { kind: K }>;
