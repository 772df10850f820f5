import {
  expand,
  isHold,
  ledWords,
  type PostureWords,
  type SiteWords,
  type Step,
} from '#core/routine';
import type { Side } from '#core/anatomy';
import type { Known } from './known';

/** One place of a routine, as a client may look it up outside a session. */
export interface LookedUp {
  itemId: string;
  siteId: string;
  name: string;
  sides: readonly Side[];
  /** Tool, posture, and what differs from the usual. */
  way: readonly string[];
  grade: number;
  ceilingGrade: number;
  instructions: string;
  /** A hold of it, for its drawings. */
  step: Step;
  site: SiteWords;
  posture: PostureWords | null;
}

/** Every place of the version in force with how it is found, what to keep off, how to get there. */
export function placesOf(known: Pick<Known, 'versions' | 'therapistName'>): {
  therapistName: string;
  places: LookedUp[];
} {
  const { versions, therapistName } = known;
  const routine = versions.at(-1)?.content;
  if (!routine) return { therapistName, places: [] };
  const { sites, ways, postures } = ledWords(routine);
  const places = new Map<string, LookedUp>();
  for (const step of expand(routine)) {
    if (!isHold(step)) continue;
    const site = sites[step.siteId];
    const before = places.get(step.itemId);
    if (before) {
      const sides = [...new Set([...before.sides, step.side])];
      places.set(step.itemId, { ...before, sides });
    } else if (site) {
      places.set(step.itemId, {
        itemId: step.itemId,
        siteId: step.siteId,
        name: site.plainName,
        sides: step.together ? ['left', 'right'] : [step.side],
        way: ways[step.itemId] ?? [],
        grade: step.grade,
        ceilingGrade: step.ceilingGrade,
        instructions: step.instructions,
        step,
        site,
        posture: postures[step.positionId] ?? null,
      });
    }
  }
  return { therapistName, places: [...places.values()] };
}
