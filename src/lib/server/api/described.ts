import { z } from 'zod';
import { diagnoseRequestSchema, simulateRequestSchema } from '$core/formats/diagnose';
import { labelRequestSchema, stripRequestSchema } from '$core/formats/labels';
import { jobFileSchema } from '$core/model/job';
import { newJobSchema, planChangesSchema } from '$core/model/plan-changes';
import { instantSchema } from '$core/model/reading';
import { missingSchema } from '../jobs/missing';
import { handoverSchema } from '../jobs/handover';
import { copyJobSchema, deleteJobSchema } from '../jobs/whole-jobs';
import { shareSchema } from '../jobs/shares';
import { bringReadingsQuery } from '../jobs/bring-readings';
import { bringScheduleQuery } from '../jobs/bring-schedule';

/** One thing that may be asked of the server, for other programs. */
export interface Described {
  summary: string;
  query?: z.ZodObject;
  /** What is sent: a schema for JSON, or the type of the file and what it is. */
  body?: z.ZodType | { type: string; says: string };
  /** What is answered: a schema for JSON, or the type of the file and what it is. */
  answer: z.ZodType | { type: string; says: string };
  status?: 200 | 201;
}

const csv = (says: string) => ({ type: 'text/csv', says });
const clientView = z.looseObject({ name: z.string(), counted: z.record(z.string(), z.number()), groups: z.array(z.unknown()) }); // prettier-ignore
const problem = z.object({ line: z.string(), column: z.string(), message: z.string() });
const job = z.object({ id: z.string(), name: z.string() });
const link = z.looseObject({ link: z.string() });

const filter = z.object({
  as: z.enum(['csv', 'json']).optional(),
  link: z.string().optional(),
  by: z.string().optional(),
  kind: z.string().optional(),
  from: z.string().optional(),
  to: z.string().optional(),
});

