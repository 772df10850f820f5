import { useMemo } from 'react';
import { lainOnBall } from '#core/poses';
import { SceneParts } from '../poses/SceneDrawing';
import { Handle } from './WallDrawing';
import classes from './lean.module.css';

const BALL = 19;
/** The drawing’s window; the floor is at 0. */
const VIEW = { left: -530, top: -400, width: 950, height: 500 };

export interface FloorState {
  /** Where the ball lies, as a share of stature from the crown. */
  at: number;
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
  const { scene, contact, crownX } = useMemo(
    () => lainOnBall(state.at * 1000, BALL * 2, adjustmentId),
    [state.at, adjustmentId],
  );
  const [x] = contact;
  return (
    <svg
      viewBox={`${VIEW.left} ${VIEW.top} ${VIEW.width} ${VIEW.height}`}
      className={classes.drawing}
      role="group"
      aria-label={`A person lying on the back over a ball on the floor. ${says.load}`}
    >
      <rect x={VIEW.left} y={0} width={VIEW.width} height={60} className={classes.wall} />
      <circle cx={x} cy={-BALL} r={BALL} className={classes.ball} />
      <SceneParts scene={scene} />
      <g className={classes.force}>
        <line x1={x} x2={x} y1={contact[1] - 6} y2={contact[1] - 6 - arrow} />
        <path d={`M${x - 12},${contact[1] - 6 - arrow}l12,-22l12,22z`} />
      </g>
      <g className={classes.measure}>
        <text x={x} y={46} textAnchor="middle">
          {says.at}
        </text>
      </g>
      <Handle
        at={[x, -BALL]}
        label="Place of the ball under the body"
        value={state.at}
        least={limits.least}
        most={limits.most}
        says={says.at}
        vertical={false}
        onMove={onMove}
        toValue={([to]) => (to - crownX) / 1000}
      />
    </svg>
  );
}
