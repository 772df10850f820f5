import { fitRoutine } from '#core/fit';
import type { FitAnswer, FitQuestion } from './fit';

const tell = (answer: FitAnswer) => self.postMessage(answer);

self.addEventListener('message', ({ data }: MessageEvent<FitQuestion>) => {
  const { routine, wish, context } = data;
  const outcome = fitRoutine(routine, wish, context, (share) => tell({ is: 'under way', share }));
  tell({ is: 'done', outcome });
});
