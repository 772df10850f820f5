import { findTool, SURFACES } from '#core/equipment';
import { pressingOn, samplePressureAt } from '#core/pressure';
import { DRAWS, seeded } from '#core/uncertainty';
import type { SpreadAnswer, SpreadQuestion } from './spread';

self.addEventListener('message', ({ data }: MessageEvent<SpreadQuestion>) => {
  const tool = findTool(data.toolId);
  const surface = SURFACES[data.surfaceId];
  const spread = tool
    ? samplePressureAt(
        pressingOn(tool, surface, data.flesh, data.foam),
        data.loadNewtons,
        seeded(data.seed),
        DRAWS,
      )
    : null;
  const answer: SpreadAnswer = { id: data.id, spread };
  self.postMessage(answer);
});
