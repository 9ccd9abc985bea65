/** Runs work that only one tab of this browser may do at a time; resolves once it was done here. Others wait their turn. */
export const alone = <T>(name: string, work: () => Promise<T>): Promise<T> =>
  typeof navigator !== 'undefined' && 'locks' in navigator
    ? (navigator.locks.request(name, work) as Promise<T>)
    : work();

/** Does `work` as long as this tab is the one that does it; it gets a signal to end by. Returns what gives the place up. */
export function leading(name: string, work: (end: AbortSignal) => void): () => void {
  const over = new AbortController();
  void alone(name, () =>
    over.signal.aborted
      ? Promise.resolve()
      : new Promise<void>((resolve) => {
          over.signal.addEventListener('abort', () => resolve());
          work(over.signal);
        }),
  );
  return () => over.abort();
}

/** Words between the tabs of this browser; a tab does not hear itself. */
export function channel<T>(
  name: string,
  hear: (said: T) => void,
): { say: (said: T) => void; close: () => void } {
  const line = new BroadcastChannel(name);
  line.onmessage = (event: MessageEvent<T>) => hear(event.data);
  return { say: (said) => line.postMessage(said), close: () => line.close() };
}
