import { useMemo, useState } from 'react';
import { plannedLines, STARTING_PLANS, takenFrom, type PlanClient } from '#core/plans';
import { checkRoutine, type CheckContext, type RoutineItem } from '#core/routine';
import { v7 as uuid } from 'uuid';
import { LinkButton } from '~/ui/parts/LinkButton';
import { counted } from '~/ui/parts/words';
import { lineName, lineWords } from './doseWords';
import classes from './StartFrom.module.css';

/**
 * Where one usually begins by what people complain of: what it would add is shown, line by line and held against
 * this body, before it is taken.
 */
export function StartFrom({
  client,
  context,
  present,
  onTake,
  onClose,
}: {
  client: PlanClient;
  context: CheckContext;
  /** Lines that are in the routine already. */
  present: readonly RoutineItem[];
  onTake: (items: readonly RoutineItem[]) => void;
  /** Absent while there is nothing else to see. */
  onClose?: () => void;
}) {
  const [chosenId, setChosenId] = useState<string | null>(null);
  const plan = STARTING_PLANS.find(({ id }) => id === chosenId);
  const lines = useMemo(
    () => (plan ? plannedLines(plan, client, context, uuid, present) : []),
    [plan, client, context, present],
  );
  const taken = takenFrom(lines);
  const together = !plan
    ? []
    : checkRoutine(
        { items: takenFrom(lines, present), timesPerWeek: 7, message: '' },
        { ...context, screened: true },
      ).filter(
        ({ verdict, itemId }) => verdict !== 'note' && taken.some(({ id }) => id === itemId),
      );
  return (
    <section className={classes.panel} aria-labelledby="start-title">
      <header>
        <h2 id="start-title">Start from what they complain of</h2>
        {onClose && (
          <LinkButton quiet onClick={onClose}>
            Close
          </LinkButton>
        )}
      </header>
      <div className={classes.body} data-chosen={plan !== undefined}>
        <ul className={classes.plans} aria-label="Complaints">
          {STARTING_PLANS.map(({ id, name }) => (
            <li key={id}>
              <button
                type="button"
                aria-pressed={id === chosenId}
                onClick={() => setChosenId(id === chosenId ? null : id)}
              >
                {name}
              </button>
            </li>
          ))}
        </ul>
        {plan && (
          <div className={classes.preview} role="group" aria-label={`${plan.name}: what it adds`}>
            <button
              type="button"
              className={classes.take}
              disabled={taken.length === 0}
              onClick={() => {
                onTake(taken);
                setChosenId(null);
              }}
            >
              {taken.length === 0
                ? 'Nothing of it is for this body'
                : `Take ${counted(taken.length, 'line')}`}
            </button>
            {plan.care && <p className={classes.care}>{plan.care}</p>}
            <ol>
              {lines.map(({ item, why, against }) => (
                <li key={item.id} data-against={against !== null}>
                  <span className={classes.name}>{lineName(item)}</span>
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
            <p className={classes.soft}>
              Look at causes too: {plan.alsoLook} {plan.later && `Later: ${plan.later}`} Doses are
              the sites’ own, cautious ones. Common practice, no published source.
            </p>
          </div>
        )}
      </div>
    </section>
  );
}
