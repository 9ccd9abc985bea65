import { z } from 'zod';

const idSchema = z.string().min(1).max(80);
const remoteSchema = z.number().int().min(1).max(99);
const cableSchema = z.number().int().min(1).max(2000);
const roundSchema = z.number().int().min(0).max(2000);
const stopSchema = z.strictObject({
  room: idSchema,
  collect: z.array(remoteSchema).max(99),
  place: z.array(z.strictObject({ remote: remoteSchema, room: idSchema, link: idSchema })).max(99),
});
const metresSchema = z.number().min(0).max(1e6);
const trace = z.uuid();

/**
 * One step of a trace with numbered remotes. The plan, what every loose cable answered and how far it has come are
 * in the log, so that two people see the same trace and either device goes on alone.
 */
export const traceEventSchema = z.discriminatedUnion('did', [
  /** The walk was planned. */
  z.strictObject({
    did: z.literal('begun'),
    trace,
    closet: idSchema,
    links: z.array(idSchema).max(2000),
    /** Loose cables, numbered from 1. */
    loose: cableSchema,
    rounds: z.array(z.strictObject({ stops: z.array(stopSchema).max(500), metres: metresSchema })).max(2000),
    home: z.strictObject({ stops: z.array(stopSchema).max(500), metres: metresSchema }),
  }),
  /** The remotes of a round are in their outlets. */
  z.strictObject({ did: z.literal('placed'), trace, round: roundSchema }),
  /** What a loose cable answered: no number is silence; null: the answer was taken back. */
  z.strictObject({
    did: z.literal('answered'),
    trace,
    round: roundSchema,
    cable: cableSchema,
    numbers: z.array(remoteSchema).max(99).nullable(),
  }),
  /** A round was done with; these cables were never tried in it, and count as silent. */
  z.strictObject({
    did: z.literal('closed'),
    trace,
    round: roundSchema,
    untried: z.array(cableSchema).max(2000),
  }),
  /** A round that was done with is gone on with. */
  z.strictObject({ did: z.literal('reopened'), trace, round: roundSchema }),
  /** The trace was put away. */
  z.strictObject({ did: z.literal('ended'), trace }),
]);
/** One step of a trace. */
export type TraceEvent = z.infer<typeof traceEventSchema>;
