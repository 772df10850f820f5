import { memo } from 'react';
import { VIEWS, type ViewId } from '#core/anatomy';
import type { Point } from '#core/geometry';
import { pointAt } from '#core/map';
import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import type { DrawnPoint } from './points';
import classes from './BodyMap.module.css';

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
        {point.unrated ? '' : point.rating}
      </text>
    </g>
  );
}

export const Dots = memo(function Dots({
  view,
  shown,
  points,
  earlier,
  statureMetres,
  chosen,
  onChoose,
  mirrored,
  height = VIEWS[view].frame[3],
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
  /** How much of the view is to be seen, in body coordinates: dots stay as large as they are. */
  height?: number;
}) {
  const unit = height / 560;
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
