import { memo, useMemo, useRef, type PointerEvent } from 'react';
import {
  BODY_PART_IDS,
  BODY_PARTS,
  findSite,
  placeOf,
  PLACES,
  SITES,
  VIEWS,
  type BodyPartId,
  type SiteId,
  type ViewId,
} from '#core/anatomy';
import type { Point } from '#core/geometry';
import {
  pointAt,
  sideSign,
  snap,
  type ComparedPoint,
  type Placed,
  type TenderPoint,
} from '#core/map';
import { Figure, pathsOf } from '~/ui/figure/Figure';
import { OffShapes, type Standing } from '~/ui/screening/OffFigure';
import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import classes from './BodyMap.module.css';

/** A point as the figure draws it. */
export interface DrawnPoint extends TenderPoint {
  id: string;
}

/** Where a pointer is, in body coordinates of the view. */
function bodyPoint(event: PointerEvent<SVGElement>, view: ViewId, flipped: boolean): Point | null {
  const svg = event.currentTarget.ownerSVGElement ?? (event.currentTarget as SVGSVGElement);
  const matrix = svg.getScreenCTM?.();
  if (!matrix) return null;
  const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
  const [left, , width] = VIEWS[view].frame;
  return [flipped ? 2 * left + width - x : x, y];
}

/** The sites of a view, faint: where points can lie. */
const SiteShapes = memo(function SiteShapes({ view }: { view: ViewId }) {
  return SITES.filter(({ redirect }) => !redirect).flatMap((site) =>
    PLACES[site.id as SiteId].areas
      .filter((area) => area.view === view)
      .flatMap((shape, index) =>
        pathsOf({ key: `${site.id}:${index}`, shape, midline: site.midline }).map((path) => (
          <path key={path} d={path} className={classes.site} />
        )),
      ),
  );
});

/** Areas sensation may travel to, to be picked. */
const PartShapes = ({
  view,
  half,
  picked,
  onPick,
}: {
  view: ViewId;
  /** The half of the body the point lies on; parts of the other are left out. */
  half: 1 | -1;
  picked: ReadonlySet<BodyPartId>;
  onPick: (id: BodyPartId) => void;
}) =>
  BODY_PART_IDS.flatMap((id) =>
    BODY_PARTS[id].shapes
      .filter((shape) => shape.view === view)
      .flatMap((shape, index) =>
        [pathsOf({ key: `${id}:${index}`, shape }).at(half === 1 ? 0 : -1) ?? ''].map((path) => (
          <path
            key={path}
            d={path}
            className={classes.part}
            data-picked={picked.has(id)}
            onPointerDown={(event) => {
              event.stopPropagation();
              onPick(id);
            }}
          >
            <title>{BODY_PARTS[id].name}</title>
          </path>
        )),
      ),
  );

/** A tender point: its numeral on its tone; gone ones are open, earlier ones faint. */
function Dot({
  at,
  point,
  unit,
  chosen,
  ghost,
  onChoose,
}: {
  at: Point;
  point: DrawnPoint;
  unit: number;
  chosen: boolean;
  ghost: boolean;
  onChoose?: (id: string) => void;
}) {
  const r = (ghost ? 8.5 : 10.5) * unit;
  const gone = point.rating === 0;
  return (
    <g
      className={classes.dot}
      data-ghost={ghost}
      data-gone={gone}
      onPointerDown={(event) => {
        if (!onChoose) return;
        event.stopPropagation();
        onChoose(point.id);
      }}
    >
      {chosen && <circle cx={at[0]} cy={at[1]} r={r + 5 * unit} className={classes.chosen} />}
      {point.worst && !ghost && (
        <circle cx={at[0]} cy={at[1]} r={r + 2.4 * unit} className={classes.worst} />
      )}
      <circle
        cx={at[0]}
        cy={at[1]}
        r={r}
        fill={gone || ghost ? undefined : tendernessFill(point.rating)}
      />
      <text
        x={at[0]}
        y={at[1]}
        fontSize={12 * unit}
        dy={4.2 * unit}
        textAnchor="middle"
        fill={gone || ghost ? undefined : tendernessInk(point.rating)}
      >
        {point.rating}
      </text>
    </g>
  );
}

