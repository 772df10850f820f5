import { useEffect, useRef, useState } from 'react';
import type { Fit } from '#core/fit';
import type { Outcome } from '#core/knowledge';
import type { FitAnswer, FitQuestion } from './fit';

/** What is known of a fit: nothing yet, how far it is, or what came of it. */
export type Fitting =
  { is: 'under way'; share: number } | { is: 'stopped' } | { is: 'done'; outcome: Outcome<Fit> };

/**
 * A routine is fitted elsewhere, while the page goes on; asked anew whenever the question changes.
 *
 * @param question the same object for as long as it is the same question
 */
export function useFit(question: FitQuestion): { fitting: Fitting; stop: () => void } {
  const worker = useRef<Worker | null>(null);
  const [told, setTold] = useState<{ of: FitQuestion; fitting: Fitting } | null>(null);
  useEffect(() => {
    const own = new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
    worker.current = own;
    own.addEventListener('message', ({ data }: MessageEvent<FitAnswer>) =>
      setTold({ of: question, fitting: data }),
    );
    own.postMessage(question);
    return () => own.terminate();
  }, [question]);
  return {
    fitting: told?.of === question ? told.fitting : { is: 'under way', share: 0 },
    stop: () => {
      worker.current?.terminate();
      setTold({ of: question, fitting: { is: 'stopped' } });
    },
  };
}
