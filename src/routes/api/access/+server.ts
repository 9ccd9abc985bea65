import { json } from '@sveltejs/kit';
import { firstCode } from '$lib/server/access/invites';
import { listPeople } from '$lib/server/access/people';
import { database } from '$lib/server/db';
import { answering } from '$lib/server/refused';
import type { RequestHandler } from './$types';

/** Whether people have to be let in here, who is on this device, and who else can take it over by a PIN. */
export const GET: RequestHandler = ({ locals }) =>
  answering(async () => {
    const { guarded, who } = locals;
    if (!guarded) return json({ guarded, first: false, who: null, others: [] });
    const db = await database();
    const others = who
      ? (await listPeople(db))
          .filter((p) => p.hasPin && p.id !== who.id)
          .map(({ id, name }) => ({ id, name }))
      : [];
    return json({
      guarded,
      first: !who && (await firstCode(db)) !== null,
      who: who && { id: who.id, name: who.name, role: who.role, job: who.job },
      others,
    });
  });
