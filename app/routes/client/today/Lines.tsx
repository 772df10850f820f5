import { gradeWords, isPress, lineTitle, type Routine } from '#core/routine';
import type { startOf } from '#core/today';
import { nearDay } from '~/ui/parts/words';
import { lineWords } from '~/ui/plan/doseWords';
import classes from './today.module.css';

type Version = NonNullable<ReturnType<typeof startOf>['version']>;

/** The lines of a day, each with what it is kept to. */
export function RoutineList({ routine, limits }: { routine: Routine; limits: Version['limits'] }) {
  return (
    <ol className={classes.items}>
      {routine.items.map((item) => (
        <li key={item.id}>
          <span className={classes.site}>{lineTitle(item)}</span>
          {isPress(item) && <span className={classes.grade}>press to {gradeWords(item)}</span>}
          <span className={classes.dose}>{lineWords(item)}</span>
          {limits
            .filter(({ itemId }) => itemId === item.id)
            .map(({ says }) => (
              <span key={says} className={classes.limit}>
                {says}
              </span>
            ))}
        </li>
      ))}
    </ol>
  );
}

/** What may be done when it is needed, and what rests today. */
export function Beside({
  asNeeded,
  resting,
  today,
}: Pick<Version, 'asNeeded' | 'resting'> & { today: string }) {
  if (asNeeded.length === 0 && resting.length === 0) return null;
  return (
    <ul className={classes.beside}>
      {asNeeded.map((item) => (
        <li key={item.id}>
          <strong>{lineTitle(item)}</strong>, when you need it
          {item.often?.kind === 'as-needed' && item.often.when ? `: ${item.often.when}` : ''}. You
          choose it as you start.
        </li>
      ))}
      {resting.map(({ item, next, why }) => (
        <li key={item.id}>
          <strong>{lineTitle(item)}</strong>{' '}
          {next ? `not today, again ${nearDay(next, today)}` : 'no more'}. {why}
        </li>
      ))}
    </ul>
  );
}
