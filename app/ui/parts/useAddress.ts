import { useState } from 'react';
import { useSearchParams } from 'react-router';

interface Own {
  /** What the page shows now. */
  text: string;
  /** The address as it was last seen. */
  seen: string;
  /** Written by the page and not arrived in the address yet. */
  underway: readonly string[];
}

/**
 * The address’s search part as state. A change shows at once and reaches the address a moment later, so
 * that typing never waits for it; an address that changes by itself (a link, the back key) is taken over.
 */
export function useAddress(): [URLSearchParams, (change: Record<string, string | null>) => void] {
  const [params, setParams] = useSearchParams();
  const url = params.toString();
  const [own, setOwn] = useState<Own>({ text: url, seen: url, underway: [] });
  if (url !== own.seen) {
    const at = own.underway.indexOf(url);
    setOwn(
      at >= 0
        ? { ...own, seen: url, underway: own.underway.slice(at + 1) }
        : { text: url, seen: url, underway: [] },
    );
  }
  const set = (change: Record<string, string | null>) => {
    const next = new URLSearchParams(own.text);
    for (const [name, value] of Object.entries(change)) {
      if (value === null) next.delete(name);
      else next.set(name, value);
    }
    const text = next.toString();
    if (text === own.text) return;
    setOwn({ ...own, text, underway: [...own.underway, text] });
    setParams(next, { replace: true, preventScrollReset: true });
  };
  return [new URLSearchParams(own.text), set];
}
