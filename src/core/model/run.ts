import { z } from 'zod';

/** Ways a cable goes: along a wall, up and down it, through it, over a ceiling, and a loop left to spare. */
export const STEP_KINDS = ['along', 'up', 'down', 'through', 'over', 'loop'] as const;
/** A way a cable goes. */
export type StepKind = (typeof STEP_KINDS)[number];

/** Most steps of one run. Our judgement. */
export const MOST_STEPS = 100;
/** Most links of one run. Our judgement. */
export const MOST_LINKS = 500;
const mm = (least: number, most: number) => z.number().min(least).max(most);

/** One step of a run: so many metres one way. */
export const runStepSchema = z.strictObject({
  go: z.enum(STEP_KINDS),
  /** How far; of a wall, how thick it is; of a loop, how much cable lies in it. */
  metres: z.number().min(0.01).max(500),
  /** Degrees to the right (to the left where negative) before it goes on level. */
  turn: z.number().min(-180).max(180).optional(),
  /** Through a ceiling, or a floor, instead of a wall. */
  slab: z.enum(['up', 'down']).optional(),
  /** Radius of the bend it begins with; of a loop, the loop's own. */
  radiusMm: mm(1, 2000).optional(),
  /** Of a hole, how far from the corner both rooms share. */
  cornerMm: mm(1, 20_000).optional(),
  /** Somebody knows what is behind the wall, and looked through the hole. */
  behindKnown: z.literal(true).optional(),
  lookedThrough: z.literal(true).optional(),
  /** How far off a mains cable lies that it runs beside. */
  mainsMm: mm(0, 5000).optional(),
});

/** A cable's way as it is laid, step by step, and the links that lie in it. */
export const runSchema = z.strictObject({
  id: z.string().min(1).max(80),
  name: z.string().trim().min(1).max(120),
  /** Where it begins on the plan, in metres, and the way one looks there: 0 is across the sheet, 90 down. */
  from: z
    .strictObject({ floor: z.number().int().min(-20).max(200), x: z.number(), y: z.number(), heading: z.number().min(-360).max(360) })
    .optional(),
  steps: z.array(runStepSchema).max(MOST_STEPS),
  links: z.array(z.string().min(1).max(80)).max(MOST_LINKS),
  /** The plug is on before the cable goes through: holes are made for it. */
  plugFirst: z.literal(true).optional(),
  /** Nobody walked it: no corridor of the plan leads there, so it goes straight. */
  straight: z.literal(true).optional(),
  retired: z.literal(true).optional(),
}); // prettier-ignore

/** One step of a run. */
export type RunStep = z.infer<typeof runStepSchema>;
/** A cable's way as it is laid. */
export type Run = z.infer<typeof runSchema>;

/** Whether a step goes level, so that it may turn. */
export const isLevel = (s: Pick<RunStep, 'go' | 'slab'>): boolean =>
  s.go === 'along' || s.go === 'over' || (s.go === 'through' && !s.slab);
