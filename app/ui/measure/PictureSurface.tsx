import { pointer, select } from 'd3-selection';
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomTransform } from 'd3-zoom';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Point } from '#core/geometry';
import type { PictureRead } from '#core/measurement';
import type { Sample } from '#core/poses';
import { SceneParts } from '~/ui/poses/SceneDrawing';
import type { TakenPicture } from './pictureFile';
import classes from './PictureAngle.module.css';

/** What each point of a reading is, in the order it is placed. */
export const POINT_NAMES: Record<PictureRead, readonly string[]> = {
  'three points': ['end of one arm', 'corner', 'end of the other arm'],
  'to the vertical': ['lower point', 'upper point'],
  'above level': ['foot of the neck', 'ear'],
  offset: ['ear', 'shoulder', 'one end of the known length', 'its other end'],
};

/** Left, top, width and height, in the picture’s own units. */
export type Frame = readonly [number, number, number, number];
export type Shown = { kind: 'sample'; sample: Sample } | { kind: 'picture'; picture: TakenPicture };

const MOST_ZOOM = 8;
const BUTTON_ZOOM = 1.5;
/** The drawing is about so many units high on the screen: marks keep their size whatever the picture’s. */
const SCREEN_HEIGHT = 420;

/** Zoom and pan of a drawing: wheel, drag, two fingers, and buttons. Points are left to themselves. */
function useZoom([left, top, width, height]: Frame) {
  const surface = useRef<SVGSVGElement>(null);
  const [view, setView] = useState<ZoomTransform>(zoomIdentity);
  const scale = useRef<(by: number) => void>(() => undefined);
  useEffect(() => {
    if (!surface.current) return;
    const svg = select<SVGSVGElement, unknown>(surface.current);
    const room: [[number, number], [number, number]] = [
      [left, top],
      [left + width, top + height],
    ];
    const behaviour = zoom<SVGSVGElement, unknown>()
      .scaleExtent([1, MOST_ZOOM])
      .extent(room)
      .translateExtent(room)
      .filter(
        (event: Event) =>
          !(event.target instanceof Element && event.target.closest('[data-point]')),
      )
      .on('zoom', (event: D3ZoomEvent<SVGSVGElement, unknown>) => setView(event.transform));
    svg.call(behaviour).on('dblclick.zoom', null);
    scale.current = (by) => behaviour.scaleBy(svg, by);
    return () => {
      svg.on('.zoom', null);
    };
  }, [left, top, width, height]);
  return { surface, view, scale: (by: number) => scale.current(by) };
}

/** The lines a reading draws between its points: what is read first, then what it is read against. */
function armsOf(read: PictureRead, [a, b, c, d]: readonly Point[]): Point[][] {
  if (!a || !b) return [];
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
  switch (read) {
    case 'three points':
      return c ? [[a, b, c]] : [];
    case 'offset':
      return c && d
        ? [
            [a, [a[0], b[1]]],
            [b, [a[0], b[1]]],
            [c, d],
          ]
        : [];
    case 'to the vertical':
      return [
        [a, b],
        [a, [a[0], a[1] - length]],
      ];
    case 'above level':
      return [
        [a, b],
        [a, [a[0] + length, a[1]]],
      ];
  }
}

/** A picture or a sample with points on it that move by pointer, finger and key. */
export function PictureSurface({
  shown,
  frame,
  points,
  read,
  onPoints,
}: {
  shown: Shown;
  frame: Frame;
  points: readonly Point[];
  read: PictureRead;
  onPoints: (points: Point[]) => void;
}) {
  const { surface, view, scale } = useZoom(frame);
  const inner = useRef<SVGGElement>(null);
  const held = useRef<number | null>(null);
  const unit = frame[3] / SCREEN_HEIGHT / view.k;

  const put = (index: number, to: Point) =>
    onPoints(points.map((point, place) => (place === index ? to : point)));
  const drag = (event: PointerEvent<SVGGElement>) => {
    if (held.current === null || !inner.current) return;
    const [x, y] = pointer(event.nativeEvent, inner.current);
    put(held.current, [x, y]);
  };
  const drop = () => {
    held.current = null;
  };
  const key = (event: KeyboardEvent<SVGGElement>, index: number) => {
    const by = (event.shiftKey ? 10 : 1) * unit;
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

  return (
    <div className={classes.surface}>
      <svg
        ref={surface}
        viewBox={frame.join(' ')}
        role="group"
        aria-label="Picture with points. Tab from point to point, arrows move one, shift moves further."
      >
        <g ref={inner} transform={view.toString()}>
          {shown.kind === 'sample' ? (
            <SceneParts scene={shown.sample.scene} />
          ) : (
            <image
              href={shown.picture.address}
              width={shown.picture.width}
              height={shown.picture.height}
            />
          )}
          {armsOf(read, points).map((line, index) => (
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
              data-point
              className={classes.point}
              tabIndex={0}
              role="button"
              aria-label={`Point ${index + 1}: ${POINT_NAMES[read][index] ?? ''}`}
              onKeyDown={(event) => key(event, index)}
              onPointerDown={(event) => {
                held.current = index;
                event.currentTarget.setPointerCapture(event.pointerId);
              }}
              onPointerMove={drag}
              onPointerUp={drop}
              onPointerCancel={drop}
            >
              <circle cx={x} cy={y} r={15 * unit} className={classes.grip} />
              <circle cx={x} cy={y} r={5.5 * unit} className={classes.ring} />
              <circle cx={x} cy={y} r={1.4 * unit} className={classes.mark} />
              <text x={x + 10 * unit} y={y - 8 * unit} fontSize={14 * unit}>
                {index + 1}
              </text>
            </g>
          ))}
        </g>
      </svg>
      <div className={classes.zoom}>
        <button type="button" aria-label="Zoom in" onClick={() => scale(BUTTON_ZOOM)}>
          +
        </button>
        <button type="button" aria-label="Zoom out" onClick={() => scale(1 / BUTTON_ZOOM)}>
          −
        </button>
        <span>{Math.round(view.k * 100)} %</span>
      </div>
    </div>
  );
}
