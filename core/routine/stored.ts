import { findSite } from '#core/anatomy';
import { doseSchema } from '#core/dosage';
import { findTool } from '#core/equipment';
import { noLongerUsed, presentId } from '#core/knowledge';
import { findPosture } from '#core/loading';
import { z } from 'zod';
import { itemSchema, storedRoutineSchema, type Routine } from './routine';

/** A line of a stored routine that this edition cannot lead any more, and what it names. */
export interface RetiredLine {
  id: string;
  siteId: string;
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
const storedSchema = z.looseObject({ items: z.array(lineSchema) });

type Line = z.infer<typeof lineSchema>;

/** The line under today’s ids. */
const renamed = (line: Line): Line => ({
  ...line,
  siteId: presentId('site', line.siteId),
  toolId: presentId('tool', line.toolId),
  positionId: presentId('posture', line.positionId),
  dose: { ...line.dose, method: presentId('method', line.dose.method) },
});

/** What of a line no table has; null when all of it is known. */
function unknownIn(line: Line): string | null {
  if (!findSite(line.siteId)) return noLongerUsed('site', line.siteId);
  if (!findTool(line.toolId)) return noLongerUsed('tool', line.toolId);
  if (!findPosture(line.positionId)) return noLongerUsed('posture', line.positionId);
  return doseSchema.safeParse(line.dose).success ? null : noLongerUsed('method', line.dose.method);
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
  const items = known.items.map(renamed).flatMap((line) => {
    const says = unknownIn(line) ?? (itemSchema.safeParse(line).success ? null : 'a damaged line');
    if (says === null) return [line];
    retired.push({ id: line.id, siteId: line.siteId, says });
    return [];
  });
  return { routine: storedRoutineSchema.parse({ ...known, items }), retired };
}
