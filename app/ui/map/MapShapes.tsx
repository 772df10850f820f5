import { memo } from 'react';
import {
  BODY_PART_IDS,
  BODY_PARTS,
  PLACES,
  SITES,
  VIEWS,
  type BodyPartId,
  type ViewId,
} from '#core/anatomy';
import { sideSign } from '#core/map';
import { pathsOf } from '~/ui/figure/Figure';
import type { DrawnPoint } from './points';
import classes from './BodyMap.module.css';

/** The sites of a view, faint: where points can lie. */
export const SiteShapes = memo(function SiteShapes({
  view,
  emphasised,
}: {
  view: ViewId;
  /** The place that stands out, and the half of the body it lies on. */
  emphasised: { siteId: string; half: 1 | -1 } | null;
}) {
  return SITES.filter(({ redirect }) => !redirect).flatMap((site) =>
    PLACES[site.id].areas
      .filter((area) => area.view === view)
      .flatMap((shape, index) =>
        pathsOf({ key: `${site.id}:${index}`, shape, midline: site.midline }).map(
          (path, mirrored) => (
            <path
              key={path}
              d={path}
              className={classes.site}
              data-emphasised={
                site.id === emphasised?.siteId && (mirrored === 1) === (emphasised.half === -1)
              }
            />
          ),
        ),
      ),
  );
});

/** Areas sensation may travel to, to be picked. */
export const PartShapes = ({
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

/** Lines from a point to where pressing sends. */
export function Sends({
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
