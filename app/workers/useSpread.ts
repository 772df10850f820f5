import { useEffect, useRef, useState } from 'react';
import type { Spread } from '#core/uncertainty';
import type { SpreadAnswer, SpreadQuestion } from './spread';

/** The page goes on while ten thousand draws are made elsewhere; null until they are in. */
export function useSpread(question: Omit<SpreadQuestion, 'id'>): Spread | null {
  const worker = useRef<Worker | null>(null);
  const latest = useRef(0);
  const [answer, setAnswer] = useState<{ key: string; spread: Spread } | null>(null);
  const { toolId, surfaceId, flesh, foam, loadNewtons, seed } = question;
  const key = [toolId, surfaceId, flesh, foam, loadNewtons, seed].join('|');

  useEffect(() => {
    worker.current = new Worker(new URL('./spread.worker.ts', import.meta.url), { type: 'module' });
    return () => worker.current?.terminate();
  }, []);

  useEffect(() => {
    const own = worker.current;
    if (!own) return;
    latest.current += 1;
    const id = latest.current;
    const hear = ({ data }: MessageEvent<SpreadAnswer>) => {
      if (data.id === id && data.spread) setAnswer({ key, spread: data.spread });
    };
    own.addEventListener('message', hear);
    const asked: SpreadQuestion = { id, toolId, surfaceId, flesh, foam, loadNewtons, seed };
    own.postMessage(asked);
    return () => own.removeEventListener('message', hear);
  }, [key, toolId, surfaceId, flesh, foam, loadNewtons, seed]);

  return answer?.key === key ? answer.spread : null;
}
