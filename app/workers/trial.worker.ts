import { runTrial } from '#core/simulation';
import type { TrialAnswer, TrialQuestion } from './trial';

const tell = (answer: TrialAnswer) => self.postMessage(answer);

self.addEventListener('message', ({ data: { plans } }: MessageEvent<TrialQuestion>) => {
  const outcomes = plans.flatMap(
    (plan, n) =>
      runTrial(plan, (share) => {
        tell({ is: 'under way', share: (n + share) / plans.length });
        return true;
      }) ?? [],
  );
  tell({ is: 'done', outcomes });
});
