import { useEffect } from 'react';

/** Keeps the screen on while a session runs, where the browser can. */
export function useAwake(running: boolean): void {
  useEffect(() => {
    if (!running || !('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    const take = () => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock
        .request('screen')
        .then((taken) => (lock = taken))
        // A phone that is low on power says no: the session runs on without.
        .catch(() => undefined);
    };
    take();
    document.addEventListener('visibilitychange', take);
    return () => {
      document.removeEventListener('visibilitychange', take);
      void lock?.release();
    };
  }, [running]);
}
