import { promisify } from 'node:util';
import { constants, gzip } from 'node:zlib';
import { database } from '$lib/server/db';
import { siteJson, siteSince } from '$lib/server/jobs/site';
import { answering, noSuchJob } from '$lib/server/refused';
import type { RequestHandler } from './$types';

const zip = promisify(gzip);
/** Texts shorter than this are not worth packing. */
const WORTH_PACKING = 20_000;

/** Everything a device needs to open a job, with `?as=lines` the states of its links a line each; with `?from=` the mark of what it has, only what is new since. */
export const GET: RequestHandler = ({ params, request, url }) =>
  answering(async () => {
    const db = await database();
    const from = url.searchParams.get('from');
    const since = from === null ? undefined : await siteSince(db, params.job, from);
    const as = url.searchParams.get('as') === 'lines' ? 'lines' : 'json';
    const text = since ? JSON.stringify(since) : await siteJson(db, params.job, as);
    if (text === undefined) throw noSuchJob(params.job);
    const type = since || as === 'json' ? 'application/json' : 'application/jsonl';
    const headers = { 'content-type': `${type}; charset=utf-8`, 'cache-control': 'no-store' };
    if (text.length < WORTH_PACKING || !request.headers.get('accept-encoding')?.includes('gzip'))
      return new Response(text, { headers });
    return new Response(new Uint8Array(await zip(text, { level: constants.Z_BEST_SPEED })), {
      headers: { ...headers, 'content-encoding': 'gzip', vary: 'accept-encoding' },
    });
  });
