import { expose } from 'comlink';
import { trendOf } from '$core/trend/trend';

const api = { trend: trendOf };
/** What this worker does: off the main thread, as a long log takes a moment. */
export type TrendApi = typeof api;
expose(api);
