import { EVIDENCE } from '../model/evidence';
import { DEFAULT_COSTS, type Costs } from '../model/costs';
import { z } from 'zod';
import { CONNECTOR_CLASSES, CONNECTOR_FAMILIES, type ConnectorClass } from '../wiring/connector';
import { CONDUCTORS, contactsOf, type End } from '../wiring/conductors';
import { ORDERS, SCHEMES, type Seats } from '../wiring/schemes';
import { readMeasured } from '../log/measured';
import { parseWalk, type Walk } from '../reading/walk';
import { ZONES, type Copper } from '../copper/copper';
import { LEAD_KNOWN, NOTHING_KNOWN, type DiagnoseInput, type LeadKnown } from '../diagnose/types';
import { contactSchema, endSchema, measuredSchema } from '../model/reading';

const conductorSchema = z.enum([...CONDUCTORS, 'DRAIN']);
const endSpecSchema = z.object({
  connector: z.enum(CONNECTOR_CLASSES),
  scheme: z.enum(SCHEMES),
  family: z.enum(CONNECTOR_FAMILIES).optional(),
});
const linkSpecSchema = z.object({
  head: endSpecSchema,
  tail: endSpecSchema,
  ordered: z.enum(ORDERS).default('straight'),
  shielded: z.boolean().default(false),
  lengthMetres: z.number().min(0.1).max(2000).optional(),
});
const minutes = (start: number) => z.number().min(0).max(100_000).default(start);
const costsSchema = z.object(
  Object.fromEntries(Object.entries(DEFAULT_COSTS).map(([what, start]) => [what, minutes(start)])) as Record<
    keyof Costs,
    ReturnType<typeof minutes>
  >,
);
const leadSchema = z.enum(LEAD_KNOWN);
const lookSchema = z.object({
  end: endSchema,
  contact: contactSchema,
  conductor: conductorSchema,
  open: z.boolean().optional(),
  bridged: z.boolean().optional(),
});

const countsSchema = z
  .record(z.string().max(40), z.number().int().min(0).max(1_000_000))
  .refine((r) => Object.keys(r).length <= 40, 'names more than 40 kinds');
const knowledgeSchema = z.object({
  looked: z.array(lookSchema).max(32).default([]),
  readBack: z.array(endSchema).max(8).default([]),
  redone: z.array(endSchema).max(8).default([]),
  repunched: z
    .array(z.object({ end: endSchema, contact: contactSchema }))
    .max(64)
    .default([]),
  swapped: z.array(endSchema).max(8).default([]),
  checked: z.boolean().default(false),
  recent: z
    .array(z.object({ walk: z.string().max(200) }))
    .max(20, 'at most 20, newest first')
    .default([]),
  found: z
    .object({
      head: countsSchema.optional(),
      tail: countsSchema.optional(),
      cable: countsSchema.optional(),
      lead: countsSchema.optional(),
    })
    .optional(),
});

/** The body of `POST /api/diagnose`. Only the walk and the two ends are required. */
export const diagnoseRequestSchema = z.object({
  link: linkSpecSchema,
  leads: z.object({ head: leadSchema.optional(), tail: leadSchema.optional() }).default({}),
  reading: measuredSchema,
  standingAt: endSchema.default('head'),
  knowledge: knowledgeSchema.default({ ...NOTHING_KNOWN, looked: [], readBack: [], redone: [], repunched: [], swapped: [], recent: [] }), // prettier-ignore
  costs: costsSchema.default(DEFAULT_COSTS),
});

/** What is known of the lead at an end where nobody says: unproven at a jack, none elsewhere. */
export const leadUnsaid = (connector: ConnectorClass): LeadKnown =>
  connector === 'jack' ? 'unproven' : 'none';

