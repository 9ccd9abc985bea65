/**
 * Keeps the screen awake while both hands are busy, where the browser can; call it on mount, it returns what ends it. A
 * page that was away asks again when it comes back.
 */
export function keepAwake(): () => void {
  if (!('wakeLock' in navigator)) return () => {};
  let lock: WakeLockSentinel | null = null;
  let over = false;
  const ask = async () => {
    if (over || document.visibilityState !== 'visible') return;
    try {
      const got = await navigator.wakeLock.request('screen');
      if (over) void got.release();
      else lock = got;
    } catch {
      // A battery that is low, or a browser that will not: the screen goes dark as it always does.
    }
  };
  const seen = () => void ask();
  document.addEventListener('visibilitychange', seen);
  void ask();
  return () => {
    over = true;
    document.removeEventListener('visibilitychange', seen);
    void lock?.release();
  };
}
