import { expose } from 'comlink';
import { readSheetBytes } from './bytes';

const api = { read: readSheetBytes };
/** What this worker does. */
export type SheetApi = typeof api;
expose(api);
