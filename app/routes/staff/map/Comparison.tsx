import { countByRegion, countChanges, type ComparedPoint } from '#core/map';
import type { DrawnPoint } from '~/ui/map/points';
import classes from './map.module.css';

/** What changed between the two maps, counted; and where the points lie. */
export function Comparison({
  compared,
  points,
  since,
}: {
  compared: readonly ComparedPoint[];
  points: readonly DrawnPoint[];
  since: string;
}) {
  const counts = countChanges(compared);
  const words = [
    [counts.new, 'new'],
    [counts.more, 'more tender'],
    [counts.same, 'the same'],
    [counts.less, 'less tender'],
    [counts.gone, 'gone'],
    [counts['not looked at'], 'not looked at'],
  ] as const;
  return (
    <section className={classes.compare}>
      <h2>Since {since}</h2>
      <p>
        {words
          .filter(([count]) => count > 0)
          .map(([count, says]) => `${count} ${says}`)
          .join(' · ') || 'Nothing to compare.'}
      </p>
      <p className={classes.soft}>
        {countByRegion(points)
          .map(({ region, count }) => `${region} ${count}`)
          .join(' · ')}
      </p>
    </section>
  );
}
