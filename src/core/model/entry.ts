import { z } from 'zod';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import { CONDUCTORS, type End } from '../wiring/conductors';
import { SCHEMES } from '../wiring/schemes';
import { LABEL_SPOTS } from './label-spots';
import { MOST_CABLE_METRES } from './limits';
import { MISTAKE_PLACES } from './mistake-places';
import { sweptSchema } from './swept';
import { TAPES } from './tape';
import { traceEventSchema } from './trace-event';
import {
  contactSchema,
  daySchema,
  electricalSchema,
  endSchema,
  instantSchema,
  measuredSchema,
} from './reading';
import { oneEndSchema } from './one-end';

const idSchema = z.string().min(1).max(80);
const conductorSchema = z.enum([...CONDUCTORS, 'DRAIN']);
const noteSchema = z.string().max(2000);
const mistakeSchema = z.strictObject({
  where: z.enum(MISTAKE_PLACES),
  kind: z.string().min(1).max(40),
  contacts: z.array(contactSchema).max(9),
  conductors: z.array(conductorSchema).max(9),
});
/** How an end was done: the untwist as measured, the legend it was laid by, tools and lots used. */
const workSchema = {
  untwistMm: z.number().min(0).max(100).optional(),
  legend: idSchema.optional(),
  parts: z.array(idSchema).max(12).optional(),
};

