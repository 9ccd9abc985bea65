import { EVIDENCE } from '../model/evidence';
import { DEFAULT_COSTS } from '../model/costs';
import { z } from 'zod';
import { CONNECTOR_CLASSES } from '../wiring/connector';
import { CONDUCTORS, contactsOf } from '../wiring/conductors';
import { ORDERS, SCHEMES } from '../wiring/schemes';
import { readMeasured } from '../log/measured';
import { ZONES, type Copper } from '../copper/copper';
import { type DiagnoseInput } from '../diagnose/types';
import { contactSchema, endSchema, measuredSchema } from '../model/reading';

const conductorSchema = z.enum([...CONDUCTORS, 'DRAIN']);
const endSpecSchema = z.object({ connector: z.enum(CONNECTOR_CLASSES), scheme: z.enum(SCHEMES) });
const linkSpecSchema = z.object({
  head: endSpecSchema,
  tail: endSpecSchema,
  ordered: z.enum(ORDERS).default('straight'),
  shielded: z.boolean().default(false),
  lengthMetres: z.number().min(0.1).max(2000).optional(),
});
const minutes = (start: number) => z.number().min(0).max(100_000).default(start);
const costsSchema = z.object({
  look: minutes(DEFAULT_COSTS.look),
  walk: minutes(DEFAULT_COSTS.walk),
  prove: minutes(DEFAULT_COSTS.prove),
  redoPlug: minutes(DEFAULT_COSTS.redoPlug),
  redoJack: minutes(DEFAULT_COSTS.redoJack),
  repunch: minutes(DEFAULT_COSTS.repunch),
  repull: minutes(DEFAULT_COSTS.repull),
});
const lookSchema = z.object({
  end: endSchema,
  contact: contactSchema,
  conductor: conductorSchema,
  open: z.boolean().optional(),
  bridged: z.boolean().optional(),
});

/** The body of `POST /api/diagnose`. Only the walk and the two ends are required. */
export const diagnoseRequestSchema = z.object({
  link: linkSpecSchema,
  reading: measuredSchema,
  standingAt: endSchema.default('head'),
  knowledge: z
    .object({
      looked: z.array(lookSchema).max(32).default([]),
      readBack: z.array(endSchema).max(8).default([]),
      redone: z.array(endSchema).max(8).default([]),
    })
    .default({ looked: [], readBack: [], redone: [] }),
  costs: costsSchema.default(DEFAULT_COSTS),
});

/** A request as the engine takes it, or what is wrong with its walk. */
export function diagnoseInput(
  request: z.infer<typeof diagnoseRequestSchema>,
): { ok: true; input: DiagnoseInput } | { ok: false; path: string; message: string } {
  const read = readMeasured(request.reading, request.link.shielded);
  if (!read.ok) return { ok: false, path: 'reading.walk', message: read.message };
  const stray = read.reading.distances?.findIndex((d) => d.contact === 'S' && !request.link.shielded) ?? -1;
  if (stray >= 0)
    return {
      ok: false,
      path: `reading.distances.${stray}.contact`,
      message: 'A distance to S, but this link is not shielded.',
    };
  const { knowledge } = request;
  return {
    ok: true,
    input: {
      ...request,
      reading: { ...read.reading, splits: read.reading.splits && [...new Set(read.reading.splits)] },
      knowledge: {
        looked: knowledge.looked,
        readBack: [...new Set(knowledge.readBack)],
        redone: [...new Set(knowledge.redone)],
      },
    },
  };
}

const endCopperSchema = z.object({
  seats: z.partialRecord(contactSchema, conductorSchema),
  open: z.array(contactSchema).max(9).default([]),
  bridges: z
    .array(z.tuple([contactSchema, contactSchema]))
    .max(36)
    .default([]),
});

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