const Dots = memo(function Dots({
  view,
  shown,
  points,
  earlier,
  statureMetres,
  chosen,
  onChoose,
  mirrored,
}: {
  view: ViewId;
  shown: 'left' | 'right';
  points: readonly DrawnPoint[];
  earlier: readonly DrawnPoint[];
  statureMetres: number | null;
  chosen: string | null;
  onChoose?: (id: string) => void;
  /** The drawing is flipped: numerals are turned back. */
  mirrored: boolean;
}) {
  const unit = VIEWS[view].frame[3] / 560;
  const here = (list: readonly DrawnPoint[]) =>
    list.flatMap((point) => {
      if (!VIEWS[view].twoSided && point.side !== shown && point.side !== 'mid') return [];
      const at = pointAt(point, view, statureMetres);
      return at ? [{ point, at }] : [];
    });
  const turn = ([x]: Point) => (mirrored ? `translate(${2 * x} 0) scale(-1 1)` : undefined);
  const pressed = new Set(points.map(({ thread }) => thread));
  const chosenLast = here(points).sort(
    (a, b) => Number(a.point.id === chosen) - Number(b.point.id === chosen),
  );
  return (
    <>
      {here(earlier.filter(({ thread }) => !pressed.has(thread))).map(({ point, at }) => (
        <g key={`e:${point.id}`} transform={turn(at)}>
          <Dot
            at={at}
            point={point}
            unit={unit}
            chosen={point.id === chosen}
            ghost
            onChoose={onChoose}
          />
        </g>
      ))}
      {chosenLast.map(({ point, at }) => (
        <g key={point.id} transform={turn(at)}>
          <Dot
            at={at}
            point={point}
            unit={unit}
            chosen={point.id === chosen}
            ghost={false}
            onChoose={onChoose}
          />
        </g>
      ))}
    </>
  );
});

/** Lines from a point to where pressing sends. */
function Sends({
  view,
  shown,
  point,
}: {
  view: ViewId;
  shown: 'left' | 'right';
  point: DrawnPoint | undefined;
}) {
  if (!point?.refersTo) return null;
  if (!VIEWS[view].twoSided && point.side !== shown && point.side !== 'mid') return null;
  const other = sideSign(view, point.side) === -1;
  return (
    <>
      {point.refersTo.flatMap((id) =>
        BODY_PARTS[id].shapes
          .filter((shape) => shape.view === view)
          .flatMap((shape) => {
            const paths = pathsOf({ key: id, shape });
            // The half of the body the point lies on.
            const half = other ? (paths[1] ?? paths[0]) : paths[0];
            return [<path key={`${id}:${half}`} d={half} className={classes.sent} />];
          }),
      )}
    </>
  );
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
  label: string;
  onChoose?: (id: string) => void;
  onPlace?: (placed: Placed, at: Point) => void;
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
  label,
  onChoose,
  onPlace,
  onOver,
}: MapProps) {
  const flipped = !VIEWS[view].twoSided && shown === 'left';
  const frame = VIEWS[view].frame;
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
  const under = useMemo(
    () => (
      <>
        <SiteShapes view={view} />
        {marks && marks.size > 0 && <OffShapes view={view} marks={marks} shown={shown} />}
      </>
    ),
    [view, marks, shown],
  );
  return (
    <Figure
      view={view}
      label={label}
      flipped={flipped}
      under={under}
      className={onPlace ? classes.live : undefined}
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
        onPointerDown={place}
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
      />
    </Figure>
  );
}

/** The view pairs of a map. */
export const MAP_VIEWS: readonly { id: string; name: string; views: readonly ViewId[] }[] = [
  { id: 'body', name: 'Body', views: ['front', 'back'] },
  { id: 'head', name: 'Head and jaw', views: ['head'] },
  { id: 'armpit', name: 'Shoulder and armpit', views: ['armpit'] },
  { id: 'foot', name: 'Foot', views: ['foot-top', 'sole'] },
];

/** What became of a point since the map it is compared with, in a word or two. */
export function changeWords(compared: ComparedPoint | undefined): string {
  if (!compared) return '';
  const { change, before, shiftMm, moved, meaningful } = compared;
  const shift = moved ? (shiftMm === null ? ', moved' : `, moved ${shiftMm} mm`) : '';
  switch (change) {
    case 'new':
      return 'new';
    case 'gone':
      return before ? `gone, was ${before.rating}` : 'gone';
    case 'same':
      return `the same${shift}`;
    case 'not looked at':
      return 'not looked at';
    default:
      return `${change}, was ${before?.rating ?? '?'}${meaningful ? '' : ' (within noise)'}${shift}`;
  }
}
