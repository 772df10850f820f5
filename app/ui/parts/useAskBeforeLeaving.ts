import { useEffect, useRef } from 'react';

/** Has the browser ask before the page is left while something is still on its way to the server. */
export function useAskBeforeLeaving(isUnderWay: () => boolean): void {
  const latest = useRef(isUnderWay);
  useEffect(() => {
    latest.current = isUnderWay;
  });
  useEffect(() => {
    const ask = (event: BeforeUnloadEvent) => {
      if (latest.current()) event.preventDefault();
    };
    window.addEventListener('beforeunload', ask);
    return () => window.removeEventListener('beforeunload', ask);
  }, []);
}
