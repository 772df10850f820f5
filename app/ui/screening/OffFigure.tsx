import { PLACES, SITES, VIEWS, type SiteId, type ViewId } from '#core/anatomy';
import { sideSign } from '#core/map';
import { polygonOf } from '#core/anatomy';
import { mirror, straightPath } from '#core/geometry';
import { mayUse, type ScreenFinding } from '#core/screening';
import { Figure } from '~/ui/figure/Figure';
import classes from './OffFigure.module.css';

/** How a side of a site stands: nothing of it may be worked, or only with less. */
export type Standing = 'off' | 'less' | 'free';

/** How each site stands on each side, by its gentlest ways. */
export function standings(findings: readonly ScreenFinding[]): Map<string, Standing> {
  const found = new Map<string, Standing>();
  if (findings.every(({ clearedBy }) => clearedBy)) return found;
  for (const site of SITES) {
    if (site.redirect) continue;
    for (const side of site.midline ? (['mid'] as const) : (['left', 'right'] as const)) {
      let best: Standing = 'off';
      for (const { toolId, positionId } of site.setups) {
        for (const method of site.methods) {
          const use = { siteId: site.id, side, toolId, positionId, method, grade: 0 };
          const { verdict, allowed } = mayUse(use, findings);
          if (verdict === 'free') best = 'free';
          else if (allowed && best === 'off') best = 'less';
        }
        if (best === 'free') break;
      }
      if (best !== 'free') found.set(`${site.id}:${side}`, best);
    }
  }
  return found;
}

/** The shapes of what is off or limited on a view, to be laid under its lines. */
export function OffShapes({
  view,
  marks,
  shown = 'right',
}: {
  view: ViewId;
  marks: ReadonlyMap<string, Standing>;
  /** The side a one-sided view is shown as. */
  shown?: 'left' | 'right';
}) {
  const { twoSided } = VIEWS[view];
  return SITES.flatMap((site) =>
    PLACES[site.id as SiteId].areas
      .filter((area) => area.view === view)
      .flatMap((area, index) => {
        const polygon = polygonOf(area);
        const sides = site.midline
          ? (['mid'] as const)
          : twoSided
            ? (['left', 'right'] as const)
            : ([shown] as const);
        return sides.flatMap((side) => {
          const standing = marks.get(`${site.id}:${side}`);
          if (!standing) return [];
          const shape = sideSign(view, side) === 1 ? polygon : mirror(polygon);
          return (
            <path
              key={`${site.id}:${side}:${index}`}
              d={straightPath(shape)}
              className={classes.off}
              data-standing={standing}
            />
          );
        });
      }),
  );
}

/** Front and back of the body with what screening rules out or limits. */
export function OffFigure({ findings }: { findings: readonly ScreenFinding[] }) {
  const marks = standings(findings);
  const count = (standing: Standing) =>
    [...marks.values()].filter((one) => one === standing).length;
  const says = `${count('off')} places off, ${count('less')} with less`;
  return (
    <div className={classes.pair}>
      {(['front', 'back'] as const).map((view) => (
        <Figure
          key={view}
          view={view}
          label={`${VIEWS[view].name}: ${says}`}
          under={<OffShapes view={view} marks={marks} />}
        />
      ))}
      <p className={classes.legend}>
        <span data-standing="off">off</span> <span data-standing="less">with less</span>
      </p>
    </div>
  );
}
