import { json } from '@sveltejs/kit';
import { openApi } from '$lib/server/api/openapi';
import { version } from '../../../../package.json';
import type { RequestHandler } from './$types';

/** What may be asked of this server, as OpenAPI 3.1. */
export const GET: RequestHandler = () => json(openApi(version));
