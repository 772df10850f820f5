import { useOutletContext } from 'react-router';
import { findSite, SITES, VIEWS, type ViewId } from '#core/anatomy';
import { SiteMap } from '~/ui/figure/SiteMap';
import type { AtlasContext } from './atlas';
import classes from './atlas.module.css';

const CLOSE_UPS: readonly ViewId[] = ['head', 'armpit', 'foot-top', 'sole'];

/** The whole figure: front, back and the close-ups, with every site on them. */
export default function Body() {
  const { chosen, pointed, found, point, choose } = useOutletContext<AtlasContext>();
  const shown = pointed === null ? null : findSite(pointed);
  const map = (view: ViewId) => (
    <SiteMap
      view={view}
      chosen={chosen}
      pointed={pointed}
      found={found}
      onPoint={point}
      onChoose={choose}
    />
  );
  return (
    <div className={classes.body}>
      <header className={classes.head}>
        <h1>Atlas</h1>
        <p role="status">
          {shown ? (
            <>
              <strong>{shown.plainName}</strong> {shown.anatomicalName}
            </>
          ) : (
            `${found ? `${found.size} of ` : ''}${SITES.length} sites. Choose one on the drawing or in the list.`
          )}
        </p>
      </header>
      <div className={classes.views}>
        <figure className={classes.tall}>
          {map('front')}
          <figcaption>front</figcaption>
        </figure>
        <figure className={classes.tall}>
          {map('back')}
          <figcaption>back</figcaption>
        </figure>
        <div className={classes.closeUps}>
          {CLOSE_UPS.map((view) => (
            <figure key={view}>
              {map(view)}
              <figcaption>{VIEWS[view].name.toLowerCase()}</figcaption>
            </figure>
          ))}
        </div>
      </div>
    </div>
  );
}
