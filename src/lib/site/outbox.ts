import type { LogEntry } from '$core/model/entry';

/** An entry the server would not keep, with its reason. */
export interface RefusedEntry {
  entry: LogEntry;
  message: string;
}

const read = <T>(key: string): T[] => {
  try {
    return JSON.parse(localStorage.getItem(key) ?? '[]') as T[];
  } catch {
    return [];
  }
};
const write = (key: string, list: readonly unknown[]) => {
  try {
    localStorage.setItem(key, JSON.stringify(list));
  } catch {
    /* storage is full or shut: the list lives on in memory until it is sent */
  }
};

/** What this device keeps of a job until the server has it: entries waiting, and those refused. */
export const outbox = (job: string) => {
  const [waiting, refused] = [`gauntlet:waiting:${job}`, `gauntlet:refused:${job}`];
  return {
    waiting: () => read<LogEntry>(waiting),
    refused: () => read<RefusedEntry>(refused),
    keepWaiting: (list: readonly LogEntry[]) => write(waiting, list),
    keepRefused: (list: readonly RefusedEntry[]) => write(refused, list),
  };
};
