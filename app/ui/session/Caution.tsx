import type { SiteWords } from '#core/routine';
import { listed } from '~/ui/parts/words';
import classes from './session.module.css';

/** What to keep off, where it may be felt, and the site’s own watch words: two or three short lines, the first time. */
export function Caution({
  site,
  onFloor,
  alone,
  told,
}: {
  site: SiteWords;
  onFloor: boolean;
  alone: boolean;
  /** It was all said in this session: what never to press is said each time. */
  told: boolean;
}) {
  const felt = site.felt ?? [];
  if (told) {
    return (
      <ul className={classes.caution} data-alone={alone} aria-label="Before you press">
        <li>{site.keepOff}</li>
      </ul>
    );
  }
  return (
    <ul className={classes.caution} data-alone={alone} aria-label="Before you press">
      <li>{site.keepOff}</li>
      {felt.length > 0 && (
        <li>It may be felt elsewhere: {listed(felt)}. It must stop when you let go.</li>
      )}
      {site.watch && <li>{site.watch}</li>}
      {onFloor && site.watchOnFloor && <li>{site.watchOnFloor}</li>}
    </ul>
  );
}
