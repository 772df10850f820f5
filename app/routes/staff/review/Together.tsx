import type { Together as GoesWith } from '#core/trend';
import classes from './review.module.css';

/** What goes with what, each with its figures, and with the plain caution that belongs to it. */
export function Together({ together }: { together: readonly GoesWith[] }) {
  return (
    <section aria-labelledby="together-title">
      <h2 id="together-title">
        What goes with what <span>over the latest 40 sessions</span>
      </h2>
      <ul className={classes.together}>
        {together.map(({ of, title, says, isThere }) => (
          <li key={of} data-there={isThere}>
            <strong>{title}</strong> <span>{says}</span>
          </li>
        ))}
      </ul>
      <p className={classes.counted}>
        More than chance: set apart like this in fewer than one of sixty ways to deal the sessions
        out anew (rank-sum test, exact; three things are looked at). That two things go together
        does not say that one makes the other: a bad week may bring both. Sore: more than a little.
      </p>
    </section>
  );
}
