import { EVIDENCE } from './evidence';
import { z } from 'zod';
import { CONNECTOR_FAMILIES } from '../wiring/connector';
import type { Legend } from '../wiring/legend';
import { CERTIFIED_TO } from '../wiring/parts';
import { ORDERS, SCHEMES } from '../wiring/schemes';
import { entrySchema, jobEntrySchema } from './entry';
import { LEAST_NVP_METRES, MOST_CABLE_METRES, MOST_CORDS, MOST_PORTS, MOST_POSITIONS } from './limits';
import { identifierPatternSchema } from './identifier';
import { cableSpecSchema, connectorSpecSchema, legendSchema } from './bench';
import { daySchema, instantSchema } from './reading';
import { runSchema, type Run } from './run';

const id = z.string().min(1).max(80);
const name = z.string().min(1).max(120);

/** Cable to spare at an end before anything was done there, in millimetres. */
const slackMm = z.number().min(0).max(20_000).optional();

/** Taken out of the plan but still in the log: shown no more, its place free for another. */
const retired = z.literal(true).optional();

/** When a job is worked on: ISO weekdays (1 is Monday), hours a day at it, how many people, and who is away when. */
export const workingSchema = z.strictObject({
  days: z.array(z.number().int().min(1).max(7)).min(1).max(7),
  hours: z.number().min(0.5).max(16),
  people: z.number().int().min(1).max(50),
  away: z
    .array(z.strictObject({ person: id, from: z.iso.date(), to: z.iso.date() }))
    .max(200)
    .optional(),
});
/** What a job asks of every link, unless the link says otherwise. */
export const policySchema = z.strictObject({
  scheme: z.enum(SCHEMES),
  evidence: z.enum(EVIDENCE),
  units: z.enum(['mm', 'inch']),
  /** Untwist at the contact: the standard's 13 mm, or the strict school's 5 mm. */
  untwist: z.enum(['standard', 'strict']),
  /** What links of a cable need, where it is not what the job asks of all. */
  evidenceByCable: z.record(z.string().min(1).max(80), z.enum(EVIDENCE)).optional(),
  /** The category that certifications are held against, where it is not that of the cable. */
  certifyTo: z.enum(CERTIFIED_TO).optional(),
  /** Leads must have been proven within so many hours before a reading, or it counts as provisional. */
  leadHours: z.number().min(0.5).max(1000).optional(),
  /** Slack of an end that nobody measured, in millimetres. */
  slackMm,
  /** How many in a row make a pattern that stops the work. */
  thresholds: z
    .strictObject({
      sameContact: z.number().int().min(2).max(20).optional(),
      sameSplit: z.number().int().min(2).max(20).optional(),
      sameSlot: z.number().int().min(2).max(20).optional(),
    })
    .optional(),
  /** How things are called: patterns for what stands on the head, on the tail, and for the link itself. */
  identifiers: z
    .strictObject({
      head: identifierPatternSchema,
      tail: identifierPatternSchema,
      link: identifierPatternSchema,
    })
    .optional(),
  /** Whose job it is, where, and what the client calls it. */
  about: z
    .strictObject({
      client: z.string().trim().min(1).max(120).optional(),
      address: z.string().trim().min(1).max(300).optional(),
      number: z.string().trim().min(1).max(60).optional(),
    })
    .optional(),
  /** Put away: the work on it is over, and it stands below the others. */
  archived: z.literal(true).optional(),
  working: workingSchema.optional(),
  /** The lead sees the figures of single people by their names; missing: nobody is named but to themselves. */
  namesPeople: z.literal(true).optional(),
  /** Less than every gate is offered only to who has passed the drill. */
  drillFirst: z.literal(true).optional(),
  /** Simulated testers read hidden copper: a job to learn and to show on, not a real one. */
  practice: z
    .strictObject({
      /** Pairs of links whose cables are exchanged until that is found and mended. */
      exchanged: z.array(z.tuple([id, id])).optional(),
    })
    .optional(),
});
/** A place: a closet or a room, with its floor and where it lies on it, in metres. */
export const spaceSchema = z.strictObject({
  id,
  name,
  kind: z.enum(['closet', 'room']),
  floor: z.number().int().min(-20).max(200),
  x: z.number(),
  y: z.number(),
  /** What stands for it on labels, where it is not its name. */
  code: z.string().min(1).max(12).optional(),
  /** How large it is drawn, in metres. */
  width: z.number().min(1).max(200).optional(),
  depth: z.number().min(1).max(200).optional(),
  retired,
});
const metres = z.number().min(-10_000).max(10_000);
/**
 * What is known of a floor beside its spaces: corridors as lines along which one walks, stairs to other floors, and a
 * picture that lies under the plan. Everything in metres, as the spaces are.
 */
