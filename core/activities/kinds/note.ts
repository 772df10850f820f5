import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { common, title } from '../fields';
import type { Kind } from './kind';

export const noteSchema = z.object({ kind: z.literal('note'), ...common, title });
type NoteItem = z.infer<typeof noteSchema>;

export const note: Kind<NoteItem> = {
  name: 'instruction',
  goodFor: 'Anything else the client should do or think of at this point, in your own words.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({ kind: 'note', id, title: 'Before you go on', instructions: '' }),
  title: (item) => item.title,
  doseWords: () => 'in your own words',
  parts: () => [{ side: 'mid', positionId: null, seconds: 0, says: [], count: null }],
  demands: () => NOTHING_ASKED,
  judge: ({ instructions }) =>
    instructions.trim() === ''
      ? [
          {
            rule: 'says something',
            verdict: 'refuse',
            reason: 'An instruction says nothing yet: write what the client should do.',
            inputs: { length: 0 },
          },
        ]
      : [],
};
