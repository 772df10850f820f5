import { Button } from '@mantine/core';
import { TELL_FOR_DAYS } from '#core/trend';
import { group } from 'd3-array';
import { Link } from 'react-router';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { dayPage } from '~/services/dayPage.server';
import type { DaySheetRow } from '~/services/daySheet.server';
import type { proposalsWaiting, Waiting } from '~/services/waiting.server';
import { Empty } from '~/ui/parts/Empty';
import { useAsked } from '~/ui/parts/useAsked';
import { useFresh } from '~/ui/parts/useFresh';
import { WeekKnots } from '~/ui/parts/WeekKnots';
import { counted, longDay, nearDay, shortDay } from '~/ui/parts/words';
import { Answer } from './Answer';
import { Marks } from './Marks';
import { PracticeWeek } from './PracticeWeek';
import type { Route } from './+types/day';
import classes from './day.module.css';

type Judged = Awaited<ReturnType<typeof proposalsWaiting>>;

export const meta: Route.MetaFunction = () => [{ title: 'Day sheet · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => dayPage(setting, who));
}

type WaitingBy = ReadonlyMap<string, Waiting>;

function Rows({ rows, waiting }: { rows: readonly DaySheetRow[]; waiting: WaitingBy }) {
  return rows.map((row) => (
    <tr key={row.id} className={classes.row}>
      <th scope="row" className={classes.who}>
        <Link to={`/clients/${row.id}`}>
          <bdi>{row.name}</bdi>
        </Link>
        <span>
          {row.occupation}
          {row.standsInFor !== null && `, you stand in for ${row.standsInFor}`}
        </span>
      </th>
      <td>
        {row.version === null ? (
          <span className={classes.plain}>—</span>
        ) : (
          <WeekKnots done={row.doneThisWeek} asked={row.askedThisWeek} />
        )}
      </td>
      <td>{row.lastPractised ? nearDay(row.lastPractised, row.today) : 'never'}</td>
      <td>{row.nextVisit ? nearDay(row.nextVisit, row.today) : 'none set'}</td>
      <td>
        <Marks row={row} waiting={waiting.get(row.id) ?? null} />
        <Answer row={row} />
      </td>
    </tr>
  ));
}

function Group({
  title,
  rows,
  note = '',
  waiting,
  more = 0,
  show,
}: {
  title: string;
  rows: readonly DaySheetRow[];
  note?: string;
  waiting: WaitingBy;
  /** So many more are in the caseload, where this shows them. */
  more?: number;
  show: string;
}) {
  if (rows.length === 0) return null;
  return (
    <tbody>
      <tr className={classes.group}>
        <th scope="rowgroup" colSpan={5}>
          <h2>{title}</h2>
          <span>{note}</span>
        </th>
      </tr>
      <Rows rows={rows} waiting={waiting} />
      {more > 0 && (
        <tr className={classes.more}>
          <td colSpan={5}>
            <Link to={`/caseload?show=${show}`}>
              {counted(more, 'client')} more, in the caseload
            </Link>
          </td>
        </tr>
      )}
    </tbody>
  );
}

export default function Day({ loaderData }: Route.ComponentProps) {
  const { clients, ended, today, monday, quietAfterDays, week, shown, more } = loaderData;
  const { read } = useAsked<Judged>('/day/proposals', clients > 0, loaderData);
  const judged = read === 'failed' ? null : read;
  useFresh();
  const waiting = new Map(judged?.waiting.map((one) => [one.clientId, one]));
  const here = new Set(Object.values(shown).flatMap((rows) => rows.map(({ id }) => id)));
  // For whom something waits is never among those who are only counted.
  const besides = group(judged?.rows.filter(({ id }) => !here.has(id)) ?? [], (row) => row.group);
  const withThem = (of: 'look' | 'rest') => [...shown[of], ...(besides.get(of) ?? [])];
  const left = (of: 'look' | 'rest') => more[of] - (besides.get(of)?.length ?? 0);
  return (
    <div className={classes.sheet}>
      <div className={classes.head}>
        <h1>{longDay(today)}</h1>
        <p>
          {counted(clients, 'client')} · {counted(shown.coming.length, 'visit')} today
        </p>
        <Button component={Link} to="/clients/new" variant="outline">
          Add a client
        </Button>
      </div>
      {clients > 0 && (
        <PracticeWeek
          week={week}
          proposals={judged && judged.waiting.filter(({ many }) => many > 0).length}
        />
      )}
      {clients + ended === 0 ? (
        <Empty>
          No clients yet. Add one, write a routine, and send the invitation: what they log appears
          here.
        </Empty>
      ) : (
        <table className={classes.table}>
          <thead>
            <tr>
              <th scope="col">Client</th>
              <th scope="col">Sessions this week</th>
              <th scope="col">Last practised</th>
              <th scope="col">Next visit</th>
              <th scope="col">To know</th>
            </tr>
          </thead>
          <Group title="Coming today" rows={shown.coming} waiting={waiting} show="coming" />
          <Group
            title="Look in on"
            rows={withThem('look')}
            note={`the gravest first: reacted badly in the last ${TELL_FOR_DAYS} days, wrote, or nothing logged for ${counted(quietAfterDays, 'day')} and more`}
            waiting={waiting}
            more={left('look')}
            show="look"
          />
          <Group
            title="Under way"
            rows={withThem('rest')}
            note={more.rest > 0 ? 'who comes next, and for whom something waits' : ''}
            waiting={waiting}
            more={left('rest')}
            show="rest"
          />
        </table>
      )}
      {ended > 0 && (
        <p className={classes.ended}>
          <Link to="/caseload?show=ended">{counted(ended, 'client')} whose course has ended</Link>
        </p>
      )}
      {loaderData.erasures > 0 && (
        <p className={classes.ended}>
          <Link to="/settings/practice/records">
            {counted(loaderData.erasures, 'record')} asked to be erased
          </Link>
        </p>
      )}
      <p className={classes.counted}>
        A session counts as done when it was finished or at least half of its holds were held.
        Asked: a seventh of the version’s times a week for each day of this week, rounded; weeks
        begin on Monday, {shortDay(monday)} here. Pressed too hard: a hold was ended because it was
        rated above the ceiling twice running; of the sessions of the last {TELL_FOR_DAYS} days. The
        gravest first: emergencies, what stops everything, numbness, bruises, what only hurts or was
        pressed too hard, soreness, messages, silence. Answered, it is told again with the next
        session, or in a week. Proposals are judged client by client from all that is logged
        {judged && judged.left > 0 ? `; of ${counted(judged.left, 'client')} not yet` : ''}.
      </p>
    </div>
  );
}
