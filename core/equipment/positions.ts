import { z } from 'zod';
import { ownEstimate, type Source } from '#core/knowledge';

/** Shape of a body position. `where` groups positions between which no getting down or up is needed. */
export const positionSchema = z.object({
  id: z.string().regex(/^[a-z-]+$/),
  name: z.string().min(3),
  where: z.enum(['chair', 'wall', 'floor']),
  getIn: z.string().min(5),
  getOut: z.string().min(5),
});

export type Position = z.infer<typeof positionSchema>;

/** The positions of the starter set. Getting in and out: common practice. */
export const POSITIONS: readonly Position[] = [
  {
    id: 'seated',
    name: 'seated',
    where: 'chair',
    getIn: 'Sit with your back supported and both feet on the ground.',
    getOut: 'Pause, breathe, and sit a moment before you get up.',
  },
  {
    id: 'wall-back',
    name: 'wall, back to it',
    where: 'wall',
    getIn: 'Stand with your back to the wall, feet a step away and hip-wide.',
    getOut: 'Step in towards the wall before you take the ball away.',
  },
  {
    id: 'wall-side',
    name: 'wall, side on',
    where: 'wall',
    getIn: 'Stand side on to the wall, feet a step away, outer foot a little ahead.',
    getOut: 'Step in towards the wall before you take the ball away.',
  },
  {
    id: 'lying-back',
    name: 'floor, on the back',
    where: 'floor',
    getIn: 'Go down over all fours and roll onto your back, knees bent.',
    getOut: 'Roll to the side, come to all fours, then up. Never sit straight up.',
  },
  {
    id: 'sitting-floor',
    name: 'floor, sitting',
    where: 'floor',
    getIn: 'Sit down over all fours, hands behind you.',
    getOut: 'Roll off to the side, come to all fours, then up.',
  },
  {
    id: 'lying-front',
    name: 'floor, face down',
    where: 'floor',
    getIn: 'Go down over all fours and lower yourself onto the forearms.',
    getOut: 'Push back to all fours, then up.',
  },
];

const BY_ID = new Map(POSITIONS.map((entry) => [entry.id, entry]));

/** The position with this id, or undefined. */
export const findPosition = (id: string): Position | undefined => BY_ID.get(id);

export const isOnFloor = (position: Position): boolean => position.where === 'floor';

const TURN_SECONDS = 8;
const CROSS_ROOM_SECONDS = 15;
const FLOOR_SECONDS = 25;

/** A position, or `null` for standing free before and after a session. */
type Stand = Position | null;

/**
 * Seconds a person needs from one position to the next: none to stay, little to turn, most to get
 * down to or up from the floor.
 *
 * @returns seconds and the source of the figure
 */
export function movesBetween(from: Stand, to: Stand): { seconds: number; source: Source } {
  const source = ownEstimate('Unhurried moves of an adult without limitations.');
  if (from?.id === to?.id) return { seconds: 0, source };
  if (from?.where === 'floor' || to?.where === 'floor') {
    return { seconds: from?.where === to?.where ? TURN_SECONDS : FLOOR_SECONDS, source };
  }
  if (from === null || to === null) return { seconds: 0, source };
  return { seconds: from.where === to.where ? TURN_SECONDS : CROSS_ROOM_SECONDS, source };
}
