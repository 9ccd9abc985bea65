import { promisify } from 'node:util';
import { constants, gzip } from 'node:zlib';
import { database } from '$lib/server/db';
import { siteJson, sitePacked, siteSince } from '$lib/server/jobs/site';
import { siteReady } from '$lib/server/jobs/site-ready';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const zip = promisify(gzip);
/** Texts shorter than this are not worth packing. */
const WORTH_PACKING = 20_000;

const JSON_TYPE = 'application/json; charset=utf-8';
const answer = (body: string | Buffer, type: string, zipped: boolean) =>
  new Response(typeof body === 'string' ? body : new Uint8Array(body), {
    headers: {
      'content-type': type,
      'cache-control': 'no-store',
      ...(zipped ? { 'content-encoding': 'gzip', vary: 'accept-encoding' } : {}),
    },
  });

/** Everything a device needs to open a job, with `?as=packed` the states of its links packed behind it; with `?from=` the mark of what it has, only what is new since. */
export const GET: RequestHandler = ({ params, request, url }) =>
  answering(async () => {
    const db = await database();
    const unzips = request.headers.get('accept-encoding')?.includes('gzip') ?? false;
    const from = url.searchParams.get('from');
    const since = from === null ? undefined : await siteSince(db, params.job, from);
    if (!since && url.searchParams.get('as') === 'packed') {
      const packed = await (unzips ? siteReady(db, params.job) : sitePacked(db, params.job));
      if (!packed) throw noSuchJob(params.job);
      return answer(packed, 'application/octet-stream', unzips);
    }
    const text = since ? JSON.stringify(since) : await siteJson(db, params.job);
    if (text === undefined) throw noSuchJob(params.job);
    if (text.length < WORTH_PACKING || !unzips) return answer(text, JSON_TYPE, false);
    return answer(await zip(text, { level: constants.Z_BEST_SPEED }), JSON_TYPE, true);
  });