/** A request as the engine takes it, or what is wrong with its walk. */
export function diagnoseInput(
  request: z.infer<typeof diagnoseRequestSchema>,
): { ok: true; input: DiagnoseInput } | { ok: false; path: string; message: string } {
  const read = readMeasured(request.reading, request.link.shielded);
  if (!read.ok) return { ok: false, path: 'reading.walk', message: read.message };
  if (request.link.shielded && read.reading.walk.length === 8)
    return {
      ok: false,
      path: 'reading.walk',
      message: 'The walk has 8 answers, this link has 9 contacts: the ninth is for S.',
    };
  const stray = read.reading.distances?.findIndex((d) => d.contact === 'S' && !request.link.shielded) ?? -1;
  if (stray >= 0)
    return {
      ok: false,
      path: `reading.distances.${stray}.contact`,
      message: 'A distance to S, but this link is not shielded.',
    };
  const { knowledge, link } = request;
  const recent: { walk: Walk }[] = [];
  for (const [i, { walk }] of knowledge.recent.entries()) {
    const tokens = walk.trim().split(/\s+/);
    const parsed = parseWalk(walk, tokens.length === 9 || tokens[0]?.length === 9);
    if (!parsed.ok) return { ok: false, path: `knowledge.recent.${i}.walk`, message: parsed.message };
    recent.push({ walk: parsed.walk });
  }
  // A plug goes into the tester itself, whatever is said of a lead.
  const leadAt = (end: End): LeadKnown =>
    link[end].connector === 'plug' ? 'none' : (request.leads[end] ?? leadUnsaid(link[end].connector));
  const each = <T>(of: (found: Record<string, number> | undefined) => T) => ({
    head: of(knowledge.found?.head),
    tail: of(knowledge.found?.tail),
    cable: of(knowledge.found?.cable),
    lead: of(knowledge.found?.lead),
  });
  return {
    ok: true,
    input: {
      ...request,
      leads: { head: leadAt('head'), tail: leadAt('tail') },
      reading: { ...read.reading, splits: read.reading.splits && [...new Set(read.reading.splits)] },
      knowledge: {
        looked: knowledge.looked,
        readBack: [...new Set(knowledge.readBack)],
        redone: [...new Set(knowledge.redone)],
        repunched: knowledge.repunched,
        swapped: [...new Set(knowledge.swapped)],
        checked: knowledge.checked,
        recent,
        ...(knowledge.found ? { found: each((f) => f ?? {}) } : {}),
      },
    },
  };
}

const endCopperSchema = z.object({
  /** A slot that holds nothing is `null` or left out. */
  seats: z
    .partialRecord(contactSchema, conductorSchema.nullable())
    .transform((seats) => Object.fromEntries(Object.entries(seats).filter(([, c]) => c !== null)) as Seats),
  open: z.array(contactSchema).max(9).default([]),
  looksHome: z.array(contactSchema).max(9).default([]),
  bent: z.array(contactSchema).max(9).default([]),
  bridges: z
    .array(z.tuple([contactSchema, contactSchema]))
    .max(36)
    .default([]),
});

const leadCopperSchema = z
  .object({
    order: z.enum(['12345678', '36145278']).default('12345678'),
    open: z
      .array(contactSchema.exclude(['S']))
      .max(8)
      .default([]),
    bridges: z
      .array(z.tuple([contactSchema.exclude(['S']), contactSchema.exclude(['S'])]))
      .max(28)
      .default([]),
  })
  .nullable();

/** The body of `POST /api/simulate`: copper, and the kind of tester that looks at it. */
export const simulateRequestSchema = z.object({
  link: linkSpecSchema,
  head: endCopperSchema,
  tail: endCopperSchema,
  cable: z
    .object({
      breaks: z
        .array(z.object({ conductor: conductorSchema, zone: z.enum(ZONES) }))
        .max(27)
        .default([]),
      bridges: z
        .array(z.tuple([conductorSchema, conductorSchema]))
        .max(36)
        .default([]),
    })
    .default({ breaks: [], bridges: [] }),
  leads: z
    .object({ head: leadCopperSchema.default(null), tail: leadCopperSchema.default(null) })
    .default({ head: null, tail: null }),
  setting: z.enum(['right', 'wrong']).default('right'),
  evidence: z.enum(EVIDENCE).default('wiremap'),
});

/** Copper that cannot be: a contact the link does not have, a conductor in two seats, a bridge to itself. */
export function copperProblems(copper: Copper, shielded: boolean): { path: string; message: string }[] {
  const problems: { path: string; message: string }[] = [];
  const contacts = contactsOf(shielded);
  for (const end of ['head', 'tail'] as const) {
    const seen = new Map<string, string>();
    for (const [contact, conductor] of Object.entries(copper[end].seats)) {
      if (seen.has(conductor))
        problems.push({
          path: `${end}.seats.${contact}`,
          message: `${conductor} lies at contact ${seen.get(conductor)} already: one conductor has one seat.`,
        });
      seen.set(conductor, contact);
    }
    const named = [...Object.keys(copper[end].seats), ...copper[end].open, ...copper[end].bridges.flat()];
    if (!shielded && named.includes('S'))
      problems.push({ path: end, message: 'S is named, but this link is not shielded.' });
    copper[end].bridges.forEach(
      ([a, b], i) =>
        a === b &&
        problems.push({ path: `${end}.bridges.${i}`, message: `Contact ${a} cannot be joined to itself.` }),
    );
    if (contacts.every((c) => copper[end].seats[c] === undefined))
      problems.push({ path: `${end}.seats`, message: 'No contact holds a conductor: seat at least one.' });
  }
  copper.cable.bridges.forEach(
    ([a, b], i) =>
      a === b && problems.push({ path: `cable.bridges.${i}`, message: `${a} cannot be joined to itself.` }),
  );
  return problems;
}
