import { backOffset, SIDE_TRUNK } from '#core/anatomy';
import { pathOf, smooth, type Point } from '#core/geometry';
import { Head } from './Head';
import { limb } from './leaning';
import { Handle } from './WallDrawing';
import classes from './lean.module.css';

const GROUND = 470;
const BALL = 19;
const HIP = 486;
/** Thigh and shank of a bent leg, body coordinates. */
const KNEE: Point = [640, 250];
const ANKLE: Point = [700, 440];
const VIEW = { left: -40, top: 30, width: 880, height: 540 };

/** From standing to lying on the back: the crown to the left, the back down. */
const lie = ([x, y]: Point): Point => [y, GROUND - 74 - x];

export interface FloorState {
  /** Where the ball lies, as a share of stature from the crown. */
  at: number;
}

interface Bent {
  knee: Point;
  ankle: Point;
  /** The sole stands on the ground. */
  foot: boolean;
}
const REST: Bent = { knee: KNEE, ankle: ANKLE, foot: true };

/** What the nearer leg does in each adjustment. */
const LEGS: Record<string, Bent> = {
  'ankle-crossed': { knee: [650, 236], ankle: [560, 226], foot: false },
  'knees-tipped': { knee: [622, 300], ankle: [690, 446], foot: true },
  'knee-hugged': { knee: [420, 196], ankle: [560, 250], foot: false },
};

const HIP_AT: Point = [HIP, GROUND - 62];

function Leg({ knee, ankle, foot, behind = false }: Bent & { behind?: boolean }) {
  const sole = foot
    ? limb([ankle[0] - 14, GROUND - 15], [ankle[0] + 96, GROUND - 9], 16, 15, 8)
    : limb(ankle, [ankle[0] + 4, ankle[1] - 92], 19, 16, 9);
  const parts = [limb(knee, ankle, 31, 37, 20), sole, limb(HIP_AT, knee, 60, 50, 33)];
  return (
    <g className={behind ? classes.behind : undefined}>
      {parts.map((points) => {
        const path = pathOf(smooth(points));
        return <path key={path} d={path} className={classes.part} />;
      })}
    </g>
  );
}

/** A person lying on a ball on the floor; the ball can be taken hold of. */
export function FloorDrawing({
  state,
  adjustmentId,
  limits,
  says,
  arrow,
  onMove,
}: {
  state: FloorState;
  adjustmentId: string;
  limits: { least: number; most: number };
  says: { at: string; load: string };
  arrow: number;
  onMove: (share: number) => void;
}) {
  const y = state.at * 1000;
  const ballY = GROUND - BALL;
  // The back arches a little over the ball: the trunk is lifted where it lies.
  const lift = Math.max(0, 2 * BALL - (GROUND - (GROUND - 74 - backOffset(y)))) * 0.6;
  const bent = (point: Point): Point => {
    const [x, at] = lie(point);
    return [x, at - lift * Math.exp(-(((x - y) / 170) ** 2)) - 2];
  };
  const trunk = SIDE_TRUNK.map(bent);
  const front = LEGS[adjustmentId] ?? REST;
  const arm =
    adjustmentId === 'hands-and-foot'
      ? limb([232, GROUND - 66], [372, GROUND - 16], 24, 22, 15)
      : limb([232, GROUND - 62], [430, GROUND - 44], 24, 21, 14);
  return (
    <svg
      viewBox={`${VIEW.left} ${VIEW.top} ${VIEW.width} ${VIEW.height}`}
      className={classes.drawing}
      role="group"
      aria-label={`A person lying on the back over a ball on the floor. ${says.load}`}
    >
      <defs>
        <filter id="lie-soft">
          <feGaussianBlur stdDeviation="8" />
        </filter>
        <clipPath id="lie-body">
          <path d={pathOf(smooth(trunk))} />
        </clipPath>
      </defs>
      <rect x={VIEW.left} y={GROUND} width={VIEW.width} height={60} className={classes.wall} />
      <line
        x1={VIEW.left}
        x2={VIEW.left + VIEW.width}
        y1={GROUND}
        y2={GROUND}
        className={classes.edge}
      />
      <Leg {...REST} behind />
      <path d={pathOf(smooth(trunk))} className={classes.skin} />
      <g clipPath="url(#lie-body)">
        <path d={pathOf(smooth(trunk))} className={classes.rim} filter="url(#lie-soft)" />
      </g>
      <path d={pathOf(smooth(trunk))} className={classes.outline} />
      <Head place={bent} />
      <Leg {...front} />
      <path d={pathOf(smooth(arm))} className={classes.part} />
      <circle cx={y} cy={ballY} r={BALL} className={classes.ball} />
      <g className={classes.force}>
        <line x1={y} x2={y} y1={ballY - BALL - 6} y2={ballY - BALL - 6 - arrow} />
        <path d={`M${y - 12},${ballY - BALL - 6 - arrow}l12,-22l12,22z`} />
      </g>
      <g className={classes.measure}>
        <text x={y} y={GROUND + 46} textAnchor="middle">
          {says.at}
        </text>
      </g>
      <Handle
        at={[y, ballY]}
        label="Place of the ball under the body"
        value={state.at}
        least={limits.least}
        most={limits.most}
        says={says.at}
        vertical={false}
        onMove={onMove}
        toValue={([x]) => x / 1000}
      />
    </svg>
  );
}
