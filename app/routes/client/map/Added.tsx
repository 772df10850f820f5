import { findSite, placeOf } from '#core/anatomy';
import type { KeptPoint } from '~/ui/map/usePoints';
import { nearDay } from '~/ui/parts/words';
import classes from './map.module.css';

/** The points a client put down, each with its note, to be changed or taken back. */
export function Added({
  points,
  today,
  onChange,
  onRemove,
}: {
  points: readonly KeptPoint[];
  today: string;
  onChange: (id: string) => void;
  onRemove: (id: string) => void;
}) {
  if (points.length === 0) return null;
  return (
    <section>
      <h2>Added by you</h2>
      <ul className={classes.list}>
        {points.map(({ id, siteId, side, rating, day, note }) => {
          const where = findSite(siteId);
          const name = where ? placeOf(where, side) : siteId;
          return (
            <li key={id}>
              <div>
                <span>
                  {name}, {rating}{' '}
                  <span className={classes.soft}>{nearDay(day || today, today)}</span>
                </span>
                {note !== '' && (
                  <p className={classes.note} dir="auto">
                    “{note}”
                  </p>
                )}
              </div>
              <span className={classes.ways}>
                <button type="button" aria-label={`Change ${name}`} onClick={() => onChange(id)}>
                  Change
                </button>
                <button type="button" aria-label={`Take ${name} back`} onClick={() => onRemove(id)}>
                  Take it back
                </button>
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