export const floorSchema = z.strictObject({
  id,
  floor: z.number().int().min(-20).max(200),
  corridors: z
    .array(
      z.strictObject({
        id,
        points: z
          .array(z.tuple([metres, metres]))
          .min(2)
          .max(100),
      }),
    )
    .max(100)
    .optional(),
  /** Stairs or a lift: where they are, here and on the floor they lead to. */
  stairs: z
    .array(z.strictObject({ id, x: metres, y: metres, to: z.number().int().min(-20).max(200) }))
    .max(50)
    .optional(),
  /** The picture by its id, its upper left corner, and how wide and high it is. */
  picture: z
    .strictObject({
      photo: z.uuid(),
      x: metres,
      y: metres,
      width: z.number().min(1).max(2000),
      height: z.number().min(1).max(2000),
    })
    .optional(),
  retired,
});
/** A patch panel in a closet; `order` counts from the top of the rack. */
export const panelSchema = z.strictObject({
  id,
  name,
  space: id,
  ports: z.number().int().min(1).max(MOST_PORTS),
  order: z.number().int().min(0),
  retired,
});
/** A wall outlet in a room, with its number of positions. */
export const outletSchema = z.strictObject({
  id,
  name,
  space: id,
  positions: z.number().int().min(1).max(MOST_POSITIONS),
  retired,
});
/**
 * One end of a link: its connector, and what it hangs on: a port of a panel, a position of an outlet, or nothing, in the
 * space named (a device's end). The ends of a cord name nothing.
 */
export const linkEndSchema = z.strictObject({
  panel: id.optional(),
  port: z.number().int().min(1).max(MOST_PORTS).optional(),
  outlet: id.optional(),
  position: z.number().int().min(1).max(MOST_POSITIONS).optional(),
  space: id.optional(),
  connector: z.enum(CONNECTOR_FAMILIES),
  slackMm,
});
/** Cords that are made together, at one bench. */
export const batchSchema = z.strictObject({
  id,
  name,
  /** A boot goes onto both ends before anything else. */
  boots: z.literal(true).optional(),
  /** The box or reel the cable is cut from, and what lay in it before this batch, in metres. */
  box: z
    .strictObject({ name: z.string().trim().min(1).max(80), metres: z.number().min(0).max(2000) })
    .optional(),
  note: z.string().max(400).optional(),
  retired,
});
/** One cable with its two ends. */
export const linkSchema = z.strictObject({
  id,
  label: name,
  /** A cord: its batch and its number there. Its head is called end 1, its tail end 2. */
  cord: z.strictObject({ batch: id, number: z.number().int().min(1).max(MOST_CORDS) }).optional(),
  head: linkEndSchema,
  tail: linkEndSchema,
  scheme: z.enum(SCHEMES).optional(),
  ordered: z.enum(ORDERS),
  shielded: z.boolean(),
  cable: z.string().max(80),
  lengthMetres: z.number().min(0.1).max(MOST_CABLE_METRES).optional(),
  evidence: z.enum(EVIDENCE).optional(),
  note: z.string().max(400).optional(),
  /** What the sender of the schedule keeps beside: a value by the name of each of its columns. */
  own: z.record(z.string().min(1).max(80), z.string().max(200)).optional(),
  retired,
});
/** A part, tool or consumable that the job keeps track of. */
export const partSchema = z.strictObject({
  id,
  name,
  kind: z.string().min(1).max(40),
  lot: z.string().max(80).optional(),
  /** How many of it were bought. */
  count: z.number().int().min(1).max(100_000).optional(),
  cable: cableSpecSchema.optional(),
  connector: connectorSpecSchema.optional(),
  /** What a tester can show, its number, and the day its calibration is due. */
  tester: z
    .strictObject({
      evidence: z.enum(EVIDENCE),
      number: z.string().min(1).max(60).optional(),
      calibrationDue: daySchema.optional(),
      /** It has no lamp for the shield. */
      eightLamps: z.literal(true).optional(),
    })
    .optional(),
  /** Velocity of propagation of a cable, as a share of light's, found from a known length of it. */
  nvp: z
    .strictObject({
      value: z.number().min(0.4).max(1),
      metres: z.number().min(LEAST_NVP_METRES).max(1000),
      at: instantSchema,
      by: id,
    })
    .optional(),
  note: z.string().max(400).optional(),
});
/** A person on the job. */
export const personSchema = z.strictObject({
  id,
  name,
  role: z.enum(['technician', 'lead', 'trainee']),
  retired,
});

