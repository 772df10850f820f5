import { Link } from 'react-router';
import { enter, load } from '~/door.server';
import { routineToPractise } from '~/services/practising.server';
import { StopSign } from '~/ui/screening/StopSign';
import type { Route } from './+types/practise';
import { Guide } from './Guide';
import { Opening } from './Opening';
import classes from './practise.module.css';

export const meta: Route.MetaFunction = () => [
  { title: 'Practise · Entspann' },
  { name: 'theme-color', content: '#17332f' },
];

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'client');
  return load(async () => ({ userId: who.userId, ...(await routineToPractise(setting, who)) }));
}

/** A session under way goes on with the version it began with, whatever else happens on the page. */
export const shouldRevalidate = () => false;

export default function Practise({ loaderData }: Route.ComponentProps) {
  const { version, userId, therapistName, home, stop } = loaderData;
  if (stop) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <StopSign stop={stop} therapistName={therapistName} />
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  if (!version) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <h1>No routine yet</h1>
          <p>{therapistName} has not issued a routine for you.</p>
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  // What screening found leaves nothing of it: not even a session under way goes on.
  if (version.steps.length > 0 && version.steps.every(({ leftOut }) => leftOut)) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <Opening version={version} therapistName={therapistName} measure={[]} />
        </div>
      </main>
    );
  }
  return (
    <main className={classes.night} data-night>
      <Guide userId={userId} version={version} therapistName={therapistName} home={home} />
    </main>
  );
}
