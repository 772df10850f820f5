import { reachSays, reachTrend, type OwnReach } from '#core/today';
import { arcOf } from '~/ui/measure/arcOf';
import { ReachArc } from '~/ui/measure/ReachArc';
import classes from './review.module.css';

/** How far they reach, test by test, with what changed against what measuring varies by. */
export function Reaches({ reaches, today }: { reaches: readonly OwnReach[]; today: string }) {
  return (
    <section aria-labelledby="reach-title">
      <h2 id="reach-title">
        How far they reach <span>at visits and at home, before pressing</span>
      </h2>
      <ul className={classes.reaches}>
        {reaches.map((reach) => (
          <li key={reach.testId}>
            <h3>{reach.name}</h3>
            <ReachArc
              quantity={reach.quantity}
              reaches={reach.sides.map((side) => arcOf(reach, side, today))}
            />
            {reach.sides.map((side) => (
              <p key={side.side}>
                {reachSays(reach.quantity, side)} {reachTrend(reach.quantity, side)}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}
