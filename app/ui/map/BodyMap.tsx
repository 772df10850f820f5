import { useMemo, useRef, type PointerEvent } from 'react';
import { findSite, placeOf, VIEWS, type BodyPartId, type ViewId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { sideSign, snap, type Placed } from '#core/map';
import { Figure } from '~/ui/figure/Figure';
import { OffShapes, type Standing } from '~/ui/screening/OffFigure';
import { Dots } from './Dots';
import { PartShapes, Sends, SiteShapes } from './MapShapes';
import type { DrawnPoint } from './points';
import classes from './BodyMap.module.css';

/** Where a pointer is, in body coordinates of the view. */
function bodyPoint(event: PointerEvent<SVGElement>, view: ViewId, flipped: boolean): Point | null {
  const svg = event.currentTarget.ownerSVGElement ?? (event.currentTarget as SVGSVGElement);
  const matrix = svg.getScreenCTM?.();
  if (!matrix) return null;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const [left, , width] = VIEWS[view].frame;
  return [flipped ? 2 * left + width - x : x, y];
}

interface MapProps {
  view: ViewId;
  /** The side a one-sided view is shown as. */
  shown?: 'left' | 'right';
  points: readonly DrawnPoint[];
  /** The points of the map it is compared with. */
  earlier?: readonly DrawnPoint[];
  statureMetres: number | null;
  chosen: string | null;
  marks?: ReadonlyMap<string, Standing>;
  picking?: { picked: ReadonlySet<BodyPartId>; onPick: (id: BodyPartId) => void } | null;
  /** A part of the view, nearer: left, top, width, height in body coordinates. Of two-sided views only. */
  frame?: readonly [number, number, number, number];
  /** Its place stands out from the others. */
  emphasised?: Pick<Placed, 'siteId' | 'side'> | null;
  label: string;
  onChoose?: (id: string) => void;
  onPlace?: (placed: Placed, at: Point) => void;
  /** Takes the bare place that was pointed at, instead of what it snaps to. */
  onPoint?: (at: Point) => void;
  /** Says what the pointer is over, or why it cannot be. */
  onOver?: (says: string) => void;
}

/** One view of the body with its tender points; a click anywhere puts a new one there. */
export function BodyMap({
  view,
  shown = 'right',
  points,
  earlier = [],
  statureMetres,
  chosen,
  marks,
  picking,
  frame = VIEWS[view].frame,
  emphasised = null,
  label,
  onChoose,
  onPlace,
  onPoint,
  onOver,
}: MapProps) {
  const flipped = !VIEWS[view].twoSided && shown === 'left';
  const said = useRef('');
  const over = (event: PointerEvent<SVGElement>) => {
    if (!onOver || picking) return;
    const at = bodyPoint(event, view, flipped);
    if (!at) return;
    const placed = snap(view, at, { statureMetres, shown });
    const site = placed.ok ? findSite(placed.value.siteId) : undefined;
    const says =
      placed.ok && site
        ? placeOf(site, placed.value.side)
        : !placed.ok && placed.mistake.says.startsWith('Keep off')
          ? placed.mistake.says
          : '';
    if (says === said.current) return;
    said.current = says;
    onOver(says);
  };
  const place = (event: PointerEvent<SVGElement>) => {
    if (!onPlace || picking) return;
    const at = bodyPoint(event, view, flipped);
    if (!at) return;
    const placed = snap(view, at, { statureMetres, shown });
    if (placed.ok) onPlace(placed.value, at);
    else onOver?.(placed.mistake.says);
  };
  const press = onPoint
    ? (event: PointerEvent<SVGElement>) => {
        const at = bodyPoint(event, view, flipped);
        if (at) onPoint(at);
      }
    : place;
  const [siteId, half] = [emphasised?.siteId ?? null, sideSign(view, emphasised?.side ?? 'mid')];
  const under = useMemo(
    () => (
      <>
        <SiteShapes view={view} emphasised={siteId === null ? null : { siteId, half }} />
        {marks && marks.size > 0 && <OffShapes view={view} marks={marks} shown={shown} />}
      </>
    ),
    [view, marks, shown, siteId, half],
  );
  return (
    <Figure
      view={view}
      label={label}
      frame={frame}
      flipped={flipped}
      under={under}
      className={onPlace || onPoint ? classes.live : undefined}
    >
      <rect
        x={frame[0]}
        y={frame[1]}
        width={frame[2]}
        height={frame[3]}
        className={classes.field}
        onPointerMove={over}
        onPointerLeave={() => {
          said.current = '';
          onOver?.('');
        }}
        onPointerDown={press}
      />
      {!picking && (
        <Sends view={view} shown={shown} point={points.find(({ id }) => id === chosen)} />
      )}
      {picking && (
        <PartShapes
          view={view}
          half={sideSign(view, points.find(({ id }) => id === chosen)?.side ?? 'mid')}
          {...picking}
        />
      )}
      <Dots
        view={view}
        shown={shown}
        points={points}
        earlier={earlier}
        statureMetres={statureMetres}
        chosen={chosen}
        onChoose={picking ? undefined : onChoose}
        mirrored={flipped}
        height={frame[3]}
      />
    </Figure>
  );
}
