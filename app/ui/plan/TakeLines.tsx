import type { ReactNode } from 'react';
import { takenFrom, type PlannedLine } from '#core/plans';
import { lineTitle, checkRoutine, type CheckContext, type RoutineItem } from '#core/routine';
import { counted } from '~/ui/parts/words';
import { lineWords } from './doseWords';
import classes from './StartFrom.module.css';

/** What would be added, line by line and held against this body, before it is taken. */
export function TakeLines({
  name,
  lines,
  present,
  context,
  care,
  onTake,
  children,
}: {
  name: string;
  lines: readonly PlannedLine[];
  present: readonly RoutineItem[];
  context: CheckContext;
  care?: string | undefined;
  onTake: (items: readonly RoutineItem[]) => void;
  /** What is said below. */
  children?: ReactNode;
}) {
  const taken = takenFrom(lines);
  const together = checkRoutine(
    { items: takenFrom(lines, present), timesPerWeek: 7, message: '' },
    { ...context, screened: true },
  ).filter(({ verdict, itemId }) => verdict !== 'note' && taken.some(({ id }) => id === itemId));
  return (
    <div className={classes.preview} role="group" aria-label={`${name}: what it adds`}>
      <button
        type="button"
        className={classes.take}
        disabled={taken.length === 0}
        onClick={() => onTake(taken)}
      >
        {taken.length === 0
          ? 'Nothing of it is for this body'
          : `Take ${counted(taken.length, 'line')}`}
      </button>
      {care && <p className={classes.care}>{care}</p>}
      <ol>
        {lines.map(({ item, why, against }) => (
          <li key={item.id} data-against={against !== null}>
            <span className={classes.name}>{lineTitle(item)}</span>
            <span className={classes.dose}>{lineWords(item)}</span>
            <span className={classes.why}>{against ?? why}</span>
          </li>
        ))}
      </ol>
      {together.map(({ reason, rule }) => (
        <p key={`${rule}:${reason}`} className={classes.care}>
          {reason}
        </p>
      ))}
      {children}
    </div>
  );
}
