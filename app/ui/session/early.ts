import { useEffect, useState } from 'react';

const EARLY_MS = 400;

/** Just after the screen changed: a second tap meant for the last one must not skip this one. */
export function useEarly(part: string): boolean {
  const [ready, setReady] = useState<string | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setReady(part), EARLY_MS);
    return () => clearTimeout(timer);
  }, [part]);
  return ready !== part;
}
