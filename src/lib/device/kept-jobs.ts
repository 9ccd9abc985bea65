/** Where jobs lie that were opened on this device; the service worker reads from the same place. */
const JOBS = 'gauntlet-jobs';

/** Keeps what the server handed over, so that the service worker can hand it over again with the server gone. */
export async function keepForOffline(path: string, answer: Response): Promise<void> {
  try {
    if (typeof caches !== 'undefined') await (await caches.open(JOBS)).put(path, answer);
  } catch {
    // A device that keeps nothing works as long as there is a server.
  }
}
