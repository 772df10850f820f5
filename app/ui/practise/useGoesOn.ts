import { useEffect, useEffectEvent, useState } from 'react';

const TICK_MS = 250;

/**
 * Goes on by itself after a count.
 *
 * @param part what is waited for: another one begins anew
 * @param seconds null: it does not go on by itself
 * @returns seconds left, null while nothing counts; and how to stop it
 */
export function useGoesOn(
  part: string,
  seconds: number | null,
  go: () => void,
): { left: number | null; wait: () => void } {
  const [now, setNow] = useState<{ part: string; passedMs: number }>({ part, passedMs: 0 });
  const [waiting, setWaiting] = useState<string | null>(null);
  const counts = seconds !== null && waiting !== part;
  const due = useEffectEvent(go);
  useEffect(() => {
    if (!counts) return;
    const from = performance.now();
    const timer = setInterval(() => {
      const passedMs = performance.now() - from;
      if (passedMs >= seconds * 1000) {
        clearInterval(timer);
        due();
      } else setNow({ part, passedMs });
    }, TICK_MS);
    return () => clearInterval(timer);
  }, [counts, seconds, part]);
  const passedMs = now.part === part ? now.passedMs : 0;
  return {
    left: counts ? Math.max(1, Math.ceil(seconds - passedMs / 1000)) : null,
    wait: () => setWaiting(part),
  };
}
