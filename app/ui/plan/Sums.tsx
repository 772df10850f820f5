import { type Totals, withTests } from '#core/routine';
import { clockBand } from '../parts/words';
import classes from './Sums.module.css';

const SIDES = [
  { side: 'left', name: 'left' },
  { side: 'right', name: 'right' },
  { side: 'mid', name: 'middle' },
] as const;

/** One or two are usual. */
const TESTS = 2;

/** What the routine adds up to, by side, a session and a week. */
export function Sums({ totals, minutesPerDay }: { totals: Totals; minutesPerDay: number | null }) {
  const { activities } = totals;
  const sides = SIDES.filter(({ side }) => totals.contact[side].most > 0);
  return (
    <section className={classes.panel} aria-label="What it adds up to">
      <p className={classes.session}>
        <strong>{clockBand(totals.session)}</strong>
        <span>
          minutes a session{minutesPerDay === null ? '' : `, ${minutesPerDay} to hand`}; moves and
          rests included
        </span>
      </p>
      {sides.length > 0 && (
        <table className={classes.sums}>
          <thead>
            <tr>
              <th scope="col">contact</th>
              <th scope="col">a session</th>
              <th scope="col">a week</th>
            </tr>
          </thead>
          <tbody>
            {sides.map(({ side, name }) => (
              <tr key={side}>
                <th scope="row">{name}</th>
                <td>{clockBand(totals.contact[side])}</td>
                <td>{clockBand(totals.contactPerWeek[side])}</td>
              </tr>
            ))}
            <tr>
              <th scope="row">hands</th>
              <td>{clockBand(totals.hands)}</td>
              <td />
            </tr>
            {activities.most > 0 && (
              <tr>
                <th scope="row">beside</th>
                <td>{clockBand(activities)}</td>
                <td />
              </tr>
            )}
          </tbody>
        </table>
      )}
      <p className={classes.also}>
        {totals.tests > 0
          ? 'Its movement tests are counted in.'
          : `${clockBand(withTests(totals.session, TESTS))} with two movement tests before and after.`}
        {totals.affectedShare !== null &&
          ` The affected side gets ${Math.round(totals.affectedShare * 100)} % of the contact.`}
      </p>
    </section>
  );
}
