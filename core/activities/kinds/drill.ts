import { COMMON_PRACTICE } from '#core/knowledge';
import { z } from 'zod';
import { NOTHING_ASKED } from '../demands';
import { findDrill } from '../drills';
import { ACTIVITY_LIMITS, common, entryId, sides, timesPerDay, whole } from '../fields';
import { dayWords, sidesOf, sideWords, unknownEntry, type Kind, type OwnFinding } from './kind';

export const drillSchema = z.object({
  kind: z.literal('drill'),
  ...common,
  drillId: entryId('drill'),
  sides,
  repetitions: whole('Repetitions', ACTIVITY_LIMITS.repetitions),
  paceSeconds: whole('The pace', ACTIVITY_LIMITS.paceSeconds),
  timesPerDay,
});
type DrillItem = z.infer<typeof drillSchema>;

/** More at once tires what should learn. Common practice for the shoulders; for the others our own choice. */
const USUALLY_MOST = 10;

export const drill: Kind<DrillItem> = {
  name: 'drill',
  goodFor: 'Breaking a habit: four or five times in a row, four or five times a day.',
  source: COMMON_PRACTICE,
  usual: ({ id }) => ({
    kind: 'drill',
    id,
    drillId: 'shoulders',
    sides: 'mid',
    repetitions: 5,
    paceSeconds: 6,
    timesPerDay: 4,
    instructions: '',
  }),
  title: ({ drillId }) => findDrill(drillId)?.name ?? drillId,
  doseWords: (item) =>
    `${item.repetitions} times${sideWords(item.sides)}, slowly${dayWords(item.timesPerDay)}`,
  parts: (item) =>
    sidesOf(item.sides).map((side) => ({
      side,
      positionId: null,
      seconds: item.repetitions * item.paceSeconds,
      says: findDrill(item.drillId)?.says ?? [],
      count: { of: item.repetitions, eachSeconds: item.paceSeconds, name: 'time', turns: [] },
    })),
  picture: ({ drillId }) => ({ of: 'drill', id: drillId }),
  demands: ({ drillId }) => {
    const entry = findDrill(drillId);
    return entry
      ? { ...NOTHING_ASKED, siteIds: entry.siteIds, regions: entry.demands.regions }
      : NOTHING_ASKED;
  },
  judge: (item) => {
    const entry = findDrill(item.drillId);
    if (!entry) return [unknownEntry('drill', item.drillId)];
    const findings: OwnFinding[] = [];
    if (entry.sided === (item.sides === 'mid')) {
      findings.push({
        rule: 'sides of the drill',
        verdict: 'refuse',
        reason: entry.sided
          ? `${entry.name} has a left and a right; choose one or both.`
          : `${entry.name} is done with both sides together.`,
        inputs: { sides: item.sides },
      });
    }
    if (item.repetitions > USUALLY_MOST) {
      findings.push({
        rule: 'usual repetitions',
        verdict: 'caution',
        reason: `A drill is usually done four or five times in a row, several times a day; this asks for ${item.repetitions}.`,
        inputs: { repetitions: item.repetitions, most: USUALLY_MOST },
      });
    }
    return findings;
  },
};
