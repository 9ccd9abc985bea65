import { json } from '@sveltejs/kit';
import { z } from 'zod';
import { ROLES } from '$core/access/rights';
import { invite } from '$lib/server/access/invites';
import { noteAccess } from '$lib/server/access/access-log';
import { whence } from '$lib/server/access/let-in';
import { listPeople } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering, readJson, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const bodySchema = z
  .object({
    name: z.string().trim().min(1, { error: 'Say whom you let in.' }).max(120),
    role: z.enum(ROLES),
    job: z.string().max(80).optional(),
    user: z.string().max(80).optional(),
  })
  .refine((p) => p.role !== 'client' || p.job, {
    error: 'A client reads one job: say which.',
    path: ['job'],
  });

export const GET: RequestHandler = () =>
  answering(async () => json({ people: await listPeople(await database()) }));

/** Makes a code that lets one device in: of somebody new, or another one of somebody who is here. */
export const POST: RequestHandler = (event) =>
  answering(async () => {
    const parsed = bodySchema.safeParse(await readJson(event.request, 4000));
    if (!parsed.success) throw Refused.fromZod(parsed.error.issues[0]!.message, parsed.error);
    const db = await database();
    const made = await invite(db, parsed.data);
    await noteAccess(db, 'code-shown', { person: parsed.data.name, by: event.locals.who?.name ?? null, ...whence(event) }); // prettier-ignore
    return json(made, { status: 201 });
  });