/** What may be asked of the server, by method and route, as the rights are. */
export const DESCRIBED: Record<string, Described> = {
  'GET /api/health': {
    summary: 'Whether the server and its database work',
    answer: z.object({ ok: z.boolean(), version: z.string(), database: z.string(), backup: z.unknown().optional() }), // prettier-ignore
  },
  'GET /api/openapi.json': { summary: 'This description', answer: z.looseObject({ openapi: z.string() }) },
  'GET /api/schemas/[name]': {
    summary: 'The JSON Schema of an open format',
    answer: z.looseObject({ $schema: z.string() }),
  },
  'POST /api/diagnose': {
    summary: 'What a reading of a link may mean, likeliest first',
    body: diagnoseRequestSchema,
    answer: z.looseObject({ explanations: z.array(z.unknown()).optional() }),
  },
  'POST /api/simulate': {
    summary: 'The reading a tester would give of known copper',
    body: simulateRequestSchema,
    answer: z.looseObject({}),
  },
  'GET /api/jobs': { summary: 'The jobs that are here', answer: z.object({ jobs: z.array(job) }) },
  'POST /api/jobs': {
    summary: 'Begins a job',
    body: newJobSchema,
    answer: z.object({ job: z.string() }),
    status: 201,
  },
  'POST /api/jobs/import': {
    summary: 'Brings a whole job in, as gauntlet/job@1 or as a package of it and its pictures',
    query: z.object({ beside: z.string().optional() }),
    body: jobFileSchema,
    answer: z.looseObject({ job: z.string() }),
    status: 201,
  },
  'GET /api/jobs/[job]': {
    summary: 'A job: its plan, how every link stands, how far it is',
    answer: z.object({
      plan: z.looseObject({ id: z.string(), name: z.string(), revision: z.number(), links: z.array(z.unknown()) }), // prettier-ignore
      states: z.array(link),
      progress: z.object({ links: z.number(), proven: z.number() }),
    }),
  },
  'DELETE /api/jobs/[job]': {
    summary: 'Deletes a job with its log and pictures, for good: its name has to be sent',
    body: deleteJobSchema,
    answer: z.object({ deleted: z.string() }),
  },
  'POST /api/jobs/[job]/copy': {
    summary: 'Begins a job from the plan of this one, or from its terms and people',
    body: copyJobSchema,
    answer: z.object({ job: z.string() }),
    status: 201,
  },
  'GET /api/search': {
    summary: 'Looks for a text in the jobs, their links and their places',
    query: z.object({ q: z.string() }),
    answer: z.object({ found: z.array(z.looseObject({ job: z.string(), kind: z.string(), name: z.string() })) }), // prettier-ignore
  },
  'GET /api/jobs/[job]/site': {
    summary: 'All a device needs to open a job, or what is new since a mark',
    query: z.object({ from: z.string().optional(), as: z.enum(['packed']).optional() }),
    answer: z.looseObject({}),
  },
  'GET /api/jobs/[job]/events': {
    summary: 'What is logged and changed, as it happens',
    answer: { type: 'text/event-stream', says: 'Server-sent events' },
  },
  'GET /api/jobs/[job]/export': {
    summary: 'The whole job as gauntlet/job@1, or with its pictures as a package',
    query: z.object({ as: z.enum(['package']).optional() }),
    answer: z.looseObject({ format: z.string() }),
  },
  'GET /api/jobs/[job]/history': {
    summary: 'The log',
    query: filter,
    answer: csv('The log, oldest first; newest first as JSON with as=json'),
  },
  'GET /api/jobs/[job]/schedule': {
    summary: 'The links as a schedule',
    answer: csv('A row for every link; it can be sent back'),
  },
  'POST /api/jobs/[job]/schedule': {
    summary: 'Reads a schedule and says what it would do; takes it in where told to, all or nothing',
    query: bringScheduleQuery,
    body: csv('A schedule as CSV, or as .xlsx'),
    answer: z.object({
      taken: z.boolean(),
      rows: z.number(),
      new: z.number(),
      renamed: z.number(),
      moved: z.number(),
      changed: z.number(),
      same: z.number(),
      gone: z.array(z.string()),
      problems: z.array(problem),
      aside: z.array(z.object({ line: z.string(), why: z.string(), text: z.string() })),
      revision: z.number().optional(),
    }),
  },
  'POST /api/jobs/[job]/readings': {
    summary:
      'Logs readings, all or none; the same file sent twice is logged once. Times are doubted unless clock=right says that they are by a clock that is right',
    query: bringReadingsQuery,
    body: csv('Readings with at least the columns link and walk'),
    answer: z.object({
      logged: z.number(),
      again: z.number(),
      problems: z.array(z.object({ line: z.number(), column: z.string(), message: z.string() })),
    }),
    status: 201,
  },
  'GET /api/jobs/[job]/tools': {
    summary: 'How every tool and lead stands',
    answer: z.object({ tools: z.array(z.unknown()) }),
  },
  'GET /api/jobs/[job]/record': {
    summary:
      'The as-built record: as a PDF, as gauntlet/record@1 with as=json, as a workbook with as=xlsx, its links with as=csv, its open points with as=open-csv',
    query: z.object({ as: z.enum(['pdf', 'json', 'xlsx', 'csv', 'open-csv']).optional() }),
    answer: { type: 'application/pdf', says: 'The record' },
  },
  'GET /api/jobs/[job]/view': {
    summary: 'A job as its client sees it: how its links stand, and neither people nor their minutes',
    answer: clientView,
  },
  'GET /api/view/[secret]': {
    summary: 'A job as its client sees it, by the secret of an address',
    answer: clientView,
  },
  'GET /api/view/[secret]/record': {
    summary: 'The as-built record, by the secret of a client’s address',
    answer: { type: 'application/pdf', says: 'The record' },
  },
  'GET /api/jobs/[job]/shares': {
    summary: 'Addresses under which clients see this job',
    answer: z.object({ shares: z.array(z.looseObject({ id: z.string(), name: z.string(), expiresAt: z.string() })) }), // prettier-ignore
  },
  'POST /api/jobs/[job]/shares': {
    summary: 'Makes an address for a client; its secret is told this once',
    body: shareSchema,
    answer: z.looseObject({ id: z.string(), secret: z.string() }),
    status: 201,
  },
  'DELETE /api/jobs/[job]/shares': {
    summary: 'Takes a client’s address back',
    query: z.object({ id: z.string() }),
    answer: z.object({ takenBack: z.string() }),
  },
  'GET /api/jobs/[job]/exam': {
    summary: 'An exam of the drill by its name, to print; with what is right where answers=1',
    query: z.object({ seed: z.string(), own: z.string().optional(), answers: z.string().optional() }),
    answer: { type: 'application/pdf', says: 'The questions' },
  },
  'GET /api/jobs/[job]/kit': {
    summary:
      'What a job takes, what was used of it and how long the rest takes, of one closet where it is named; as=xlsx as a workbook',
    query: z.object({
      as: z.enum(['json', 'xlsx']).optional(),
      closet: z.string().optional(),
      suffice: z.number().optional(),
    }),
    answer: z.object({ kit: z.object({ items: z.array(z.unknown()), cables: z.array(z.unknown()) }), used: z.unknown(), time: z.unknown() }), // prettier-ignore
  },
  'GET /api/jobs/[job]/trend': {
    summary: 'What goes wrong on a job, and when it will be done, for somebody of its crew',
    query: z.object({ me: z.string(), today: z.iso.date(), working: z.string().optional() }),
    answer: z.object({ left: z.object({ ends: z.number(), proofs: z.number() }), done: z.unknown() }),
  },
  'GET /api/jobs/[job]/sheets': {
    summary: 'Work sheets by place, or the snag list with kind=snags (as CSV too), to print',
    query: z.object({ kind: z.enum(['work', 'snags']).optional(), as: z.enum(['pdf', 'csv']).optional() }),
    answer: { type: 'application/pdf', says: 'Sheets of paper' },
  },
  'GET /api/jobs/[job]/handover': {
    summary: 'The last handover, and what was logged since',
    answer: z.object({ last: z.unknown(), since: z.record(z.string(), z.number()) }),
  },
  'POST /api/jobs/[job]/handover': {
    summary: 'Hands the job over: who takes it over signs, what is refused goes back to redo',
    body: handoverSchema,
    answer: z.looseObject({ kind: z.string() }),
    status: 201,
  },
  'GET /api/jobs/[job]/links/[link]/history': {
    summary: 'What was logged of one link',
    answer: z.looseObject({ entries: z.array(z.unknown()) }),
  },
  'POST /api/jobs/[job]/links/[link]/tester': {
    summary: 'Takes what a tester sent as a reading of this link',
    body: z.looseObject({}),
    answer: z.looseObject({}),
  },
  'POST /api/jobs/[job]/labels': {
    summary: 'Labels of a job as a PDF',
    body: z.union([labelRequestSchema, stripRequestSchema]),
    answer: { type: 'application/pdf', says: 'Sheets of labels' },
  },
  'GET /api/jobs/[job]/photos/[id]': { summary: 'A picture', answer: { type: 'image/*', says: 'The picture' } }, // prettier-ignore
  'PUT /api/jobs/[job]/photos/[id]': {
    summary: 'Keeps a picture an entry names',
    body: { type: 'image/*', says: 'JPEG, PNG or WebP' },
    answer: z.object({ kept: z.string() }),
    status: 201,
  },
  'POST /api/jobs/[job]/entries': {
    summary:
      'Appends entries to the log; each is kept or refused by itself, and kept once however often it is sent',
    body: z.object({ sentAt: instantSchema.optional(), clockErrorMs: z.number().optional(), database: z.string().optional(), entries: z.array(z.looseObject({ id: z.string(), kind: z.string() })).min(1).max(500) }), // prettier-ignore
    answer: z.object({
      kept: z.array(z.string()),
      refused: z.array(z.object({ id: z.string().nullable(), message: z.string(), issues: z.array(z.unknown()) })), // prettier-ignore
      states: z.array(link),
      revision: z.number(),
      database: z.string(),
    }),
  },
  'POST /api/jobs/[job]/entries/missing': {
    summary: 'Which entries that this database kept once it has no more, as after a restore',
    body: missingSchema,
    answer: z.object({ missing: z.array(z.string()) }),
  },
  'POST /api/jobs/[job]/photos/missing': {
    summary: 'Which pictures that this database kept once it has no more, as after a restore',
    body: missingSchema,
    answer: z.object({ missing: z.array(z.string()) }),
  },
  'POST /api/jobs/[job]/plan': {
    summary: 'Changes the plan, all or nothing',
    body: planChangesSchema,
    answer: z.looseObject({ revision: z.number() }),
  },
};
