import { fingersToMm } from './reading';
import type { MovementTest, Observation, Quantity, Way } from './quantity';

/** How a client comes by the figure of a test: against a mark that has a name, or as a quantity is read. */
export type HomeWay = 'mark' | Exclude<Way, 'picture'>;

export type HomeSide = 'left' | 'right' | 'mid';

/** As much of a home measure as says what is still open. */
export interface HomeRow {
  quantityId: string;
  side: HomeSide;
}

/** One thing a client is asked at a test. */
export type HomePart =
  | { of: 'figure'; side: HomeSide; quantity: Quantity; mark: Observation | null }
  | { of: 'answer'; side: HomeSide; observation: Observation };

const sidesOf = (sided: boolean): readonly HomeSide[] => (sided ? ['left', 'right'] : ['mid']);

const markIn = ({ observations }: Pick<MovementTest, 'observations'>): Observation | null =>
  observations.find(({ mark }) => mark !== undefined) ?? null;

/**
 * The ways a client may take a test, the one that asks least first. A client alone takes the first figure of a test: the
 * others want two hands or an eye from outside.
 *
 * @example homeWays(findTest('neck-turn')) // ['mark', 'tilt', 'number']
 */
export function homeWays(test: MovementTest): readonly HomeWay[] {
  const ways = test.quantities[0]?.ways ?? [];
  const has = (way: Way) => ways.includes(way);
  return [
    ...(markIn(test) ? (['mark'] as const) : []),
    ...(has('fingers') ? (['fingers'] as const) : []),
    ...(has('tilt') ? (['tilt'] as const) : []),
    ...(has('number') ? (['number'] as const) : []),
  ];
}

/** What to do for a way, step by step. */
export function homeSteps(test: MovementTest, way: HomeWay): readonly string[] {
  return (way === 'mark' ? markIn(test)?.mark?.how : null) ?? test.atHome ?? [];
}

/** Everything a client is asked at a test, in its order: a side to its end, then the other. */
export function homeParts(test: MovementTest): readonly HomePart[] {
  const [quantity] = test.quantities;
  if (!quantity) return [];
  const mark = markIn(test);
  const answers = test.observations.filter((one) => one.atHome && !one.mark);
  const asked = (side: HomeSide, sided: boolean) =>
    answers
      .filter((one) => one.sided === sided)
      .map((observation): HomePart => ({ of: 'answer', side, observation }));
  return [
    ...sidesOf(quantity.sided).flatMap((side): HomePart[] => [
      { of: 'figure', side, quantity, mark },
      ...(quantity.sided ? asked(side, true) : []),
    ]),
    ...asked('mid', false),
  ];
}

/** Whether a part was answered: a figure by any of its ways. */
export const isTaken = (part: HomePart, rows: readonly HomeRow[]): boolean =>
  rows.some(
    ({ quantityId, side }) =>
      side === part.side &&
      (part.of === 'answer'
        ? quantityId === part.observation.id
        : quantityId === part.quantity.id || quantityId === part.mark?.id),
  );

/** What is still open of a test, in the order it is asked. Done is only what is done on both sides. */
export const openParts = (test: MovementTest, rows: readonly HomeRow[]): readonly HomePart[] =>
  homeParts(test).filter((part) => !isTaken(part, rows));

const MOST_FINGERS = 4;

/** Finger widths a jaw may open by, in halves, with their millimetres. */
export const FINGER_WIDTHS: readonly { fingers: number; millimetres: number }[] = Array.from(
  { length: MOST_FINGERS * 2 },
  (_, half) => {
    const fingers = (half + 1) / 2;
    return { fingers, millimetres: fingersToMm(fingers) };
  },
);
