import { useEffect, useRef } from 'react';

/** Takes the focus along when a point changes its list, or to the next one when it is taken back. */
export function useFollow(): (pointId: string) => void {
  const wanted = useRef<string | null>(null);
  useEffect(() => {
    if (wanted.current === null) return;
    const row = document.querySelector<HTMLElement>(`[data-point="${wanted.current}"]`);
    if (!row) return;
    wanted.current = null;
    row.focus();
  });
  return (pointId) => {
    wanted.current = pointId;
  };
}
