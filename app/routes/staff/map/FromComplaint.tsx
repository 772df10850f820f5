import { Link } from 'react-router';
import type { Site } from '#core/anatomy';
import { reproduces, whereToLook, type Complaint } from '#core/complaint';
import type { TenderPoint } from '#core/map';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './map.module.css';

type Brought = Pick<Complaint, 'what' | 'places'> & { id: string };

const MOST_SHOWN = 5;

/** Sites that are looked at for what brings the client, and those that send where it is felt. */
export function FromComplaint({
  complaints,
  points,
  base,
  onShow,
}: {
  complaints: readonly Brought[];
  points: readonly Pick<TenderPoint, 'siteId'>[];
  base: string;
  onShow: (site: Site, side: 'left' | 'right' | null) => void;
}) {
  if (complaints.length === 0) {
    return (
      <p className={classes.soft}>
        <Link to={`${base}/complaint`}>Where do they feel their own complaint?</Link> Then what
        sends there is named here.
      </p>
    );
  }
  const mapped = new Set(points.map(({ siteId }) => siteId));
  return complaints.map((complaint) => {
    const open = whereToLook(complaint).looks.filter(({ site }) => !mapped.has(site.id));
    if (open.length === 0) return null;
    return (
      <section key={complaint.id} className={classes.suggest}>
        <h2>For “{complaint.what}”</h2>
        <ul>
          {open.slice(0, MOST_SHOWN).map(({ site, why, side }) => (
            <li key={site.id}>
              <LinkButton onClick={() => onShow(site, side)}>{site.plainName}</LinkButton>{' '}
              <span className={classes.soft}>
                {site.anatomicalName}
                {side && `, ${side}`}. {why}
              </span>
            </li>
          ))}
        </ul>
      </section>
    );
  });
}

/** Says that a point sends where the client feels the complaint: it may be what keeps it up. */
export function TheirOwn({
  complaints,
  point,
}: {
  complaints: readonly Brought[];
  point: Pick<TenderPoint, 'side' | 'refersTo'>;
}) {
  const own = complaints.filter(({ places }) => reproduces(places, point));
  if (own.length === 0) return null;
  return (
    <p className={classes.own}>
      Sends where they feel {own.map(({ what }) => `“${what}”`).join(' and ')}: worth working first.
    </p>
  );
}
