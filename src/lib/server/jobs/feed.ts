import { EventEmitter } from 'node:events';
import type { LogEntry } from '$core/model/entry';
import type { LinkStatus } from '$core/log/state';

/** What other devices are told when entries were kept. */
export interface FeedItem {
  /** The last entry of the log that this tells of. */
  seq: number;
  entries: LogEntry[];
  states: LinkStatus[];
  /** The revision of the plan now; an entry `planned` tells of each change. */
  revision: number;
}

const feed = new EventEmitter();
feed.setMaxListeners(0);

/** An emitter gives the event `error` a meaning of its own: no job's name may be one. */
const channel = (job: string) => `job ${job}`;

/** Tells everybody who listens to a job what was kept. */
export const publish = (job: string, item: FeedItem): void => void feed.emit(channel(job), item);

/** Listens to a job; returns what ends that. */
export function subscribe(job: string, listener: (item: FeedItem) => void): () => void {
  feed.on(channel(job), listener);
  return () => feed.off(channel(job), listener);
}

const door = (session: string) => `session ${session}`;

/** Ends the streams of a device that was put out. */
export const endStreamsOf = (session: string): void => void feed.emit(door(session));

/** Hears when a device is put out; returns what ends that. */
export function onPutOut(session: string, listener: () => void): () => void {
  feed.on(door(session), listener);
  return () => feed.off(door(session), listener);
}
