import type { SpreadSays } from '#core/routine';
import classes from './WeekSays.module.css';

/** Why a week is proposed as it is, and what it leaves out. */
export function WeekSays({ says: { why, short } }: { says: SpreadSays }) {
  return (
    <div className={classes.says}>
      {short.length > 0 && (
        <ul>
          {short.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      <p>{why.join(' ')} A proposal: any day will do, and what was missed is made up for.</p>
    </div>
  );
}
