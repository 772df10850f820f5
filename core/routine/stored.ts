import { ACTIVITY_SCHEMAS, findDrill, findStretch, type Activity } from '#core/activities';
import { findSite } from '#core/anatomy';
import { doseSchema } from '#core/dosage';
import { findTool } from '#core/equipment';
import { noLongerUsed, presentId } from '#core/knowledge';
import { findPosture } from '#core/loading';
import { findTest } from '#core/measurement';
import { z } from 'zod';
import { pressSchema, storedRoutineSchema, type Routine } from './routine';

/** A line of a stored routine that this edition cannot lead any more, and what it names. */
export interface RetiredLine {
  id: string;
  /** Null where nothing is pressed. */
  siteId: string | null;
  /** What is no longer used, in words: “hammering (no longer used)”. */
  says: string;
}

/** As much of a stored line as every edition wrote. */
const lineSchema = z.looseObject({
  id: z.string(),
  siteId: z.string(),
  toolId: z.string(),
  positionId: z.string(),
  dose: z.looseObject({ method: z.string() }),
});
/** As much of a line that is not pressed. */
const activityLineSchema = z.looseObject({ id: z.string(), kind: z.string() });
const storedSchema = z.looseObject({
  items: z.array(z.union([lineSchema, activityLineSchema])),
});

type Line = z.infer<typeof lineSchema>;
type ActivityLine = z.infer<typeof activityLineSchema>;

const isActivityLine = (line: Line | ActivityLine): line is ActivityLine =>
  typeof line.kind === 'string' && line.kind !== 'press';

/** The line under today’s ids. */
const renamed = (line: Line): Line => ({
  ...line,
  siteId: presentId('site', line.siteId),
  toolId: presentId('tool', line.toolId),
  positionId: presentId('posture', line.positionId),
  dose: { ...line.dose, method: presentId('method', line.dose.method) },
});

/** What of a line no table has, or what is wrong with it; null when all of it is known. */
function unknownIn(line: Line): string | null {
  if (!findSite(line.siteId)) return noLongerUsed('site', line.siteId);
  if (!findTool(line.toolId)) return noLongerUsed('tool', line.toolId);
  if (!findPosture(line.positionId)) return noLongerUsed('posture', line.positionId);
  if (!doseSchema.safeParse(line.dose).success) return noLongerUsed('method', line.dose.method);
  return pressSchema.safeParse(line).success ? null : DAMAGED;
}

const DAMAGED = 'a damaged line';
const activitySchema = z.discriminatedUnion('kind', [...ACTIVITY_SCHEMAS]);

/** What an activity names that no table has; null when it names nothing, or it is known. */
function unknownEntry(activity: Activity): string | null {
  switch (activity.kind) {
    case 'stretch':
    case 'contract-relax':
      return findStretch(activity.stretchId) ? null : noLongerUsed('stretch', activity.stretchId);
    case 'drill':
      return findDrill(activity.drillId) ? null : noLongerUsed('drill', activity.drillId);
    case 'test':
      return findTest(activity.testId) ? null : noLongerUsed('test', activity.testId);
    case 'warm-up':
    case 'breathing':
    case 'cold':
    case 'note':
    case 'and-then':
      return null;
  }
}

function unknownActivity(line: ActivityLine): string | null {
  const read = activitySchema.safeParse(line);
  return read.success ? unknownEntry(read.data) : DAMAGED;
}

/**
 * A routine as it was stored by any edition. Ids that were renamed are read by today’s; lines that name
 * something no edition knows any more are set apart with what it was: they are shown, and never led.
 *
 * @throws ZodError when it is no routine at all
 */
export function readRoutine(stored: unknown): { routine: Routine; retired: RetiredLine[] } {
  const known = storedSchema.parse(stored);
  const retired: RetiredLine[] = [];
  const items = known.items.flatMap((stored): (Line | ActivityLine)[] => {
    const line = isActivityLine(stored) ? stored : renamed(stored);
    const says = isActivityLine(line) ? unknownActivity(line) : unknownIn(line);
    if (says === null) return [line];
    const siteId = isActivityLine(line) ? null : line.siteId;
    retired.push({ id: line.id, siteId, says });
    return [];
  });
  return { routine: storedRoutineSchema.parse({ ...known, items }), retired };
}
