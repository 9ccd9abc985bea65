import { database } from '$lib/server/db';
import { onPutOut, subscribe, type FeedItem } from '$lib/server/jobs/feed';
import { noSuchJob } from '$lib/server/refused';
import { databaseId, START } from '$lib/server/db/identity';
import { isOfLog, itemSince } from '$lib/server/jobs/since';
import type { RequestHandler } from './$types';

/** A beat, so that a connection that died is noticed at both ends. */
const STILL_THERE_MS = 15_000;

/** What a device knows last: the number of an entry, and after a point its id, where it says that (an empty log has none). */
const PLACE = /^(\d{1,15})(?:\.(.{0,80}))?$/;

/** Most bytes that wait for a device that does not read. */
const MOST_UNREAD = 2_000_000;

/** Server-sent events: what others log on this job, from the entry that the device knows last. */
export const GET: RequestHandler = async ({ params, url, request, locals }) => {
  const { since, last } = Object.fromEntries(url.searchParams);
  const [, number, id] =
    PLACE.exec(request.headers.get('last-event-id') ?? [since, last].filter(Boolean).join('.')) ?? [];
  const known = Number(number ?? 0);
  const db = await database();
  const there = await db.selectFrom('job').select('id').where('id', '=', params.job).executeTakeFirst();
  if (!there) return noSuchJob(params.job).toResponse();
  const said = `event: beat\ndata: ${JSON.stringify({ database: await databaseId(db), start: START })}\n\n`;
  let end = () => {};
  const body = new ReadableStream<Uint8Array>(
    {
      async start(controller) {
        const write = (text: string) => {
          controller.enqueue(new TextEncoder().encode(text));
          // Whoever does not read is let go of: the device asks again from what it knows.
          if ((controller.desiredSize ?? 0) < -MOST_UNREAD) {
            end();
            controller.error(new Error('not read'));
          }
        };
        const tell = (item: FeedItem) =>
          write(`id: ${item.seq}.${item.entries.at(-1)!.id}\ndata: ${JSON.stringify(item)}\n\n`);
        // Subscribed before the past is read, so that nothing falls between the two.
        let told = known;
        const meanwhile: FeedItem[] = [];
        let live = false;
        const unsubscribe = subscribe(params.job, (item) => {
          if (!live) meanwhile.push(item);
          else tell(item);
        });
        const beat = setInterval(() => write(said), STILL_THERE_MS);
        beat.unref();
        // Whoever is put out hears nothing more.
        const stay = locals.who
          ? onPutOut(locals.who.session, () => {
              end();
              controller.close();
            })
          : () => undefined;
        end = () => {
          stay();
          unsubscribe();
          clearInterval(beat);
        };
        const knows = id === undefined || (await isOfLog(db, params.job, { seq: known, id }));
        const past = knows ? await itemSince(db, params.job, known) : null;
        write('retry: 1000\n\n');
        if (past === null) write('event: anew\ndata: {}\n\n');
        else if (past.entries.length) {
          tell(past);
          told = past.seq;
        }
        for (const item of meanwhile) if (item.seq > told) tell(item);
        write(said);
        live = true;
      },
      cancel: () => end(),
    },
    new ByteLengthQueuingStrategy({ highWaterMark: 64_000 }),
  );
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-cache',
      'x-accel-buffering': 'no',
    },
  });
};
