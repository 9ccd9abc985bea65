import { json } from '@sveltejs/kit';
import { database } from '$lib/server/db';
import { keepPhoto, MOST_PHOTO_BYTES, readPhoto } from '$lib/server/jobs/photos';
import { answering, readBytes, Refused } from '$lib/server/refused';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ params, request }) =>
  answering(async () => {
    await keepPhoto(await database(), params.job, params.id, await readBytes(request, MOST_PHOTO_BYTES));
    return json({ kept: params.id }, { status: 201 });
  });

export const GET: RequestHandler = ({ params }) =>
  answering(async () => {
    const photo = await readPhoto(await database(), params.job, params.id);
    if (!photo)
      throw new Refused(
        'This picture is not here yet.',
        [{ path: 'id', message: 'It may still wait on the device that took it.' }],
        404,
      );
    return new Response(Buffer.from(photo.bytes), {
      headers: {
        'content-type': photo.type,
        'cache-control': 'private, max-age=31536000, immutable',
        'x-content-type-options': 'nosniff',
      },
    });
  });
