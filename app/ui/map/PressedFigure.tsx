import type { PointerEvent } from 'react';
import { findSite, placeOf, VIEWS } from '#core/anatomy';
import type { Point } from '#core/geometry';
import type { RestingPlace } from '#core/response';
import { Figure } from '~/ui/figure/Figure';
import { drawingsOf, frameAround, type DrawnPlace } from './drawnPlaces';
import classes from './PressedFigure.module.css';

const middleOf = (corners: readonly Point[]): Point => [
  corners.reduce((sum, [x]) => sum + x, 0) / corners.length,
  corners.reduce((sum, [, y]) => sum + y, 0) / corners.length,
];

/** The place nearest to where somebody points. */
function nearestTo([x, y]: Point, drawn: readonly DrawnPlace[]): DrawnPlace | undefined {
  const away = ({ corners }: DrawnPlace) => {
    const [mx, my] = middleOf(corners);
    return Math.hypot(mx - x, my - y);
  };
  return [...drawn].sort((a, b) => away(a) - away(b))[0];
}

/**
 * The places of a session on the figure, to point at: a touch turns the nearest one, so that a finger need not meet it.
 * The list beside it is the way in by keyboard.
 */
export default function PressedFigure({
  places,
  picked,
  onTurn,
}: {
  places: readonly RestingPlace[];
  /** By their keys. */
  picked: readonly string[];
  onTurn: (key: string) => void;
}) {
  const touch = (event: PointerEvent<SVGGraphicsElement>, drawn: readonly DrawnPlace[]) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix) return;
    const { x, y } = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const near = nearestTo([x, y], drawn);
    if (near) onTurn(near.key);
  };
  return (
    <div className={classes.figures}>
      {drawingsOf(places).map((drawing) => {
        const { view, flipped, drawn } = drawing;
        const frame = frameAround(drawing);
        const named = drawn.flatMap(({ key, place }) => {
          const site = picked.includes(key) ? findSite(place.siteId) : undefined;
          return site ? placeOf(site, place.side) : [];
        });
        return (
          <Figure
            key={`${view}:${flipped}`}
            view={view}
            frame={frame}
            flipped={flipped}
            label={`${VIEWS[view].name}: ${named.join(', ') || 'nowhere yet'}`}
          >
            {drawn.map(({ key, paths }) =>
              paths.map((d) => (
                <path key={d} d={d} className={classes.place} data-picked={picked.includes(key)} />
              )),
            )}
            <rect
              x={frame[0]}
              y={frame[1]}
              width={frame[2]}
              height={frame[3]}
              className={classes.touch}
              onPointerDown={(event) => touch(event, drawn)}
            />
          </Figure>
        );
      })}
    </div>
  );
}
