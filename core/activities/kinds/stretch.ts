import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED, type Demands } from '../demands';
import { ACTIVITY_LIMITS, common, entryId, sides, timesPerDay, whole } from '../fields';
import { findStretch, type Stretch } from '../stretches';
import {
  dayWords,
  oneSided,
  sidesOf,
  sideWords,
  unknownEntry,
  type Kind,
  type OwnFinding,
} from './kind';

export const stretchSchema = z.object({
  kind: z.literal('stretch'),
  ...common,
  stretchId: entryId('stretch'),
  sides,
  holdSeconds: whole('The stretch', ACTIVITY_LIMITS.holdSeconds),
  repetitions: whole('Repetitions', { least: 1, most: 5 }),
  timesPerDay,
});
type StretchItem = z.infer<typeof stretchSchema>;

/** Shorter ones are said to do little. Common practice, no published source. */
const USUALLY_LEAST = 30;

/** What a stretch asks of the body. */
export const stretchDemands = (entry: Stretch | undefined): Demands =>
  entry ? { ...entry.demands, siteIds: entry.siteIds, endRange: true } : NOTHING_ASKED;

/** Sides that fit the stretch: its own when it has no two. */
export function wrongSides(entry: Stretch, chosen: StretchItem['sides']): readonly OwnFinding[] {
  if (entry.sided !== (chosen === 'mid')) return oneSided(chosen, entry.name);
  return [
    {
      rule: 'sides of the stretch',
      verdict: 'refuse',
      reason: entry.sided
        ? `${entry.name} has a left and a right; choose one or both.`
        : `${entry.name} is done in the middle and has no sides.`,
      inputs: { sides: chosen },
    },
  ];
}

export const stretch: Kind<StretchItem> = {
  name: 'stretch',
  goodFor: 'After the holds: half a minute or more, three times a day. Alone it leaves the points.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({
    kind: 'stretch',
    id,
    stretchId: 'ridge-seated',
    sides: 'both',
    holdSeconds: 30,
    repetitions: 1,
    timesPerDay: 3,
    instructions: '',
  }),
  title: ({ stretchId }) => findStretch(stretchId)?.name ?? stretchId,
  doseWords: (item) =>
    `stretch ${item.holdSeconds} s${item.repetitions > 1 ? ` × ${item.repetitions}` : ''}${sideWords(item.sides)}${dayWords(item.timesPerDay)}`,
  parts: (item) => {
    const entry = findStretch(item.stretchId);
    return sidesOf(item.sides).flatMap((side) =>
      Array.from({ length: item.repetitions }, () => ({
        side,
        positionId: entry?.positionId ?? null,
        seconds: item.holdSeconds,
        says: [...(entry?.getInto ?? []), ...(entry ? [entry.feel] : [])],
        count: null,
      })),
    );
  },
  picture: ({ stretchId }) => ({ of: 'stretch', id: stretchId }),
  demands: ({ stretchId }) => stretchDemands(findStretch(stretchId)),
  judge: (item) => {
    const entry = findStretch(item.stretchId);
    if (!entry) return [unknownEntry('stretch', item.stretchId)];
    const short: OwnFinding[] =
      item.holdSeconds < USUALLY_LEAST
        ? [
            {
              rule: 'shorter than usual',
              verdict: 'caution',
              reason: `A stretch usually lasts ${USUALLY_LEAST} s or more; this asks for ${item.holdSeconds} s.`,
              inputs: { holdSeconds: item.holdSeconds, from: USUALLY_LEAST },
            },
          ]
        : [];
    return [...wrongSides(entry, item.sides), ...short];
  },
};
