import type { Side } from '#core/anatomy';
import type { SecondsBand } from '#core/dosage';
import { findTool, isOwnHand } from '#core/equipment';
import { TEST_SECONDS } from '#core/measurement';
import { timesAWeek } from './dueLines';
import { layOut, type Layout } from './layOut';
import { sidesPressed } from './placeKey';
import { pressesOf, type Routine } from './routine';
import { isHold } from './step';

/** What a routine adds up to; all figures in seconds, as bands where fade holds leave them open. */
export interface Totals {
  session: SecondsBand;
  contact: Record<Side, SecondsBand>;
  contactPerWeek: Record<Side, SecondsBand>;
  /** Contact made with the hands alone: hands tire. */
  hands: SecondsBand;
  /** Seconds in which the hands work, each weighted by how much its tool tires them; at most. */
  handLoadSeconds: number;
  /** Share of two-sided contact that the affected side gets, 0–1; null when there is none. */
  affectedShare: number | null;
  holds: number;
  /** Stretches, drills, breathing and what else is led and not pressed. */
  activities: SecondsBand;
  /** Movement tests it leads by itself. */
  tests: number;
}

const none = (): SecondsBand => ({ least: 0, most: 0 });

/** A session with so many movement tests before and after it. */
export const withTests = ({ least, most }: SecondsBand, tests: number): SecondsBand => ({
  least: least + 2 * tests * TEST_SECONDS,
  most: most + 2 * tests * TEST_SECONDS,
});

/** Adds up a routine. Pass the layout when it is at hand already. */
export function totalsOf(routine: Routine, layout: Layout = layOut(routine)): Totals {
  const contact: Record<Side, SecondsBand> = { left: none(), right: none(), mid: none() };
  const contactPerWeek: Record<Side, SecondsBand> = { left: none(), right: none(), mid: none() };
  const lines = new Map(routine.items.map((item) => [item.id, item]));
  const hands = none();
  let handLoadSeconds = 0;
  let twoSided = 0;
  let onAffected = 0;
  const affectedBy = new Map(pressesOf(routine).map((item) => [item.id, item.affectedSide]));
  const activities = none();
  let holds = 0;
  let tests = 0;
  for (const block of layout.blocks) {
    const { step } = block;
    if (!isHold(step)) {
      activities.least += block.leastSeconds;
      activities.most += block.seconds;
      if (step.measures) tests += 1;
      continue;
    }
    holds += 1;
    const often = timesAWeek(lines.get(step.itemId) ?? {}, routine.timesPerWeek);
    for (const pressed of sidesPressed(step)) {
      const week = contactPerWeek[pressed];
      week.least += block.leastSeconds * often.least;
      week.most += block.seconds * often.most;
      const side = contact[pressed];
      side.least += block.leastSeconds;
      side.most += block.seconds;
    }
    const tool = findTool(step.toolId);
    if (tool && isOwnHand(tool)) {
      hands.least += block.leastSeconds;
      hands.most += block.seconds;
    }
    handLoadSeconds += block.seconds * (tool?.tiredness ?? 0);
    const affected = affectedBy.get(step.itemId);
    for (const pressed of sidesPressed(step)) {
      if (!affected || pressed === 'mid') continue;
      twoSided += block.seconds;
      if (pressed === affected) onAffected += block.seconds;
    }
  }
  return {
    session: layout.totalSeconds,
    contact,
    contactPerWeek,
    hands,
    handLoadSeconds: Math.round(handLoadSeconds),
    affectedShare: twoSided > 0 ? onAffected / twoSided : null,
    holds,
    activities,
    tests,
  };
}
