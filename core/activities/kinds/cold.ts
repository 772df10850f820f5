import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { ACTIVITY_LIMITS, common, whole } from '../fields';
import type { Kind } from './kind';

export const coldSchema = z.object({
  kind: z.literal('cold'),
  ...common,
  minutes: whole('The minutes', ACTIVITY_LIMITS.minutes),
});
type ColdItem = z.infer<typeof coldSchema>;

/** About a quarter of an hour is usual. Common practice, no published source. */
const USUALLY_MOST = 15;

export const cold: Kind<ColdItem> = {
  name: 'cold pack',
  goodFor: 'Afterwards: about a quarter of an hour after thigh work, elsewhere when it is tender.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({ kind: 'cold', id, minutes: 15, instructions: '' }),
  title: () => 'Cold pack',
  doseWords: ({ minutes }) => `${minutes} min, afterwards`,
  parts: ({ minutes }) => [
    {
      side: 'mid',
      positionId: null,
      seconds: 0,
      says: [
        `A cold pack in a cloth on the place you worked, about ${minutes} minutes.`,
        'Take it off at once if the skin goes white or numb; never where you feel less than elsewhere.',
      ],
      count: null,
    },
  ],
  picture: () => null,
  demands: () => NOTHING_ASKED,
  judge: ({ minutes }) =>
    minutes > USUALLY_MOST
      ? [
          {
            rule: 'longer than usual',
            verdict: 'caution',
            reason: `A cold pack usually stays about ${USUALLY_MOST} minutes; this asks for ${minutes}.`,
            inputs: { minutes, most: USUALLY_MOST },
          },
        ]
      : [],
};
