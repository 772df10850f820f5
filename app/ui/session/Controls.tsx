import type { EventBody, SessionState } from '#core/session';
import classes from './session.module.css';

type Happen = (body: EventBody) => void;

/** After a gap in the clock: what was done in it. */
export function GapAnswer({ happen, no }: { happen: Happen; no: string }) {
  return (
    <div className={classes.two}>
      <button type="button" className={classes.main} onClick={() => happen({ type: 'stayed' })}>
        Yes, all along
      </button>
      <button type="button" className={classes.main} onClick={() => happen({ type: 'left' })}>
        {no}
      </button>
    </div>
  );
}

/** Stops the clock for a while, and lets it go on. */
export function PauseOrGoOn({ state, happen }: { state: SessionState; happen: Happen }) {
  return state.status === 'paused' ? (
    <button
      type="button"
      disabled={state.gap}
      className={classes.main}
      data-keys=" "
      onClick={() => happen({ type: 'resumed' })}
    >
      Go on
    </button>
  ) : (
    <button
      type="button"
      className={classes.plain}
      data-keys=" "
      onClick={() => happen({ type: 'paused' })}
    >
      Pause
    </button>
  );
}
