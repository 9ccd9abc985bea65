import { EventEmitter } from 'node:events';
import type { LogEntry } from '$core/model/entry';
import type { LinkStatus } from '$core/log/state';

/** What other devices are told when entries were kept. */
export interface FeedItem {
  /** The last entry of the log that this tells of. */
  seq: number;
  entries: LogEntry[];
  states: LinkStatus[];
  /** The plan was changed: the name its sender gave that change. */
  plan?: string;
}

const feed = new EventEmitter();
feed.setMaxListeners(0);

/** Tells everybody who listens to a job what was kept. */
export const publish = (job: string, item: FeedItem): void => void feed.emit(job, item);

/** Listens to a job; returns what ends that. */
export function subscribe(job: string, listener: (item: FeedItem) => void): () => void {
  feed.on(job, listener);
  return () => feed.off(job, listener);
}
