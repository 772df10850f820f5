import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { common, title } from '../fields';
import { nameless, type Kind, type OwnFinding } from './kind';

export const noteSchema = z.object({ kind: z.literal('note'), ...common, title });
type NoteItem = z.infer<typeof noteSchema>;

const SAYS_NOTHING: OwnFinding = {
  rule: 'says something',
  verdict: 'refuse',
  reason: 'An instruction says nothing yet: write what the client should do.',
  inputs: { length: 0 },
};

export const note: Kind<NoteItem> = {
  name: 'instruction',
  goodFor: 'Anything else the client should do or think of at this point, in your own words.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({ kind: 'note', id, title: 'Before you go on', instructions: '' }),
  title: (item) => item.title || 'Instruction',
  doseWords: () => 'in your own words',
  parts: () => [{ side: 'mid', positionId: null, seconds: 0, says: [], count: null }],
  picture: () => null,
  demands: () => NOTHING_ASKED,
  judge: ({ title: named, instructions }) => [
    ...nameless(named),
    ...(instructions.trim() === '' ? [SAYS_NOTHING] : []),
  ],
};
