import { Button } from '@mantine/core';
import { addDays } from '#core/calendar';
import { TELL_FOR_DAYS } from '#core/trend';
import { group } from 'd3-array';
import { Link } from 'react-router';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { daySheet, type DaySheetRow } from '~/services/daySheet.server';
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
  return load(async () => {
    const { rows, ...sheet } = await daySheet(setting, who);
    // Whose course has ended is counted; the caseload has them by name.
    const hasEnded = (row: DaySheetRow) => row.group === 'rest' && row.over !== null;
    return {
      ...sheet,
      rows: rows.filter((row) => !hasEnded(row)),
      ended: rows.filter(hasEnded).length,
    };
  });
}

type WaitingBy = ReadonlyMap<string, Waiting>;

function Rows({ rows, waiting }: { rows: DaySheetRow[]; waiting: WaitingBy }) {
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
  note,
  waiting,
}: {
  title: string;
  rows: DaySheetRow[];
  note: string;
  waiting: WaitingBy;
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
    </tbody>
  );
}

export default function Day({ loaderData }: Route.ComponentProps) {
  const { rows, ended, today, monday, quietAfterDays } = loaderData;
  const groups = group(rows, (row) => row.group);
  const coming = groups.get('coming') ?? [];
  const { read } = useAsked<Judged>('/day/proposals', rows.length > 0, rows);
  const judged = read === 'failed' ? null : read;
  useFresh();
  const waiting = new Map(judged?.waiting.map((one) => [one.clientId, one]));
  return (
    <div className={classes.sheet}>
      <div className={classes.head}>
        <h1>{longDay(today)}</h1>
        <p>
          {counted(rows.length, 'client')} · {counted(coming.length, 'visit')} today
        </p>
        <Button component={Link} to="/clients/new" variant="outline">
          Add a client
        </Button>
      </div>
      {rows.length > 0 && (
        <PracticeWeek
          rows={rows}
          sunday={addDays(monday, 6)}
          proposals={judged && judged.waiting.filter(({ many }) => many > 0).length}
        />
      )}
      {rows.length + ended === 0 ? (
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
          <Group title="Coming today" rows={coming} note="" waiting={waiting} />
          <Group
            title="Look in on"
            rows={groups.get('look') ?? []}
            note={`the gravest first: reacted badly in the last ${TELL_FOR_DAYS} days, wrote, or nothing logged for ${counted(quietAfterDays, 'day')} and more`}
            waiting={waiting}
          />
          <Group title="Under way" rows={groups.get('rest') ?? []} note="" waiting={waiting} />
        </table>
      )}
      {ended > 0 && (
        <p className={classes.ended}>
          <Link to="/caseload?show=ended">{counted(ended, 'client')} whose course has ended</Link>
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
