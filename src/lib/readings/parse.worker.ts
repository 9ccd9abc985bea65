import { expose } from 'comlink';
import { parseReadingsCsv } from '$core/formats/readings-csv';

const api = { parse: parseReadingsCsv };
/** What this worker does. */
export type ParseApi = typeof api;
expose(api);
