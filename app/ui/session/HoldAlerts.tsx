import type { HoldStep } from '#core/routine';
import { heldSeconds, type SessionState } from '#core/session';
import { clockTime } from '~/ui/parts/words';
import { useLed } from './led';
import classes from './session.module.css';

/** What has to be heeded at once while a point is pressed, or has just been. */
export function HoldAlerts({
  state,
  now,
  step,
  ceiling,
}: {
  state: SessionState;
  now: number;
  step: HoldStep;
  ceiling: number;
}) {
  const { postures } = useLed();
  const { phase } = state;
  const hold = state.holds.find((one) => one.step === step.index);
  const last = hold?.ratings.at(-1);
  const paused = state.status === 'paused';
  const hurts = phase.name === 'hold' && phase.hurts === true;
  const easeOff = phase.name === 'hold' && last !== undefined && last.grade > ceiling;
  const tooMuch = phase.name === 'rate-after' && hold?.outcome === 'too-much';
  const onlyPain = phase.name === 'rate-after' && hold?.outcome === 'only-pain';
  return (
    <>
      {hurts && !paused && (
        <p className={classes.ease} role="alert">
          Ease off now, whatever the number. {postures[step.positionId]?.unload} Is it a welcome
          ache then, or only pain?
        </p>
      )}
      {onlyPain && !paused && (
        <p className={classes.ease} role="alert">
          Come off and let go slowly. This point is left for today, and your therapist sees it.
        </p>
      )}
      {easeOff && !hurts && !paused && (
        <p className={classes.ease} role="alert">
          Ease off until {step.helper ? 'they say' : 'it is'} {ceiling} or less.{' '}
          {postures[step.positionId]?.unload}
        </p>
      )}
      {tooMuch && !paused && (
        <p className={classes.ease} role="alert">
          Come off, let go slowly, and wait a moment. This point is left for today, and your
          therapist sees it; the next is somewhere else.
        </p>
      )}
      {paused && !state.gap && (
        <p className={classes.ease} role="alert">
          Paused. Come off the point.
        </p>
      )}
      {state.gap && (
        <p className={classes.ease} role="alert">
          The clock lost sight of this hold after {clockTime(Math.floor(heldSeconds(state, now)))}.
          Did you stay on it?
        </p>
      )}
    </>
  );
}
