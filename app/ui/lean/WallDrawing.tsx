import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { backOffset, SIDE_ARM, SIDE_STANDING } from '#core/anatomy';
import { pathOf, smooth, type Point } from '#core/geometry';
import { Head } from './Head';
import { leanAngle, leant, turned } from './leaning';
import classes from './lean.module.css';

/** Ground and ankle in body coordinates. */
const GROUND = 1000;
const ANKLE: Point = [0, 961];
const BALL = 19;
/** The drawing's window: the wall at x = 0, the room to the right. */
const VIEW = { left: -120, top: -70, width: 780, height: 1120 };

export interface WallState {
  /** Shares of stature. */
  feet: number;
  height: number;
}

interface HandleProps {
  at: Point;
  label: string;
  value: number;
  least: number;
  most: number;
  says: string;
  vertical: boolean;
  onMove: (value: number) => void;
  toValue: (point: Point) => number;
}

/** Something to take hold of: by mouse, finger or arrow keys. */
export function Handle({
  at,
  label,
  value,
  least,
  most,
  says,
  vertical,
  onMove,
  toValue,
}: HandleProps) {
  const held = useRef(false);
  const clip = (next: number) => Math.max(least, Math.min(most, next));
  const follow = (event: PointerEvent<SVGGElement>) => {
    const svg = event.currentTarget.ownerSVGElement;
    const matrix = svg?.getScreenCTM()?.inverse();
    if (!svg || !matrix) return;
    const point = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix);
    onMove(clip(toValue([point.x, point.y])));
  };
  const step = (event: KeyboardEvent) => {
    const size = (most - least) / 40;
    const by =
      event.key === 'ArrowRight' || event.key === 'ArrowUp'
        ? size
        : event.key === 'ArrowLeft' || event.key === 'ArrowDown'
          ? -size
          : 0;
    if (by === 0) return;
    event.preventDefault();
    onMove(clip(value + by));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={label}
      aria-valuemin={Math.round(least * 100)}
      aria-valuemax={Math.round(most * 100)}
      aria-valuenow={Math.round(value * 100)}
      aria-valuetext={says}
      aria-orientation={vertical ? 'vertical' : 'horizontal'}
      className={classes.handle}
      transform={`translate(${at[0]},${at[1]})`}
      onKeyDown={step}
      onPointerDown={(event) => {
        held.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={(event) => {
        if (held.current) follow(event);
      }}
      onPointerUp={() => {
        held.current = false;
      }}
    >
      <circle r="40" className={classes.grab} />
      <circle r="15" className={classes.knob} />
      <path
        d={vertical ? 'M0,-30L-7,-21H7Z M0,30L-7,21H7Z' : 'M-30,0L-21,-7V7Z M30,0L21,-7V7Z'}
        className={classes.arrows}
      />
    </g>
  );
}

/** A person leaning back on a ball at a wall; feet and ball can be taken hold of. */
export function WallDrawing({
  state,
  limits,
  says,
  arrow,
  onFeet,
  onHeight,
}: {
  state: WallState;
  limits: { feetMost: number; heightLeast: number; heightMost: number };
  says: { feet: string; height: string; load: string };
  /** Length of the force arrow, body coordinates. */
  arrow: number;
  onFeet: (share: number) => void;
  onHeight: (share: number) => void;
}) {
  const contactY = GROUND * (1 - state.height);
  const along = ANKLE[1] - contactY;
  const angle = leanAngle(state.feet * GROUND, along);
  const depth = backOffset(contactY);
  // The ankle stands so that the back of the body just touches the ball on the wall.
  const touch = turned([depth, contactY], ANKLE, -angle);
  const ankleX = 2 * BALL - touch[0];
  const put = (points: readonly Point[]): Point[] =>
    leant(points, ANKLE, angle).map(([x, y]): Point => [x + ankleX, y]);
  const place = (points: readonly Point[]) => pathOf(smooth(put(points)));
  const ballY = touch[1];
  return (
    <svg
      viewBox={`${VIEW.left} ${VIEW.top} ${VIEW.width} ${VIEW.height}`}
      className={classes.drawing}
      role="group"
      aria-label={`A person leaning back on a ball at a wall. ${says.load}`}
    >
      <defs>
        <filter id="lean-soft">
          <feGaussianBlur stdDeviation="9" />
        </filter>
        <clipPath id="lean-body">
          <path d={place(SIDE_STANDING)} />
        </clipPath>
      </defs>
      <rect
        x={VIEW.left}
        y={VIEW.top}
        width={-VIEW.left}
        height={GROUND - VIEW.top}
        className={classes.wall}
      />
      <line x1={0} x2={0} y1={VIEW.top} y2={GROUND} className={classes.edge} />
      <rect x={VIEW.left} y={GROUND} width={VIEW.width} height={60} className={classes.wall} />
      <line
        x1={VIEW.left}
        x2={VIEW.left + VIEW.width}
        y1={GROUND}
        y2={GROUND}
        className={classes.edge}
      />
      <path d={place(SIDE_STANDING)} className={classes.skin} />
      <g clipPath="url(#lean-body)">
        <path d={place(SIDE_STANDING)} className={classes.rim} filter="url(#lean-soft)" />
      </g>
      <path d={place(SIDE_STANDING)} className={classes.outline} />
      <Head place={(point) => put([point])[0] ?? point} />
      <path d={place(SIDE_ARM)} className={classes.arm} />
      <circle cx={BALL} cy={ballY} r={BALL} className={classes.ball} />
      <g className={classes.force}>
        <line x1={2 * BALL + 8} x2={2 * BALL + 8 + arrow} y1={ballY} y2={ballY} />
        <path d={`M${2 * BALL + 8 + arrow},${ballY - 12}l22,12l-22,12z`} />
      </g>
      <g className={classes.measure}>
        <line x1={0} x2={ankleX} y1={GROUND + 26} y2={GROUND + 26} />
        <text x={ankleX / 2} y={GROUND + 50} textAnchor="middle">
          {says.feet}
        </text>
        <line x1={VIEW.left + 34} x2={VIEW.left + 34} y1={GROUND} y2={ballY} />
        <text
          x={VIEW.left + 26}
          y={(GROUND + ballY) / 2}
          textAnchor="middle"
          transform={`rotate(-90 ${VIEW.left + 26} ${(GROUND + ballY) / 2})`}
        >
          {says.height}
        </text>
      </g>
      <Handle
        at={[BALL, ballY]}
        label="Height of the ball"
        value={state.height}
        least={limits.heightLeast}
        most={limits.heightMost}
        says={says.height}
        vertical
        onMove={onHeight}
        toValue={([, y]) => 1 - y / GROUND}
      />
      <Handle
        at={[ankleX + 10, GROUND - 24]}
        label="Distance of the feet from below the ball"
        value={state.feet}
        least={0}
        most={limits.feetMost}
        says={says.feet}
        vertical={false}
        onMove={onFeet}
        toValue={([x]) => state.feet + (x - (ankleX + 10)) / GROUND}
      />
    </svg>
  );
}
