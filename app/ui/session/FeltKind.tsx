import type { EventBody, SessionState } from '#core/session';
import classes from './session.module.css';

/**
 * The kind as well as the number: it changed, or it is only pain and no welcome ache. Whoever said so is asked again
 * after easing off.
 */
export function FeltKind({
  state,
  step,
  happen,
}: {
  state: SessionState;
  step: number;
  happen: (body: EventBody) => void;
}) {
  if (state.phase.name !== 'hold') return null;
  if (state.phase.hurts) {
    return (
      <div className={classes.kind} role="group" aria-label="After easing off">
        <button type="button" onClick={() => happen({ type: 'eased', step })}>
          A welcome ache now
        </button>
        <button
          type="button"
          onClick={() => happen({ type: 'hold-ended', step, how: 'only-pain' })}
        >
          Still only pain
        </button>
      </div>
    );
  }
  return (
    <div className={classes.kind} role="group" aria-label="What it is like">
      <button type="button" onClick={() => happen({ type: 'hold-ended', step, how: 'changed' })}>
        It changed
      </button>
      <button type="button" onClick={() => happen({ type: 'hurts', step })}>
        It just hurts
      </button>
    </div>
  );
}
