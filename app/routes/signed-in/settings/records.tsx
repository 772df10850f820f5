import { Link, useSearchParams } from 'react-router';
import { personContext } from '~/context.server';
import { load } from '~/door.server';
import { recordsToErase } from '~/services/erasing.server';
import { keepYears } from '~/services/practice.server';
import { Notice } from '~/ui/parts/Notice';
import { counted, fullDay } from '~/ui/parts/words';
import type { Route } from './+types/records';
import classes from './settings.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Records that may go · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return load(async () => ({
    records: await recordsToErase(setting, who),
    years: await keepYears(setting, who),
  }));
}

type Row = Route.ComponentProps['loaderData']['records'][number];

function says({ askedOn, mayGo, kept, lastContact, years }: Row): string {
  const contact = `last contact ${fullDay(lastContact)}`;
  const when =
    years === null || mayGo || kept === null ? '' : `, to be kept to ${fullDay(kept.until)}`;
  return askedOn === null
    ? `${contact}, has to be kept no longer`
    : `asked to be erased on ${fullDay(askedOn)}, ${contact}${when}`;
}

/** Which records are to be erased, and which may be: each is erased on its own page. */
export default function Records({ loaderData }: Route.ComponentProps) {
  const { records, years } = loaderData;
  const [search] = useSearchParams();
  return (
    <>
      <h1>Records that may go</h1>
      {search.get('erased') === 'yes' && <Notice tone="quiet">The record is erased.</Notice>}
      <p className={classes.soft}>
        {years === null
          ? 'The practice has not said how long records have to be kept; nothing is erased before it has. '
          : years === 0
            ? 'The practice keeps no record longer than it is wanted. '
            : `The practice keeps records ${counted(years, 'year')} after the last contact. `}
        <Link to="/settings/practice">Change it</Link>
      </p>
      {records.length === 0 ? (
        <p>No record is asked to be erased, and none has to be kept no longer.</p>
      ) : (
        <ul className={classes.people}>
          {records.map((row) => (
            <li key={row.id}>
              <div>
                <bdi>{row.name}</bdi>
                <span className={classes.soft}>{says(row)}</span>
              </div>
              <Link to={`/clients/${row.id}/record`}>{row.mayGo ? 'Erase it' : 'Look at it'}</Link>
            </li>
          ))}
        </ul>
      )}
    </>
  );
}
