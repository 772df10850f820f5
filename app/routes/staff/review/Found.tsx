import type { Review as ReviewData } from '~/services/reviewing.server';
import { rowName } from '~/ui/charts/rowName';
import { shortDay } from '~/ui/parts/words';
import classes from './review.module.css';

/** How many tender spots each open search found. */
export function Found({ rows, today }: { rows: ReviewData['found']; today: string }) {
  return (
    <section aria-labelledby="found-title">
      <h2 id="found-title">
        Tender spots found <span>wherever every one was looked for</span>
      </h2>
      <ul className={classes.found}>
        {rows.map((row) => {
          const [first, last] = [row.counts[0], row.counts.at(-1)];
          return (
            <li key={`${row.siteId}:${row.side}`}>
              <strong>{rowName(row)}</strong>
              <span className={classes.counts}>
                {row.counts
                  .slice(-MOST_COUNTS)
                  .map(({ found }) => found)
                  .join(' · ')}
              </span>
              <span className={classes.counted}>
                {first && last && `${shortDay(first.day, today)} to ${shortDay(last.day, today)}. `}
                {row.says}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** So many counts fit a line. */
const MOST_COUNTS = 14;
