import { useState } from 'react';
import { keptDrawing } from './drawings';

/**
 * Where a drawing is shown from: the practice or, once that failed as without a line, the device; null when neither has it.
 */
export function useDrawing(address: string): { from: string | null; failed: () => void } {
  const [here, setHere] = useState<string | null>(null);
  const [missing, setMissing] = useState(false);
  const look = async () => {
    const kept = here === null ? await keptDrawing(address) : null;
    if (kept === null) setMissing(true);
    else setHere(kept);
  };
  return { from: missing ? null : (here ?? address), failed: () => void look() };
}
