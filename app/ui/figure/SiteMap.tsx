import { PLACES, SITES, VIEWS, type Site, type SiteId, type ViewId } from '#core/anatomy';
import { Figure, pathsOf } from './Figure';
import classes from './SiteMap.module.css';

/** Every site of a view as something to point at. The list beside it is the way in by keyboard. */
export function SiteMap({
  view,
  chosen,
  pointed,
  found,
  onPoint,
  onChoose,
}: {
  view: ViewId;
  chosen: string | null;
  pointed: string | null;
  /** Only these answer the search; null when nothing is searched. */
  found: ReadonlySet<string> | null;
  onPoint: (siteId: string | null) => void;
  onChoose: (site: Site) => void;
}) {
  const here = SITES.flatMap((site) =>
    PLACES[site.id as SiteId].areas
      .filter((area) => area.view === view)
      .map((shape, index) => ({ site, key: `${site.id}:${index}`, shape })),
  );
  const count = new Set(here.map(({ site }) => site.id)).size;
  return (
    <Figure
      view={view}
      label={`${VIEWS[view].name}: ${count} sites, listed beside the drawing`}
      under={here.map(({ site, key, shape }) => (
        // The list is the way in by keyboard; the drawing only helps the mouse.
        <g
          key={key}
          className={classes.site}
          data-chosen={site.id === chosen}
          data-pointed={site.id === pointed}
          data-found={found === null ? undefined : found.has(site.id)}
          data-elsewhere={Boolean(site.redirect)}
          onPointerEnter={() => onPoint(site.id)}
          onPointerLeave={() => onPoint(null)}
          onPointerDown={() => onChoose(site)}
        >
          {pathsOf({ key, shape, midline: site.midline }).map((path) => (
            <path key={path} d={path} />
          ))}
        </g>
      ))}
    />
  );
}
