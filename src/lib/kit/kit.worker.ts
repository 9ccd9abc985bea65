import { expose } from 'comlink';
import { kitReport } from '$core/kit/report';

const api = { report: kitReport };
/** What this worker does: off the main thread, as the log may be long. */
export type KitApi = typeof api;
expose(api);
