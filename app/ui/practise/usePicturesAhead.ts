import { useEffect } from 'react';
import type { Step } from '#core/routine';
import { picturesOf } from '~/keeping/pictures';

/** Fetches every picture of a session before it begins: on the floor the line may be gone. */
export function usePicturesAhead(steps: readonly Step[]): void {
  useEffect(() => {
    const waiting = setTimeout(() => {
      for (const address of picturesOf(steps)) new Image().src = address;
    }, AFTER_MS);
    return () => clearTimeout(waiting);
  }, [steps]);
}

/** Once the screen itself is there. */
const AFTER_MS = 800;
