import { useEffect, useState } from 'react';

/**
 * What an address of ours answers, asked for once it is wanted.
 *
 * @returns null while it is on its way or not wanted yet, `failed` when it did not come
 */
export function useAsked<T>(address: string, wanted: boolean) {
  const [read, setRead] = useState<T | 'failed' | null>(null);
  useEffect(() => {
    if (!wanted || read !== null) return;
    const leaving = new AbortController();
    fetch(address, { signal: leaving.signal })
      .then((answer) => (answer.ok ? answer.json() : Promise.reject(new Error('not ok'))))
      .then((given: T) => setRead(given))
      .catch(() => {
        if (!leaving.signal.aborted) setRead('failed');
      });
    return () => leaving.abort();
  }, [address, wanted, read]);
  return { read, again: () => setRead(null) };
}
