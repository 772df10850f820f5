import type { Site } from '#core/anatomy';
import type { relatedSites } from '#core/map';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './map.module.css';

/** Sites that are worth a look after what was found. */
export function Suggestions({
  suggestions,
  onShow,
}: {
  suggestions: ReturnType<typeof relatedSites>;
  onShow: (site: Site) => void;
}) {
  if (suggestions.length === 0) return null;
  return (
    <section className={classes.suggest}>
      <h2>Look here too</h2>
      <ul>
        {suggestions.map(({ site, from, why }) => (
          <li key={site.id}>
            <LinkButton onClick={() => onShow(site)}>{site.plainName}</LinkButton>{' '}
            <span className={classes.soft}>
              {site.anatomicalName}, after {from.plainName.toLowerCase()}: {why}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
