import { useEffect, useState } from 'react';

/**
 * What an address of ours answers, asked for once it is wanted, and again when `mark` is another: until the new answer has
 * come the last one stands, also where it does not come.
 *
 * @returns null while nothing has come yet or it is not wanted, `failed` when it did not come and nothing had
 */
export function useAsked<T>(address: string, wanted: boolean, mark: unknown = null) {
  const [read, setRead] = useState<T | 'failed' | null>(null);
  const [asking, setAsking] = useState(0);
  useEffect(() => {
    if (!wanted) return;
    const leaving = new AbortController();
    fetch(address, { signal: leaving.signal })
      .then((answer) => (answer.ok ? answer.json() : Promise.reject(new Error('not ok'))))
      .then((given: T) => setRead(given))
      .catch(() => {
        if (!leaving.signal.aborted) setRead((now) => now ?? 'failed');
      });
    return () => leaving.abort();
  }, [address, wanted, mark, asking]);
  return { read, again: () => setAsking((n) => n + 1) };
}
