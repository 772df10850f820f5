import { Button, Checkbox, NumberInput } from '@mantine/core';
import { useRef, useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import type { Point } from '#core/geometry';
import {
  POINTS_NEEDED,
  readPicture,
  SAMPLES,
  UNIT_WORDS,
  type PictureRead,
  type Quantity,
  type Sample,
} from '#core/measurement';
import { takePicture, type TakenPicture } from './pictureFile';
import { frameOf, PosedBody } from './PosedFigure';
import classes from './PictureAngle.module.css';

/** What each point of a reading is, in the order it is placed. */
const POINT_NAMES: Record<PictureRead, readonly string[]> = {
  'three points': ['end of one arm', 'corner', 'end of the other arm'],
  'to the vertical': ['lower point', 'upper point'],
  'above level': ['foot of the neck', 'ear'],
  offset: ['ear', 'shoulder', 'one end of the known length', 'its other end'],
};

type Frame = readonly [number, number, number, number];
type Shown = { kind: 'sample'; sample: Sample } | { kind: 'picture'; picture: TakenPicture };

const frameFor = (shown: Shown): Frame =>
  shown.kind === 'sample'
    ? frameOf(shown.sample.pose)
    : [0, 0, shown.picture.width, shown.picture.height];

/** Points to begin with: spread over the middle, never on each other. */
function firstPoints(read: PictureRead, [left, top, width, height]: Frame): Point[] {
  const spread: readonly Point[] = [
    [0.35, 0.35],
    [0.5, 0.55],
    [0.68, 0.4],
    [0.68, 0.7],
  ];
  return spread
    .slice(0, POINTS_NEEDED[read])
    .map(([x, y]): Point => [left + x * width, top + y * height]);
}

const MOST_ZOOM = 8;
const STEP = 1;

/** Where a pointer is, in the picture's own units. */
function placeIn(event: PointerEvent<SVGElement> | WheelEvent<SVGElement>): Point | null {
  const svg = event.currentTarget.ownerSVGElement ?? (event.currentTarget as SVGSVGElement);
  const matrix = svg.getScreenCTM();
  if (!matrix) return null;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  return [x, y];
}

/** The drawing surface: zoom, pan, and points that move by pointer and by key. */
function Surface({
  shown,
  points,
  read,
  onPoints,
}: {
  shown: Shown;
  points: readonly Point[];
  read: PictureRead;
  onPoints: (points: Point[]) => void;
}) {
  const whole = frameFor(shown);
  const [view, setView] = useState<Frame>(whole);
  const held = useRef<{ index: number } | { pan: Point } | null>(null);
  const zoom = whole[2] / view[2];
  const unit = view[3] / 420;

  const zoomTo = (factor: number, [x, y]: Point) => {
    const next = Math.max(1, Math.min(MOST_ZOOM, zoom * factor));
    const [width, height] = [whole[2] / next, whole[3] / next];
    const left = x - ((x - view[0]) / view[2]) * width;
    const top = y - ((y - view[1]) / view[3]) * height;
    const keep = (value: number, from: number, room: number, size: number) =>
      Math.max(from, Math.min(from + room - size, value));
    setView([
      keep(left, whole[0], whole[2], width),
      keep(top, whole[1], whole[3], height),
      width,
      height,
    ]);
  };
  const middle: Point = [view[0] + view[2] / 2, view[1] + view[3] / 2];
  const put = (index: number, to: Point) =>
    onPoints(points.map((point, place) => (place === index ? to : point)));
  const move = (event: PointerEvent<SVGSVGElement>) => {
    const at = placeIn(event);
    if (!held.current || !at) return;
    if ('index' in held.current) {
      put(held.current.index, at);
      return;
    }
    const [fromX, fromY] = held.current.pan;
    const keep = (value: number, from: number, room: number, size: number) =>
      Math.max(from, Math.min(from + room - size, value));
    setView([
      keep(view[0] + fromX - at[0], whole[0], whole[2], view[2]),
      keep(view[1] + fromY - at[1], whole[1], whole[3], view[3]),
      view[2],
      view[3],
    ]);
  };
  const key = (event: KeyboardEvent<SVGGElement>, index: number) => {
    const by = (event.shiftKey ? 10 : STEP) * unit;
    const steps: Record<string, Point> = {
      ArrowLeft: [-by, 0],
      ArrowRight: [by, 0],
      ArrowUp: [0, -by],
      ArrowDown: [0, by],
    };
    const step = steps[event.key];
    const point = points[index];
    if (!step || !point) return;
    event.preventDefault();
    put(index, [point[0] + step[0], point[1] + step[1]]);
  };
  const [a, b, c, d] = points;
  const arms: Point[][] =
    read === 'three points' && a && b && c
      ? [[a, b, c]]
      : read === 'offset' && a && b && c && d
        ? [
            [a, [a[0], b[1]]],
            [b, [a[0], b[1]]],
            [c, d],
          ]
        : a && b
          ? [
              [a, b],
              read === 'to the vertical'
                ? [a, [a[0], a[1] - Math.hypot(b[0] - a[0], b[1] - a[1])]]
                : [a, [a[0] + Math.hypot(b[0] - a[0], b[1] - a[1]), a[1]]],
            ]
          : [];
  return (
    <div className={classes.surface}>
      <svg
        viewBox={view.join(' ')}
        role="group"
        aria-label="Picture with points. Tab from point to point, arrows move one, shift moves further."
        onPointerMove={move}
        onPointerUp={() => {
          held.current = null;
        }}
        onPointerDown={(event) => {
          const at = placeIn(event);
          if (at) held.current = { pan: at };
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onWheel={(event) => {
          const at = placeIn(event);
          if (at) zoomTo(event.deltaY < 0 ? 1.25 : 0.8, at);
        }}
      >
        {shown.kind === 'sample' ? (
          <PosedBody pose={shown.sample.pose} />
        ) : (
          <image
            href={shown.picture.address}
            width={shown.picture.width}
            height={shown.picture.height}
          />
        )}
        {arms.map((line, index) => (
          <polyline
            key={index}
            points={line.map((point) => point.join(',')).join(' ')}
            className={classes.arm}
            data-help={index > 0}
          />
        ))}
        {points.map(([x, y], index) => (
          <g
            key={POINT_NAMES[read][index]}
            className={classes.point}
            tabIndex={0}
            role="button"
            aria-label={`Point ${index + 1}: ${POINT_NAMES[read][index] ?? ''}`}
            onKeyDown={(event) => key(event, index)}
            onPointerDown={(event) => {
              event.stopPropagation();
              held.current = { index };
              event.currentTarget.ownerSVGElement?.setPointerCapture(event.pointerId);
            }}
          >
            <circle cx={x} cy={y} r={15 * unit} className={classes.grip} />
            <circle cx={x} cy={y} r={5.5 * unit} className={classes.ring} />
            <circle cx={x} cy={y} r={1.4 * unit} className={classes.mark} />
            <text x={x + 10 * unit} y={y - 8 * unit} fontSize={14 * unit}>
              {index + 1}
            </text>
          </g>
        ))}
      </svg>
      <div className={classes.zoom}>
        <button type="button" aria-label="Zoom in" onClick={() => zoomTo(1.5, middle)}>
          +
        </button>
        <button type="button" aria-label="Zoom out" onClick={() => zoomTo(1 / 1.5, middle)}>
          −
        </button>
        <span>{Math.round(zoom * 100)} %</span>
      </div>
    </div>
  );
}

/** The way a quantity is read from a picture. */
export const readFor = (testId: string, quantity: Quantity): PictureRead => {
  if (quantity.unit === 'cm') return 'offset';
  if (quantity.id === 'cva') return 'above level';
  if (testId === 'knee-to-wall') return 'to the vertical';
  return 'three points';
};

const DEFAULT_STATURE_CM = 172;

/** An angle, or an offset, from a picture or a sample figure. */
export function PictureAngle({
  testId,
  quantity,
  statureCm,
  onTake,
}: {
  testId: string;
  quantity: Quantity;
  statureCm: number | null;
  /** The figure, and the picture when it is to be kept in the file. */
  onTake: (value: number, keep: Blob | null) => void;
}) {
  const read = readFor(testId, quantity);
  const [shown, setShown] = useState<Shown | null>(null);
  const [points, setPoints] = useState<Point[]>([]);
  const [trouble, setTrouble] = useState('');
  const [keep, setKeep] = useState(false);
  const [known, setKnown] = useState<number | string>(statureCm ?? DEFAULT_STATURE_CM);
  const [facing, setFacing] = useState<1 | -1>(1);
  const file = useRef<HTMLInputElement>(null);

  const show = (next: Shown) => {
    setTrouble('');
    setShown(next);
    setPoints(firstPoints(read, frameFor(next)));
  };
  const take = async (chosen: File | undefined) => {
    if (!chosen) return;
    try {
      show({ kind: 'picture', picture: await takePicture(chosen) });
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'The picture cannot be read.');
    }
  };
  const outcome = shown ? readPicture(read, points, { knownCm: Number(known), facing }) : null;
  const value = outcome?.ok ? Math.round(outcome.value * 10) / 10 : null;
  const samples = SAMPLES.filter((one) => one.read === read).sort(
    (a, b) => Number(b.testId === testId) - Number(a.testId === testId),
  );
  const unit = quantity.unit === 'deg' ? '°' : ` ${UNIT_WORDS[quantity.unit]}`;
  return (
    <div className={classes.tool}>
      <div className={classes.sources}>
        <Button onClick={() => file.current?.click()}>Take or load a picture</Button>
        <input
          ref={file}
          type="file"
          accept="image/*"
          className={classes.file}
          aria-label="Picture file"
          onChange={(event) => {
            void take(event.currentTarget.files?.[0]);
            event.currentTarget.value = '';
          }}
        />
        {samples.length > 0 && <span className={classes.soft}>or try a drawn sample:</span>}
        {samples.map((sample) => (
          <button
            key={sample.id}
            type="button"
            className={classes.sample}
            onClick={() => show({ kind: 'sample', sample })}
          >
            {sample.name}, {sample.degrees}°
          </button>
        ))}
      </div>
      {trouble && (
        <p role="alert" className={classes.trouble}>
          {trouble}
        </p>
      )}
      {shown && (
        <>
          <Surface
            key={shown.kind === 'sample' ? shown.sample.id : shown.picture.address.length}
            shown={shown}
            points={points}
            read={read}
            onPoints={setPoints}
          />
          <ol className={classes.names}>
            {POINT_NAMES[read].map((name) => (
              <li key={name}>{name}</li>
            ))}
          </ol>
          {read === 'offset' && (
            <div className={classes.sources}>
              <NumberInput
                label="The known length, cm"
                value={known}
                onChange={setKnown}
                min={1}
                max={300}
              />
              <Button variant="outline" onClick={() => setFacing(facing === 1 ? -1 : 1)}>
                Faces {facing === 1 ? 'right' : 'left'}
              </Button>
            </div>
          )}
          <div className={classes.sources}>
            <p className={classes.value} role="status">
              {value === null ? '–' : `${value}${unit}`}
            </p>
            <p className={classes.soft}>
              {outcome && !outcome.ok
                ? outcome.mistake.says
                : shown.kind === 'sample'
                  ? `A drawn sample: its true angle is ${shown.sample.degrees}°.`
                  : 'The picture stays on this device unless you keep it.'}
            </p>
          </div>
          {shown.kind === 'picture' && (
            <Checkbox
              label="Keep the picture in the file, without its metadata"
              checked={keep}
              onChange={(event) => setKeep(event.currentTarget.checked)}
            />
          )}
          <Button
            disabled={value === null}
            onClick={() => {
              if (value === null) return;
              onTake(value, keep && shown.kind === 'picture' ? shown.picture.blob : null);
            }}
          >
            Take {value === null ? 'it' : `${value}${unit}`}
          </Button>
        </>
      )}
    </div>
  );
}
