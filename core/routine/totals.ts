import { type Side } from '#core/anatomy';
import { type SecondsBand } from '#core/dosage';
import { findTool } from '#core/equipment';
import { layOut, type Layout } from './layOut';
import { type Routine } from './routine';

/** What a routine adds up to; all figures in seconds, as bands where fade holds leave them open. */
export interface Totals {
  session: SecondsBand;
  contact: Record<Side, SecondsBand>;
  contactPerWeek: Record<Side, SecondsBand>;
  /** Contact made with the hands alone: hands tire. */
  hands: SecondsBand;
  holds: number;
}

const none = (): SecondsBand => ({ least: 0, most: 0 });

const times = (band: SecondsBand, factor: number): SecondsBand => ({
  least: band.least * factor,
  most: band.most * factor,
});

/** Adds up a routine. Pass the layout when it is at hand already. */
export function totalsOf(routine: Routine, layout: Layout = layOut(routine)): Totals {
  const contact: Record<Side, SecondsBand> = { left: none(), right: none(), mid: none() };
  const hands = none();
  for (const block of layout.blocks) {
    const side = contact[block.step.side];
    side.least += block.leastSeconds;
    side.most += block.seconds;
    if (findTool(block.step.toolId)?.tiresHands) {
      hands.least += block.leastSeconds;
      hands.most += block.seconds;
    }
  }
  return {
    session: layout.totalSeconds,
    contact,
    contactPerWeek: {
      left: times(contact.left, routine.timesPerWeek),
      right: times(contact.right, routine.timesPerWeek),
      mid: times(contact.mid, routine.timesPerWeek),
    },
    hands,
    holds: layout.blocks.length,
  };
}
