import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { ACTIVITY_LIMITS, common, title, whole } from '../fields';
import { nameless, type Kind } from './kind';

export const andThenSchema = z.object({
  kind: z.literal('and-then'),
  ...common,
  title,
  earliestMinutes: whole('The wait', ACTIVITY_LIMITS.earliestMinutes),
});
type AndThenItem = z.infer<typeof andThenSchema>;

/** Loading a muscle hard sooner is said to bring the points back; the figure is our reading of “within minutes”. */
const LEAST_WAIT = 15;

const waitWords = (minutes: number): string =>
  minutes === 0
    ? 'straight after'
    : minutes % 60 === 0
      ? `not within ${minutes / 60} h of this`
      : `not within ${minutes} min of this`;

export const andThen: Kind<AndThenItem> = {
  name: 'and then',
  goodFor: 'Strengthening or better movement prescribed elsewhere: loosening alone does not last.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({
    kind: 'and-then',
    id,
    title: 'Strengthening',
    earliestMinutes: 60,
    instructions: '',
  }),
  title: (item) => item.title || 'What comes later',
  doseWords: ({ earliestMinutes }) => waitWords(earliestMinutes),
  parts: ({ earliestMinutes }) => [
    {
      side: 'mid',
      positionId: null,
      seconds: 0,
      says: [
        earliestMinutes === 0
          ? 'You may go on with it straight away.'
          : `Do it later: ${waitWords(earliestMinutes)}.`,
      ],
      count: null,
    },
  ],
  picture: () => null,
  demands: () => NOTHING_ASKED,
  judge: ({ title: named, earliestMinutes }) => [
    ...nameless(named),
    ...(earliestMinutes < LEAST_WAIT
      ? [
          {
            rule: 'nothing hard right after',
            verdict: 'caution',
            reason: `Loading a muscle hard within minutes of releasing it is said to bring the points back; this waits ${earliestMinutes} min.`,
            inputs: { earliestMinutes, least: LEAST_WAIT },
          } as const,
        ]
      : []),
  ],
};
