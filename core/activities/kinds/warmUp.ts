import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { ACTIVITY_LIMITS, common, whole } from '../fields';
import type { Kind } from './kind';

/** Ways to get warm: those that are part of the session, and those that come before it. */
export const WARM_UPS = {
  bath: { name: 'shower or bath', beforehand: true, says: 'A warm shower or a bath.' },
  heat: {
    name: 'moist heat',
    beforehand: true,
    says: 'A moist warm towel or a pack on the places you are going to work. Warm, never hot, and not where you feel less than elsewhere.',
  },
  movement: {
    name: 'light movement',
    beforehand: false,
    says: 'Walk about, swing the arms, until you are warm.',
  },
  strokes: {
    name: 'hand strokes',
    beforehand: false,
    says: 'Stroke and rub the places you are going to work with flat hands, lightly at first.',
  },
} as const;
const IDS = Object.keys(WARM_UPS) as (keyof typeof WARM_UPS)[];

export const warmUpSchema = z.object({
  kind: z.literal('warm-up'),
  ...common,
  way: z.enum(IDS, { error: 'Choose a way to get warm.' }),
  minutes: whole('The minutes', ACTIVITY_LIMITS.minutes),
});
type WarmUpItem = z.infer<typeof warmUpSchema>;

export const warmUp: Kind<WarmUpItem> = {
  name: 'warm-up',
  goodFor: 'First of all. Best after a bath, after training, or in the evening.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({ kind: 'warm-up', id, way: 'movement', minutes: 3, instructions: '' }),
  title: ({ way }) => `Get warm: ${WARM_UPS[way].name}`,
  doseWords: ({ way, minutes }) =>
    `${minutes} min${WARM_UPS[way].beforehand ? ', beforehand' : ''}`,
  parts: ({ way, minutes }) => [
    {
      side: 'mid',
      positionId: null,
      // What comes before it is asked about, not timed.
      seconds: WARM_UPS[way].beforehand ? 0 : minutes * 60,
      says: [
        WARM_UPS[way].says,
        ...(WARM_UPS[way].beforehand ? [`About ${minutes} minutes; go on once you are warm.`] : []),
      ],
      count: null,
    },
  ],
  picture: () => null,
  demands: () => NOTHING_ASKED,
  judge: () => [],
};
