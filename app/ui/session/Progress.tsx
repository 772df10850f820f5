import type { SessionState } from '#core/session';
import { minutesLeft } from './place';
import classes from './session.module.css';

/** How far the session is: which hold of how many, and about how long to go. */
export function Progress({ state }: { state: SessionState }) {
  return (
    <header className={classes.top}>
      <span>
        {state.stepIndex + 1} of {state.steps.length}
      </span>
      <span>about {minutesLeft(state)} min left</span>
    </header>
  );
}