/** What an entry of each kind carries. */
export const ENTRY_DATA = {
  /** An end was terminated for the first time, or anew on a fresh connector. */
  seated: z.strictObject({
    connector: z.enum(CONNECTOR_FAMILIES),
    scheme: z.enum(SCHEMES),
    minutes: z.number().min(0).max(1440).optional(),
    ...workSchema,
    note: noteSchema.optional(),
  }),
  /** A tester's reading; on a fail, `blame` names the ends to do again. */
  reading: z.strictObject({
    reading: measuredSchema.strict(),
    blame: z.array(endSchema).max(2).optional(),
    tester: z.string().max(120).optional(),
    /** The day the calibration of this tester is due. */
    calibrationDue: daySchema.optional(),
    leads: z.array(z.string().max(120)).max(8).optional(),
    /** When these leads were last proven against each other, as far as the device knew. */
    leadsProvenAt: instantSchema.optional(),
    /** These leads failed when they were last held against each other. */
    leadsFailed: z.literal(true).optional(),
    /** What a person was asked about and stands by: that it is this cable, whatever was measured of it. */
    confirmed: z
      .array(z.enum(['length']))
      .max(4)
      .optional(),
    /** The length it was held against when somebody stood by it, in metres: planned, or by the marks on the jacket. */
    confirmedAgainst: z.number().min(0).max(2000).optional(),
    /** What was made sure of before it was taken: port, remote and link; the leads at these ends. */
    known: z
      .strictObject({ checked: z.literal(true).optional(), swapped: z.array(endSchema).max(2).optional() })
      .optional(),
    /**
     * Brought in from a file: by whom, when, from which; and why its time may not be believed: nobody compared the clock it
     * is by, or the file says none and it is the time it was brought.
     */
    brought: z
      .strictObject({
        by: idSchema,
        at: instantSchema,
        file: z.string().max(200),
        clock: z.enum(['unchecked', 'none']).optional(),
      })
      .optional(),
    /** Number of the remote that answered. */
    remote: z.number().int().min(1).max(99).optional(),
    /** No round says in which outlet that remote is: its number tells no link from another. */
    unplaced: z.literal(true).optional(),
    /** Links that copper joined it with, whose remotes were out beside its own and did not answer. */
    silent: z.array(idSchema).max(96).optional(),
    /** The revision of the plan that its device went by: it may not have heard of a move. */
    revision: z.number().int().min(0).optional(),
    electrical: electricalSchema.optional(),
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
  /** What a tester with no remote showed of a link from one end. */
  'one-end': oneEndSchema,
  /** An end was done again: a new connector, or slots punched again. */
  redone: z.strictObject({
    action: z.enum(['redo', 'repunch']),
    contacts: z.array(contactSchema).max(9).optional(),
    connector: z.enum(CONNECTOR_FAMILIES).optional(),
    scheme: z.enum(SCHEMES).optional(),
    minutes: z.number().min(0).max(1440).optional(),
    ...workSchema,
    note: noteSchema.optional(),
  }),
  /** The cable was re-pulled; both ends start over. */
  repulled: z.strictObject({
    lengthMetres: z.number().min(0).max(500).optional(),
    note: noteSchema.optional(),
  }),
  /** A cable was pulled: how long it is by the marks on its jacket, how far that may be off, and the box it came from. */
  pulled: z.strictObject({
    metres: z.number().min(0.1).max(MOST_CABLE_METRES),
    errorMetres: z.number().min(0).max(100).optional(),
    /** The mark where it begins and where it ends, in the unit the jacket counts in, and true metres of a printed one. */
    marks: z
      .strictObject({
        start: z.number().min(0).max(100_000),
        end: z.number().min(0).max(100_000),
        unit: z.enum(['m', 'ft']),
        scale: z.number().min(0.9).max(1.1).optional(),
      })
      .optional(),
    box: z.string().trim().min(1).max(80).optional(),
    /** What lay in that box before anything was pulled from it. */
    boxMetres: z.number().min(0.1).max(2000).optional(),
  }),
  /** A person refuses an end by what they saw, whatever a tester says later. */
  rejected: z.strictObject({
    reason: z.string().min(1).max(400),
    /** Another cable's remote answered in a round, which its own numbered remote can take back: nobody saw a defect. */
    answered: z.literal(true).optional(),
    /** Two remotes answered at once: links whose cables copper joins to this one; none where it is not known which. */
    joined: z.array(idSchema).max(96).optional(),
    /** Copper joins it to one more that is not known. */
    another: z.literal(true).optional(),
  }),
  /** What was found to be wrong once it was opened up. */
  found: z.strictObject({
    mistakes: z.array(mistakeSchema).min(1).max(8),
    asExplained: z.boolean(),
    note: noteSchema.optional(),
  }),
  /** An end's order was read back before it was made permanent. */
  'read-back': z.strictObject({
    right: z.boolean(),
    held: z.array(z.enum([...CONDUCTORS, 'DRAIN', 'CENTRE', 'BRAID'])).max(9),
    seconds: z.number().min(0).max(86_400),
    /** Each conductor was told and looked at, not named by who read it. */
    told: z.literal(true).optional(),
  }),
  /** A close-up of an end; the picture is kept under this id. */
  photo: z.strictObject({
    photo: z.uuid(),
    width: z.number().int().min(1).max(20_000),
    height: z.number().int().min(1).max(20_000),
    /** SHA-256 of the picture's bytes: with the entry in the chain it tells whether it is the one that was taken. */
    sha256: z
      .string()
      .regex(/^[0-9a-f]{64}$/, { error: 'must be 64 hexadecimal digits' })
      .optional(),
  }),
  /** Somebody read the cautions of a connector family. */
  cautioned: z.strictObject({ family: z.enum(CONNECTOR_FAMILIES) }),
  /** A right reading from another link's outlet: the two are exchanged at the panel or at the plates. */
  exchanged: z.strictObject({
    with: idSchema,
    remote: z.number().int().min(1).max(99).optional(),
    /** That other link answered at this one's outlet; this one was not read. */
    byOther: z.literal(true).optional(),
  }),
  /** Which loose cable this link is, as a trace found; or what the trace found to be wrong with it. */
  traced: z.strictObject({
    is: z.enum(['known', 'inferred', 'bridged', 'silent']),
    by: z.enum(['remote', 'tone', 'hand']),
    /** The number the loose cable was given. */
    cable: z.number().int().min(1).max(9999).optional(),
    /** Links whose cables copper joins to this one. */
    with: z.array(idSchema).max(96).optional(),
    /** Copper joins it to one more that is not known. */
    another: z.literal(true).optional(),
    /** Links that copper joined it with, whose remotes were out beside its own and did not answer. */
    silent: z.array(idSchema).max(96).optional(),
    /** The trace by numbered remotes that told it. */
    trace: z.uuid().optional(),
    /** How sure a tone made it. */
    sure: z.number().min(0).max(1).optional(),
  }),
  /** A flag of tape was put on a cable at an end; no bands: it was taken off. */
  flagged: z.strictObject({
    tape: z.enum(TAPES),
    bands: z.number().int().min(0).max(3),
    text: z.string().max(40).optional(),
  }),
  /** The plan moved a link on site: what it was and what it is now. Neither end is proven there. */
  moved: z.strictObject({
    revision: z.number().int().min(1),
    /** What changed, in words such as `port K1 3 → K1 7`. */
    changed: z.array(z.string().max(300)).min(1).max(12),
  }),
  /** What is to be done again of a link was given to somebody; to nobody: it is anybody's again. */
  assigned: z.strictObject({ to: idSchema.optional() }),
  /** A sweep was held against the limits of a category. */
  swept: sweptSchema,
  /** A remark. */
  note: z.strictObject({ text: z.string().min(1).max(2000) }),
  /** Takes an earlier entry back. */
  void: z.strictObject({ entry: idSchema, reason: z.string().min(1).max(400) }),
} as const;

/** A kind of entry. */
export type EntryKind = keyof typeof ENTRY_DATA;
/** Kinds of entry. */
export const ENTRY_KINDS = Object.keys(ENTRY_DATA) as EntryKind[];

/** Kinds that are about one end, and have to name it. */
const END_KINDS: ReadonlySet<EntryKind> = new Set<EntryKind>([
  'seated',
  'redone',
  'rejected',
  'read-back',
  'photo',
  'flagged',
]);

/** What every entry has. */
const common = {
  id: z.uuid({ error: 'must be a UUID made where the entry was written' }),
  job: idSchema,
  at: instantSchema,
  by: idSchema,
  /** The device it was written on, and its number there: what one device writes stays in the order it was written in. */
  device: z.string().min(1).max(40).optional(),
  written: z.number().int().min(1).max(1e12).optional(),
  /** When the server had it, and how far the device's clock was ahead then: written by the server. */
  receivedAt: instantSchema.optional(),
  clockErrorMs: z.number().int().min(-1e15).max(1e15).optional(),
  /** By how much more its time may be off: the device's clock was set since the server had heard of it before. Written by the server. */
  clockDoubtMs: z.number().int().min(0).max(1e15).optional(),
  /** Who was let in on the device that sent it, where that is another person than its writer: written by the server. */
  enteredBy: z.string().max(120).optional(),
};
interface Common {
  id: string;
  job: string;
  at: string;
  by: string;
  device?: string | undefined;
  written?: number | undefined;
  receivedAt?: string | undefined;
  clockErrorMs?: number | undefined;
  clockDoubtMs?: number | undefined;
  enteredBy?: string | undefined;
}

/** The entry of one kind. */
export type EntryOf<K extends EntryKind> = {
  [P in K]: Common & { link: string; end?: End | undefined; kind: P; data: z.infer<(typeof ENTRY_DATA)[P]> };
}[K];
/** An entry as data. */
export type Entry = EntryOf<EntryKind>;

/** An entry of the log: `{ id, job, link, end, kind, at, by, data }`. */
export const entrySchema = z.discriminatedUnion(
  'kind',
  ENTRY_KINDS.map((kind) =>
    z.strictObject({
      ...common,
      link: idSchema,
      end: END_KINDS.has(kind) ? endSchema : endSchema.optional(),
      kind: z.literal(kind),
      data: ENTRY_DATA[kind],
    }),
  ) as never,
) as unknown as z.ZodType<Entry>;

/** One thing of a plan before and after a change; `null`: not there. `list` is `job` for the job's name and terms. */
const planChangeSchema = z.strictObject({
  list: z.enum([
    'job',
    'spaces',
    'panels',
    'outlets',
    'floors',
    'batches',
    'links',
    'runs',
    'crew',
    'parts',
    'legends',
  ]),
  id: idSchema,
  name: z.string().max(200),
  was: z.unknown(),
  is: z.unknown(),
});
/** One thing of a plan before and after a change. */
export type PlanChange = z.infer<typeof planChangeSchema>;

/** What an entry carries that is about the job as a whole and not about one link. */
export const JOB_ENTRY_DATA = {
  /** Two test leads were joined and read. */
  'leads-proved': z.strictObject({
    leads: z.array(idSchema).length(2),
    walk: z.string().max(200),
    ok: z.boolean(),
  }),
  /** Something was done to a tool, or seen of it. */
  tool: z.strictObject({
    part: idSchema,
    did: z.enum(['blade-changed', 'clean-cut', 'rough-cut', 'put-by', 'taken-up']),
    note: noteSchema.optional(),
  }),
  /** The plan was changed: what was put in, changed and taken out, old and new, and from where. Written by the server. */
  planned: z.strictObject({
    /** The revision of the plan that this made. */
    revision: z.number().int().min(1),
    /** The file or screen it came from. */
    from: z.string().max(200),
    changes: z.array(planChangeSchema).max(100_000),
  }),
  /** Somebody answered a question of the drill: of which skill, how it went (1 again, 2 hard, 3 good, 4 easy), how long it took. */
  drilled: z.strictObject({
    skill: z.string().min(1).max(80),
    rating: z.union([z.literal(1), z.literal(2), z.literal(3), z.literal(4)]),
    ms: z.number().int().min(0).max(86_400_000),
    /** The slip, as the trade names it. */
    slip: z.string().max(200).optional(),
    /** The exam it belongs to, by its seed. */
    exam: z.string().max(80).optional(),
  }),
  /** The job was handed over: what was signed for, by whom, or refused and why. Written by the server. */
  'handed-over': z.strictObject({
    /** Entries the root stands for, and the root of the chain over them. */
    count: z.number().int().min(0),
    root: z.string().regex(/^[0-9a-f]{64}$/),
    revision: z.number().int().min(0),
    /** Open points that were shown before it was signed. */
    open: z.number().int().min(0),
    client: z.string().trim().min(1).max(120),
    /** A signature over the root with the site's own key (Ed25519), and that key, as hex. */
    seal: z
      .strictObject({
        key: z.string().regex(/^[0-9a-f]{64}$/),
        signature: z.string().regex(/^[0-9a-f]{128}$/),
      })
      .optional(),
    /** The signature as the path of an SVG, drawn on the glass. */
    signature: z.string().max(20_000).optional(),
    /** Links that were not taken over, and why. */
    refused: z.array(z.strictObject({ link: idSchema, reason: z.string().trim().min(1).max(400) })).max(2000),
  }),
  /** Labels were printed: what stood on each, by its link and where it goes. */
  labelled: z.strictObject({
    labels: z
      .array(z.strictObject({ link: idSchema, spot: z.enum(LABEL_SPOTS), says: z.string().max(300) }))
      .min(1)
      .max(4000),
  }),
  /** A step of a trace with numbered remotes. */
  trace: traceEventSchema,
  /** Takes an earlier entry of the job back. */
  void: z.strictObject({ entry: idSchema, reason: z.string().min(1).max(400) }),
} as const;
/** A kind of entry about the job's tools. */
export type JobEntryKind = keyof typeof JOB_ENTRY_DATA;

/** The entry of one kind about the job as a whole. */
export type JobEntryOf<K extends JobEntryKind> = {
  [P in K]: Common & { kind: P; data: z.infer<(typeof JOB_ENTRY_DATA)[P]> };
}[K];
/** An entry about the job as a whole, as data. */
export type JobEntry = JobEntryOf<JobEntryKind>;

/** An entry about the job as a whole: like the others, with neither link nor end. */
export const jobEntrySchema = z.discriminatedUnion(
  'kind',
  (Object.keys(JOB_ENTRY_DATA) as JobEntryKind[]).map((kind) =>
    z.strictObject({ ...common, kind: z.literal(kind), data: JOB_ENTRY_DATA[kind] }),
  ) as never,
) as unknown as z.ZodType<JobEntry>;

/** Anything the log holds. */
export type LogEntry = Entry | JobEntry;
/** The schema that fits what was sent: by whether it names a link, or is of a kind that must. */
export const schemaFor = (body: unknown) =>
  typeof body === 'object' &&
  body !== null &&
  !('link' in body) &&
  'kind' in body &&
  String(body.kind) in JOB_ENTRY_DATA
    ? jobEntrySchema
    : entrySchema;
