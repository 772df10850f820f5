import { Link } from 'react-router';
import { placeOf } from '#core/anatomy';
import type { LookedUp } from '#core/today';
import { isHold } from '#core/routine';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { placePicture, wayPicture } from '~/keeping/pictures';
import { ownPlaces } from '~/services/practising.server';
import { KeptPicture } from '~/ui/offline/KeptPicture';
import { orKept } from '~/ui/offline/orKept';
import { listed } from '~/ui/parts/words';
import type { Route } from './+types/places';
import classes from './places.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Your places · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownPlaces(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('places', serverLoader);

function Place({ place }: { place: LookedUp }) {
  const { site, step, posture, sides, way, name } = place;
  if (!isHold(step)) return null;
  const drawn = wayPicture(step);
  const where =
    sides.length > 1 ? `${name}, both sides` : placeOf({ plainName: name }, sides[0] ?? 'mid');
  return (
    <section className={classes.place} aria-label={where}>
      <h2>{where}</h2>
      <p className={classes.soft}>{way.join(' · ')}</p>
      <div className={classes.pictures}>
        <KeptPicture address={placePicture(step)} says={`${where}: where to press, drawn`} />
        {drawn && <KeptPicture address={drawn} says={`${where}: how to get there, drawn`} />}
      </div>
      <h3>Find it</h3>
      <ol>
        {site.find.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ol>
      {posture && (
        <>
          <h3>Get there, and away</h3>
          <p>{posture.getIn}</p>
          <p>{posture.getOut}</p>
        </>
      )}
      {place.instructions && <p>{place.instructions}</p>}
      <p>
        Press to <strong>{place.grade}</strong> of 10, never above {place.ceilingGrade}.
      </p>
      <h3>Heed</h3>
      <ul className={classes.heed}>
        <li>{site.keepOff}</li>
        {(site.felt ?? []).length > 0 && (
          <li>
            It may be felt elsewhere: {listed(site.felt ?? [])}. It must stop when you let go.
          </li>
        )}
        {site.watch && <li>{site.watch}</li>}
        {posture?.onFloor && site.watchOnFloor && <li>{site.watchOnFloor}</li>}
      </ul>
      {site.afterCare && <p className={classes.soft}>Afterwards: {site.afterCare}</p>}
    </section>
  );
}

export default function Places({ loaderData }: Route.ComponentProps) {
  const { places, therapistName } = loaderData;
  return (
    <div className={classes.page}>
      <h1>Your places</h1>
      {places.length === 0 ? (
        <p>{therapistName} has not given you a place to press yet.</p>
      ) : (
        <p className={classes.soft}>
          To look up in peace, before you lie down. Numb, dizzy, or a pain that shoots or stays:
          stop, and see someone in person.
        </p>
      )}
      {places.map((place) => (
        <Place key={place.itemId} place={place} />
      ))}
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
