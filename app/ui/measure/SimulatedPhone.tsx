import { useRef, useState } from 'react';
import type { TiltMeter } from './tiltMeter';
import classes from './SimulatedPhone.module.css';

const UPRIGHT = 90;
const LEAST = -90;

/** A phone seen from its edge, leaning as it is turned. */
function DrawnPhone({ beta }: { beta: number }) {
  return (
    <svg viewBox="-80 -80 160 130" className={classes.phone} aria-hidden>
      <line x1="-70" y1="44" x2="70" y2="44" className={classes.ground} />
      <g transform={`rotate(${UPRIGHT - beta})`}>
        <rect x="-6" y="-62" width="12" height="110" rx="5" className={classes.body} />
        <rect x="4" y="-52" width="2.5" height="88" className={classes.glass} />
      </g>
    </svg>
  );
}

/** Turns the simulated phone, and says that it is one. */
export function SimulatedPhone({ meter }: { meter: TiltMeter }) {
  const [beta, setBeta] = useState(UPRIGHT);
  const [trouble, setTrouble] = useState('');
  const pending = useRef(Promise.resolve());
  return (
    <>
      <p className={classes.simulated}>
        Simulated: nothing is measured. Tilt the drawn phone to try it.
      </p>
      <DrawnPhone beta={beta} />
      <label className={classes.turn}>
        Tilt the phone
        <input
          type="range"
          min={LEAST}
          max={UPRIGHT}
          value={beta}
          onChange={(event) => {
            const next = Number(event.currentTarget.value);
            setBeta(next);
            pending.current = pending.current
              .then(() => meter.turn?.(next))
              .catch(() => setTrouble('The simulated phone does not answer.'));
          }}
        />
      </label>
      {trouble && <p role="alert">{trouble}</p>}
    </>
  );
}
