import { Link } from 'react-router';
import { findTool } from '#core/equipment';
import { layOut, pressesOf, type Routine } from '#core/routine';
import { stopReason } from '#core/session';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { clientStart } from '~/services/practising.server';
import { Notice } from '~/ui/parts/Notice';
import { Waiting } from '~/ui/screening/Waiting';
import { WeekKnots } from '~/ui/parts/WeekKnots';
import { counted, minutesBand, nearDay } from '~/ui/parts/words';
import { StopSign } from '~/ui/screening/StopSign';
import { Strip } from '~/ui/strip/Strip';
import { Beside, RoutineList } from './Lines';
import { Over } from './Over';
import { Rests } from './Rests';
import { Time } from './Time';
import { When } from './When';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/today';
import classes from './today.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Today · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => clientStart(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('today', serverLoader);

type Start = Route.ComponentProps['loaderData'];

const toolsOf = (routine: Routine): string =>
  [
    ...new Set(
      pressesOf(routine).map(({ ownWay, toolId }) =>
        (ownWay?.thing || (findTool(toolId)?.name ?? '')).toLowerCase(),
      ),
    ),
  ]
    .filter((name) => name !== '' && name !== 'fingers and knuckles')
    .join(', ');

function Sessions({ last, today }: Pick<Start, 'last' | 'today'>) {
  if (last.length === 0) return null;
  return (
    <section>
      <h2>Lately</h2>
      <ul className={classes.last}>
        {last.slice(0, 6).map((session) => (
          <li key={session.id}>
            <Link to={`/log/${session.id}`}>{nearDay(session.day, today)}</Link>
            <span>
              {session.takenBack
                ? 'taken back'
                : session.word || (session.counts ? 'done' : 'broken off')}
              {session.byHand && !session.takenBack && (
                <small className={classes.soft}> written down afterwards</small>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What is to be measured around the session, when something is. */
function Measuring({ home, doneToday }: { home: Start['home']; doneToday: boolean }) {
  const names = doneToday ? home.again : [...home.before, ...home.weekly];
  if (names.length === 0) return null;
  return (
    <p className={classes.ask}>
      {doneToday ? 'Now that you are through, measure again: ' : 'Before you start, measure: '}
      <Link to="/measures">{names.map((name) => name.toLowerCase()).join(', ')}</Link>.
    </p>
  );
}

/** What brought them is asked about once a week. */
function Brought({ due }: Start['brought']) {
  const [first, ...others] = due;
  if (!first) return null;
  return (
    <p className={classes.ask}>
      <Link to="/complaint">How is it this week?</Link> “{first.what}”
      {others.length > 0 && ` and ${counted(others.length, 'other')}`}: three questions.
    </p>
  );
}

/** Why the last session was stopped, when that asks for the therapist first. */
function heldBack(last: Start['last']) {
  const reason = last[0]?.stopReason;
  const stopped = reason ? stopReason(reason) : null;
  return stopped && stopped.weight !== 'ordinary' ? stopped : null;
}

export default function Today({ loaderData }: Route.ComponentProps) {
  const { version, therapistName, today, nextVisit, doneThisWeek, askedThisWeek, last } =
    loaderData;
  const { stop, way, answered, asksHome } = loaderData;
  if (stop) {
    return (
      <div className={classes.page}>
        <StopSign stop={stop} therapistName={therapistName} numbers={loaderData.numbers} />
        <Sessions last={last} today={today} />
      </div>
    );
  }
  const asks = !answered && (
    <p className={classes.ask}>
      <Link to="/answers">A few questions before you begin</Link>: two minutes, so that{' '}
      {therapistName} knows what is safe for you.
    </p>
  );
  if (!version) {
    return (
      <div className={classes.page}>
        {asks}
        <h1>No routine yet</h1>
        <p className={classes.soft}>
          {therapistName} has not issued a routine for you. It appears here as soon as it is ready.
        </p>
      </div>
    );
  }
  const { content, limits } = version;
  const numbers = new Map(content.items.map((item, index) => [item.id, index + 1]));
  const tools = toolsOf(content);
  // Nothing falls on today.
  const rests = content.items.length === 0;
  const held = heldBack(last);
  const doneToday = last.some((session) => session.day === today && session.counts);
  return (
    <div className={classes.page}>
      {asks}
      {held && !way && (
        <Notice>
          <p>
            <strong>Last time you stopped: {held.label.toLowerCase()}.</strong> {held.advice} Speak
            to {therapistName} before you go on.
          </p>
        </Notice>
      )}
      {version.cameBetween && (
        <p className={classes.ask}>
          {therapistName} has changed the routine meanwhile. Your last session went by the one
          before; it is kept, and says so.
        </p>
      )}
      {loaderData.over && (
        <Over over={loaderData.over} therapistName={therapistName} today={today} />
      )}
      {loaderData.away && (
        <p className={classes.ask}>
          {loaderData.away.name} is away until {nearDay(loaderData.away.until, today)}.{' '}
          <strong>{therapistName}</strong> stands in and sees what you tell.
        </p>
      )}
      {loaderData.isTime && <Time canStart={!way} />}
      <Brought {...loaderData.brought} />
      <Measuring home={loaderData.home} doneToday={doneToday} />
      <section className={classes.start}>
        <h1>{doneToday ? 'Done for today' : rests ? 'A day of rest' : 'Today’s routine'}</h1>
        {!rests && (
          <p className={classes.minutes}>
            {minutesBand(version.session)} <span>minutes{tools && `, with ${tools}`}</span>
          </p>
        )}
        {way ? (
          <Waiting
            way={way}
            therapistName={therapistName}
            today={today}
            numbers={loaderData.numbers}
          />
        ) : rests && version.asNeeded.length === 0 ? null : (
          <Link to="/practise" className={classes.go} data-quiet={doneToday || held !== null}>
            {held ? 'We have spoken; start' : doneToday ? 'Go through it again' : 'Start'}
          </Link>
        )}
        {loaderData.asks && !way && (
          <p className={classes.soft}>
            First you are asked how it was after your last session,{' '}
            {nearDay(loaderData.asks.day, today)}.
          </p>
        )}
        <p className={classes.week}>
          <WeekKnots done={doneThisWeek} asked={askedThisWeek} /> <span>this week</span>
        </p>
      </section>
      <Rests rests={loaderData.rests} today={today} therapistName={loaderData.therapistName} />
      {content.message && (
        <blockquote className={classes.message}>
          <p>{content.message}</p>
          <footer>{loaderData.away?.name ?? therapistName}</footer>
        </blockquote>
      )}
      <section>
        {!rests && (
          <>
            <h2>What is in it</h2>
            <div className={classes.strip}>
              <Strip layout={layOut(version.drawn)} numbers={numbers} />
            </div>
            <RoutineList routine={content} limits={limits} />
          </>
        )}
        <Beside asNeeded={version.asNeeded} resting={version.resting} today={today} />
      </section>
      <When week={version.week} today={today} doneToday={doneToday} />
      <Sessions last={last} today={today} />
      <ul className={classes.more}>
        <li>
          <Link to="/places">Your places: where, how to find them, what to keep off</Link>
        </li>
        <li>
          <Link to="/course">How it goes so far, and a word to {therapistName}</Link>
        </li>
        <li>
          <Link to="/by-hand">A session you did without the phone</Link>
        </li>
        <li>
          <Link to="/points">A new tender place</Link>
        </li>
        <li>
          <Link to="/print">Your routine on paper</Link>
        </li>
        <li>
          <Link to="/reminders">Reminders</Link>
        </li>
        {loaderData.brought.asked && (
          <li>
            <Link to="/complaint">How it goes</Link>
          </li>
        )}
        {asksHome && (
          <li>
            <Link to="/measures">Home measures</Link>
          </li>
        )}
        <li>
          <Link to="/answers">Something about my health has changed</Link>
        </li>
      </ul>
      <p className={classes.soft}>
        {nextVisit ? `Next visit ${nearDay(nextVisit, today)}. ` : ''}Numb, dizzy, or a pain that
        shoots or stays: stop, and see someone in person.{' '}
        <Link to="/settings/about">All cautions</Link>
      </p>
    </div>
  );
}
