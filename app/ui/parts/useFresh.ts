import { useEffect } from 'react';
import { useRevalidator } from 'react-router';

/** A page that is watched is asked for anew so often. */
const EVERY_MS = 60_000;

/** Keeps what a page shows up to date while somebody looks at it: once a minute, and when they come back to it. */
export function useFresh() {
  const { revalidate, state } = useRevalidator();
  useEffect(() => {
    const look = () => {
      if (document.visibilityState === 'visible' && state === 'idle') void revalidate();
    };
    const timer = setInterval(look, EVERY_MS);
    document.addEventListener('visibilitychange', look);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', look);
    };
  }, [revalidate, state]);
}
