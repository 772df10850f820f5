import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { outcomeWords } from '#core/course';
import { dischargeOf } from '~/services/discharge.server';
import { useView } from '~/ui/keeping/Keeping';
import { Notice } from '~/ui/parts/Notice';
import { shortDay } from '~/ui/parts/words';
import { EndOfCourse } from './EndOfCourse';
import { TakeUpAgain } from './TakeUpAgain';
import type { Route } from './+types/discharge';
import classes from './discharge.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => dischargeOf(setting, who, params.clientId));
}

type Step = Route.ComponentProps['loaderData']['steps'][number];

function Told({ steps, today }: { steps: readonly Step[]; today: string }) {
  if (steps.length === 0) return null;
  return (
    <section aria-labelledby="told-title">
      <h2 id="told-title">So far</h2>
      <ol className={classes.steps}>
        {steps.map(({ id, what, outcome, goesOn, word, summary, day, byName }) => (
          <li key={id}>
            <p>
              <strong>
                {shortDay(day, today)}:{' '}
                {what === 'ended' ? `ended, ${outcomeWords(outcome ?? '')}` : 'taken up again'}
              </strong>{' '}
              <span className={classes.soft}>
                by {byName}
                {what === 'ended' &&
                  (goesOn ? '; may go on with the routine by themselves' : '; the routine rests')}
              </span>
            </p>
            {word && <p>To them: “{word}”</p>}
            {summary && <p className={classes.summary}>{summary}</p>}
          </li>
        ))}
      </ol>
    </section>
  );
}

export default function Discharge({ loaderData }: Route.ComponentProps) {
  const { clientId, name, today, over, steps, draft, hasRoutine } = loaderData;
  const { entries } = useView();
  const last = entries.findLast(
    ({ letter }) => letter.kind === 'course' && letter.clientId === clientId,
  );
  return (
    <div className={classes.page}>
      <div className={classes.main}>
        {last?.refused && <Notice>{last.refused.says}</Notice>}
        {over ? (
          <TakeUpAgain
            // A step further on, the form is another.
            key={steps.length}
            clientId={clientId}
            name={name}
            over={over}
            today={today}
            busy={last !== undefined && !last.refused}
          />
        ) : (
          <EndOfCourse
            key={steps.length}
            clientId={clientId}
            name={name}
            draft={draft}
            hasRoutine={hasRoutine}
            busy={last !== undefined && !last.refused}
          />
        )}
      </div>
      <Told steps={steps} today={today} />
    </div>
  );
}
