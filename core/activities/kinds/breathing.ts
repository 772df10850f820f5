import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { ACTIVITY_LIMITS, common, timesPerDay, whole } from '../fields';
import { dayWords, type Kind } from './kind';

export const breathingSchema = z.object({
  kind: z.literal('breathing'),
  ...common,
  breaths: whole('Breaths', ACTIVITY_LIMITS.breaths),
  breathSeconds: whole('A breath', ACTIVITY_LIMITS.breathSeconds),
  timesPerDay,
});
type BreathingItem = z.infer<typeof breathingSchema>;

/** How much of a breath is breathing in: out is longer; our choice. */
const IN_SHARE = 0.4;
/** Ten minutes is the most that is usually asked. Common practice, no published source. */
const USUALLY_MOST_SECONDS = 600;

export const breathing: Kind<BreathingItem> = {
  name: 'breathing',
  goodFor: 'Before the belly, while the buttock is pressed: belly fills, chest quiet.',
  source: COMMON_PRACTICE,
  // About 6 a minute is the usual slow pace (Lehrer & Gevirtz 2014; from memory).
  usual: ({ id }) => ({
    kind: 'breathing',
    id,
    breaths: 10,
    breathSeconds: 10,
    timesPerDay: 1,
    instructions: '',
  }),
  title: () => 'Breathing, low and slow',
  doseWords: (item) =>
    `${item.breaths} breaths of ${item.breathSeconds} s${dayWords(item.timesPerDay)}`,
  parts: (item) => [
    {
      side: 'mid',
      positionId: null,
      seconds: item.breaths * item.breathSeconds,
      says: [
        'One hand low on the waist. In through the nose: the belly fills, the chest stays quiet.',
        'Out through the mouth, or with a sigh, longer than in.',
        'If the hand does not move, stay with this and leave the pressing for today.',
      ],
      count: {
        of: item.breaths,
        eachSeconds: item.breathSeconds,
        name: 'breath',
        turns: [
          { says: 'in, belly fills', seconds: item.breathSeconds * IN_SHARE },
          { says: 'and out, longer', seconds: item.breathSeconds * (1 - IN_SHARE) },
        ],
      },
    },
  ],
  picture: () => ({ of: 'breathing', id: 'low' }),
  demands: () => NOTHING_ASKED,
  judge: (item) =>
    item.breaths * item.breathSeconds > USUALLY_MOST_SECONDS
      ? [
          {
            rule: 'longer than usual',
            verdict: 'caution',
            reason: `Breathing is usually ten breaths to ten minutes; this takes ${Math.round((item.breaths * item.breathSeconds) / 60)} minutes.`,
            inputs: { seconds: item.breaths * item.breathSeconds, most: USUALLY_MOST_SECONDS },
          },
        ]
      : [],
};