/** The open format `gauntlet/job@1`: a whole job with every log entry in order. */
export const jobFileSchema = z.strictObject({
  format: z.literal('gauntlet/job@1'),
  job: z.strictObject({
    id: z.string().regex(/^[a-z0-9][a-z0-9-]{0,60}$/),
    name,
    createdAt: instantSchema,
    policy: policySchema,
    /** How often the plan was changed; none where it never was. */
    revision: z.number().int().min(1).optional(),
  }),
  spaces: z.array(spaceSchema),
  panels: z.array(panelSchema),
  outlets: z.array(outletSchema),
  floors: z.array(floorSchema).optional(),
  batches: z.array(batchSchema).optional(),
  runs: z.array(runSchema).optional(),
  links: z.array(linkSchema),
  parts: z.array(partSchema),
  /** Jack legends that were read off on this job. */
  legends: z.array(legendSchema).optional(),
  crew: z.array(personSchema),
  entries: z.array(z.union([entrySchema, jobEntrySchema])),
});

/** A whole job as data. */
export type JobFile = z.infer<typeof jobFileSchema>;
/** What a job asks of its links. */
export type Policy = z.infer<typeof policySchema>;
/** Corridors, stairs and the picture of a floor. */
export type Floor = z.infer<typeof floorSchema>;
/** A closet or a room. */
export type Space = z.infer<typeof spaceSchema>;
/** A patch panel. */
export type Panel = z.infer<typeof panelSchema>;
/** A wall outlet. */
export type Outlet = z.infer<typeof outletSchema>;
/** Cords that are made together. */
export type Batch = z.infer<typeof batchSchema>;
/** A link as planned. */
export type Link = z.infer<typeof linkSchema>;
/** One end of a link as planned. */
export type LinkEnd = z.infer<typeof linkEndSchema>;
/** A part, tool or consumable. */
export type Part = z.infer<typeof partSchema>;
/** A person on the job. */
export type Person = z.infer<typeof personSchema>;

/** A job without its log. Panels stand as they hang, from the top. */
export interface JobPlan {
  id: string;
  name: string;
  createdAt: string;
  policy: Policy;
  /** How often the plan was changed since the job began. */
  revision: number;
  spaces: Space[];
  panels: Panel[];
  outlets: Outlet[];
  floors: Floor[];
  batches: Batch[];
  runs: Run[];
  links: Link[];
  parts: Part[];
  legends: Legend[];
  crew: Person[];
}
