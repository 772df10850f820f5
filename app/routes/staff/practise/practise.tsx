import { Link } from 'react-router';
import { dayOf } from '#core/calendar';
import { responseWords } from '#core/response';
import { clockSays, endingOf } from '#core/session';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { sessionLogOf } from '~/services/reviewing.server';
import { clockTime, counted, nearDay } from '~/ui/parts/words';
import { Messages } from '~/ui/messages/Messages';
import type { Route } from './+types/practise';
import classes from './practise.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => sessionLogOf(setting, who, params.clientId));
}

/** What the client wrote, and the answers. */
function Written({
  name,
  clientId,
  messages,
  timeZone,
}: Pick<Route.ComponentProps['loaderData'], 'name' | 'clientId' | 'messages' | 'timeZone'>) {
  return (
    <section className={classes.written} aria-label="Messages">
      <h2>Messages</h2>
      <Messages
        messages={messages}
        clientId={clientId}
        byClient={false}
        timeZone={timeZone}
        label={`Write to ${name}`}
        hint="It appears on their phone under “How it goes so far”. Every therapist of the practice reads it."
      />
    </section>
  );
}

export default function Log({ loaderData, params }: Route.ComponentProps) {
  const { sessions, today, name } = loaderData;
  if (sessions.length === 0) {
    return (
      <div className={classes.page}>
        <h2>Sessions</h2>
        <p className={classes.soft}>
          {name} has not practised yet. Issue a routine, then send the invitation from{' '}
          <Link to={`/clients/${params.clientId}/details`}>details</Link>.
        </p>
        <Written {...loaderData} />
      </div>
    );
  }
  return (
    <div className={classes.page}>
      <h2>Sessions</h2>
      <p className={classes.soft}>
        <Link to={`/clients/${params.clientId}/take-out`}>Take them out as tables</Link>
      </p>
      <table className={classes.table}>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col" className={classes.wide}>
              Version
            </th>
            <th scope="col" className={classes.figure}>
              Holds
            </th>
            <th scope="col" className={`${classes.figure} ${classes.wide}`}>
              Contact
            </th>
            <th scope="col" className={`${classes.figure} ${classes.wide}`}>
              Minutes
            </th>
            <th scope="col">How it ended</th>
            <th scope="col">A word for the day</th>
          </tr>
        </thead>
        <tbody>
          {sessions.map((session) => {
            const ended = endingOf(session);
            const clock = clockSays(session.clock);
            const after = session.response === null ? null : responseWords(session.response);
            return (
              <tr key={session.id} data-taken-back={session.takenBack || undefined}>
                <th scope="row">{nearDay(session.day, today)}</th>
                <td className={classes.wide}>{session.versionNumber}</td>
                <td className={classes.figure}>
                  {session.holdsDone} of {session.holdsAsked}
                  {session.beside && (
                    <span className={classes.after}>
                      beside {session.beside.done} of {session.beside.asked}
                    </span>
                  )}
                </td>
                <td className={`${classes.figure} ${classes.wide}`}>
                  {clockTime(session.contactSeconds)}
                </td>
                <td className={`${classes.figure} ${classes.wide}`}>{session.minutes ?? '–'}</td>
                <td className={ended.attention ? classes.attention : undefined}>
                  {ended.says}
                  {after && (
                    <span className={classes.after} data-attention={after.bears !== 'well'}>
                      the day after: {session.after}
                    </span>
                  )}
                  {session.again > 0 && (
                    <span className={classes.after}>
                      {counted(session.again, 'point')} did not fade and had a second try
                    </span>
                  )}
                  {session.corrections.map(({ at, says }) => (
                    <span key={`${at}:${says}`} className={classes.after}>
                      corrected {nearDay(dayOf(at, loaderData.timeZone), today)}: {says}
                    </span>
                  ))}
                  {clock && <span className={classes.clock}>{clock}</span>}
                </td>
                <td className={classes.word}>{session.word}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <p className={classes.soft}>
        Holds: held to their end of those asked; a hold ended for pressing too hard does not count.
        Contact: time on the points without pauses. Beside: stretches, drills and what else is not
        pressed, gone through of those asked.
      </p>
      <Written {...loaderData} />
    </div>
  );
}
