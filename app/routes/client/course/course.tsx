import { Link } from 'react-router';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownCourse } from '~/services/practising.server';
import { DropChart } from '~/ui/charts/DropChart';
import { WeekBars } from '~/ui/charts/WeekBars';
import { Messages } from '~/ui/messages/Messages';
import { orKept } from '~/ui/offline/orKept';
import { Tables } from '~/ui/takeOut/Tables';
import { Call } from '~/ui/screening/Call';
import { reachSays } from '#core/today';
import { arcOf } from '~/ui/measure/arcOf';
import { ReachArc } from '~/ui/measure/ReachArc';
import type { Route } from './+types/course';
import classes from './course.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'How it goes so far · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownCourse(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('course', serverLoader);

export default function Course({ loaderData }: Route.ComponentProps) {
  const { rows, found, weeks, says, from, today, therapistName, messages, numbers } = loaderData;
  return (
    <div className={classes.page}>
      <h1>How it goes so far</h1>
      {rows.length === 0 ? (
        <p>
          After your first sessions it is drawn here, place by place. There is nothing to tell yet.
        </p>
      ) : (
        <>
          <ul className={classes.says}>
            {says.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <section aria-label="Tenderness, place by place">
            <h2>Tenderness, place by place</h2>
            <p className={classes.soft}>
              Each stroke is a session: from how tender it was at first to how it was on letting go.
            </p>
            <DropChart rows={rows} from={from} to={today} />
          </section>
          {found.length > 0 && (
            <section>
              <h2>Tender spots found</h2>
              <ul className={classes.says}>
                {found.map((row) => (
                  <li key={`${row.siteId}:${row.side}`}>{row.says}</li>
                ))}
              </ul>
            </section>
          )}
          <section>
            <h2>Sessions a week</h2>
            <WeekBars weeks={weeks} />
          </section>
        </>
      )}
      {loaderData.reaches.map((reach) => (
        <section key={reach.testId} aria-label={reach.name}>
          <h2>{reach.name}</h2>
          <ul className={classes.says}>
            {reach.sides.map((side) => (
              <li key={side.side}>{reachSays(reach.quantity, side)}</li>
            ))}
          </ul>
          <div className={classes.reach}>
            <ReachArc
              quantity={reach.quantity}
              reaches={reach.sides.map((side) => arcOf(reach, side, today))}
            />
          </div>
        </section>
      ))}
      <section aria-label="Messages">
        <h2>A word to {therapistName}</h2>
        <Messages
          messages={messages}
          clientId={null}
          byClient
          timeZone={loaderData.timeZone}
          label="Your message"
          hint={`Not for emergencies${numbers.emergency ? ` (call ${numbers.emergency})` : ''}: nobody reads it at once. ${therapistName} or a colleague answers here.`}
        />
        <Call numbers={numbers} emergency={false} />
      </section>
      <p className={classes.soft}>
        {therapistName} and the other therapists of the practice see the same, with every rating and
        word you log. Nobody outside it does. Tenderness wavers from day to day; a rise or two means
        nothing by itself. Worse over weeks, numb or weak: speak to {therapistName} in person.
      </p>
      <section aria-label="Yours to take along" className={classes.along}>
        <h2>Yours to take along</h2>
        <p className={classes.soft}>
          Everything you logged and everything that was found, as tables for a spreadsheet (CSV). It
          needs a connection, and is about your health: keep it where only you look.
        </p>
        <Tables from="/take-out" />
        <p className={`${classes.soft} ${classes.moving}`}>
          Moving to another practice that works with Entspann?{' '}
          <a href="/record.zip" download>
            Your whole record as one file
          </a>{' '}
          can be read in there; for another clinic’s program there is{' '}
          <a href="/record.json" download>
            the same as FHIR
          </a>
          , without pictures.
        </p>
        <p className={classes.soft}>
          <Link to="/record">Who sees your record, how long it is kept, and having it erased</Link>
        </p>
      </section>
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
