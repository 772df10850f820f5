import { useEffect, useRef, useState } from 'react';
import type { Outcome, TrialPlan } from '#core/simulation';
import type { TrialAnswer } from './trial';

export interface Trial {
  /** Share that is done, 0–1; null: nothing is under way. */
  share: number | null;
  outcomes: readonly Outcome[];
  start: (plans: readonly TrialPlan[]) => void;
  /** Ends what is under way; what was found before stays. */
  cancel: () => void;
}

/** Hundreds of invented clients are run elsewhere, while the page goes on. */
export function useTrial(): Trial {
  const worker = useRef<Worker | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [outcomes, setOutcomes] = useState<readonly Outcome[]>([]);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  useEffect(() => end, []);
  return {
    share,
    outcomes,
    start: (plans) => {
      end();
      const own = new Worker(new URL('./trial.worker.ts', import.meta.url), { type: 'module' });
      worker.current = own;
      setShare(0);
      own.addEventListener('message', ({ data }: MessageEvent<TrialAnswer>) => {
        if (data.is === 'under way') return setShare(data.share);
        setOutcomes(data.outcomes);
        setShare(null);
        end();
      });
      own.postMessage({ plans });
    },
    cancel: () => {
      end();
      setShare(null);
    },
  };
}
