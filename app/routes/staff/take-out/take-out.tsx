import { Link } from 'react-router';
import { TABLES, WRITTEN } from '~/formats/csv';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { fileOf } from '~/services/clientFile.server';
import { Receiving } from '~/ui/receiving/Receiving';
import { Tables } from '~/ui/takeOut/Tables';
import type { Route } from './+types/take-out';
import { Columns } from './Columns';
import classes from './take-out.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Take out · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => ({
    name: (await fileOf(setting, who, params.clientId)).name,
    demo: setting.demo,
    tables: TABLES.map(({ id, title }) => ({
      id,
      title,
      columns: WRITTEN[id].columns.map(({ name, says }) => ({ name, says })),
    })),
  }));
}

/** What of a file can be taken out of the house, and in which form. */
export default function TakeOut({ loaderData, params }: Route.ComponentProps) {
  const { name, tables, demo } = loaderData;
  const file = `/clients/${params.clientId}`;
  return (
    <div className={classes.page}>
      <h2>Take out</h2>
      <p>
        This record is <bdi>{name}</bdi>’s own, and about their health: give it to them, or to
        others with their yes. The trail of the practice says who took out what.
      </p>
      <div>
        <section aria-label="On paper">
          <h3>On paper</h3>
          <ul className={classes.papers}>
            <li>
              <Link to={`${file}/hand-out`}>The hand-out</Link>
              <span>the routine in force, with drawings and whom to call</span>
            </li>
            <li>
              <Link to={`${file}/referral`}>A referral note</Link>
              <span>what was answered and what is asked for, for a colleague</span>
            </li>
            <li>
              <a href={`${file}/brief.pdf`} download>
                The brief
              </a>
              <span>how it goes: three sentences, ratings, reach, their words (PDF)</span>
            </li>
          </ul>
        </section>
        <section aria-label="As tables">
          <h3>As tables</h3>
          <p>
            For a spreadsheet, or a program of your own: CSV, one line a thing, all there ever was.
          </p>
          <Tables from={`${file}/take-out`} />
          <p>
            Figures or ratings that were kept elsewhere:{' '}
            <Link to={`${file}/bring-in`}>bring in a table</Link>
          </p>
        </section>
      </div>
      <section aria-label="The whole record">
        <h3>The whole record</h3>
        <ul className={classes.papers}>
          <li>
            {/* A file, no page of ours: the browser saves it. */}
            <a href={`${file}/record.zip`} download>
              One file
            </a>
            <span>
              everything in it, pictures too, for another practice that works with Entspann
            </span>
          </li>
          <li>
            <a href={`${file}/record.json`} download>
              FHIR
            </a>
            <span>for another clinic’s program: a Bundle of FHIR R4, without pictures</span>
          </li>
        </ul>
      </section>
      {demo && <Receiving from={`${file}/record.json`} what="this record as FHIR" heading="h3" />}
      <section aria-label="What the columns hold">
        <h3>What the columns hold</h3>
        {tables.map(({ id, title, columns }) => (
          <Columns key={id} title={title} columns={columns} />
        ))}
      </section>
    </div>
  );
}
