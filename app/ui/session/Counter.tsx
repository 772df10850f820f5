import type { ReactNode } from 'react';
import { countsByTouch, type EventBody, type SessionState } from '#core/session';
import classes from './session.module.css';

/**
 * What is said beside the clock. Where something is counted a touch on it counts one on, for whoever goes slower than the
 * pace; from the first touch on touches count, and the pace no longer.
 */
export function Counter({
  state,
  happen,
  children,
}: {
  state: SessionState;
  happen: (body: EventBody) => void;
  children: ReactNode;
}) {
  const isOn = state.phase.name === 'hold' && state.status === 'running';
  if (!isOn || !countsByTouch(state)) {
    return <span className={classes.sideWords}>{children}</span>;
  }
  return (
    <button
      type="button"
      className={classes.counter}
      onClick={() => happen({ type: 'counted', step: state.stepIndex })}
    >
      {children}
      <small>tap to count</small>
    </button>
  );
}
