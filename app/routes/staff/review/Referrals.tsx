import type { Review as ReviewData } from '~/services/reviewing.server';
import { rowName } from '~/ui/charts/rowName';
import { shortDay } from '~/ui/parts/words';
import classes from './review.module.css';

/** So many findings fit a line. */
const MOST_SEEN = 8;

/** How far pressing sent, point by point over the visits. */
export function Referrals({ rows, today }: { rows: ReviewData['referrals']; today: string }) {
  return (
    <section aria-labelledby="referral-title">
      <h2 id="referral-title">
        How far it sends <span>while pressing, as told on the map, in cm on the body</span>
      </h2>
      <ul className={classes.found}>
        {rows.map((row) => {
          const [first, last] = [row.seen[0], row.seen.at(-1)];
          return (
            <li key={row.thread}>
              <strong>{rowName(row)}</strong>
              <span className={classes.counts}>
                {row.seen
                  .slice(-MOST_SEEN)
                  .map(({ cm }) => cm)
                  .join(' · ')}
              </span>
              <span className={classes.counted}>
                {first && last && first !== last
                  ? `${shortDay(first.day, today)} to ${shortDay(last.day, today)}. `
                  : ''}
                {row.says}
              </span>
            </li>
          );
        })}
      </ul>
      <p className={classes.counted}>
        To the far edge of the farthest part that was named, to 5 cm. Less and less far is what is
        hoped for (common practice, no published source).
      </p>
    </section>
  );
}
