import { useEffect, useRef } from 'react';
import { countedIn, isOpenEnded } from '#core/dosage';
import type { HoldStep } from '#core/routine';
import {
  countInLeft,
  countNow,
  heldSeconds,
  limitOf,
  ratingDue,
  restLeft,
  type EventBody,
  type SessionState,
} from '#core/session';
import { clockTime } from '~/ui/parts/words';
import { play } from '~/ui/practise/cues';
import { HoldDrawing } from '~/ui/practise/HoldDrawing';
import { RatingPad } from '~/ui/practise/RatingPad';
import { GapAnswer, PauseOrGoOn } from './Controls';
import { Counter } from './Counter';
import { FeltKind } from './FeltKind';
import { sideWords } from './holdWords';
import { useLed } from './led';
import { pointWords, usePresentPlace } from './place';
import { Progress } from './Progress';
import { TakeBack } from './TakeBack';
import classes from './practise.module.css';

interface HoldingProps {
  state: SessionState;
  now: number;
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
}

/** The large figure: what is left, or, until it fades, what has been held. */
function Clock({ state, now, step }: Pick<HoldingProps, 'state' | 'now'> & { step: HoldStep }) {
  const limit = limitOf(state);
  const held = heldSeconds(state, now);
  switch (state.phase.name) {
    case 'count-in':
      return <>{Math.ceil(countInLeft(state, now)) || 1}</>;
    case 'rest':
      return <>{clockTime(Math.ceil(restLeft(state, now)))}</>;
    case 'hold': {
      const isUp = isOpenEnded(step.dose) || state.phase.counted !== undefined;
      return <>{clockTime(isUp ? Math.floor(held) : Math.ceil(limit - held))}</>;
    }
    default:
      return null;
  }
}

/** From the count-in to the rating after: the phone is watched, or only heard. */
export function Holding({ state, now, happen, onSkip, onStop }: HoldingProps) {
  const due = state.status === 'running' && ratingDue(state, now);
  const wasDue = useRef(due);
  useEffect(() => {
    if (due && !wasDue.current) play('ask');
    wasDue.current = due;
  }, [due]);

  const present = usePresentPlace(state);
  const { postures } = useLed();
  if (!present) return null;
  const { step, name, ceiling } = present;
  const { phase } = state;
  const hold = state.holds.find((one) => one.step === step.index);
  const ratings = hold?.ratings ?? [];
  const last = ratings.at(-1);
  const rateable = phase.name === 'hold' || phase.name === 'rate-after';
  const hurts = phase.name === 'hold' && phase.hurts === true;
  const easeOff = phase.name === 'hold' && last !== undefined && last.grade > ceiling;
  const paused = state.status === 'paused';
  const question =
    phase.name === 'rate-after'
      ? 'And on letting go?'
      : step.helper
        ? ratings.length === 0
          ? 'What number do they say?'
          : 'And now?'
        : ratings.length === 0
          ? 'How tender is it?'
          : 'How is it now?';
  const [says, second] = sideWords(state, step);
  const counted = countedIn(step.dose);
  const count = countNow(state, now);
  const first = counted && count ? `${counted.name} ${count.number} of ${counted.of}` : says;
  const tooMuch = phase.name === 'rate-after' && hold?.outcome === 'too-much';
  const onlyPain = phase.name === 'rate-after' && hold?.outcome === 'only-pain';

  return (
    <>
      <Progress state={state} />
      <div className={classes.holdHead}>
        <h1>{name}</h1>
        <p className={classes.soft}>{pointWords(step) || step.instructions}</p>
      </div>
      <div className={classes.clock}>
        <span className={classes.figure} role="timer" aria-live="off">
          {phase.name === 'rate-after' ? 'Let go' : <Clock state={state} now={now} step={step} />}
        </span>
        {phase.name !== 'rate-after' && (
          <Counter state={state} happen={happen}>
            {first}
            <br />
            {second}
          </Counter>
        )}
      </div>
      <p className="visually-hidden" role="status">
        {paused
          ? 'Paused.'
          : phase.name === 'hold'
            ? `Hold. ${first}.`
            : phase.name === 'rate-after'
              ? 'Let go slowly.'
              : ''}
      </p>
      <div className={classes.drawing}>
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
            The clock lost sight of this hold after {clockTime(Math.floor(heldSeconds(state, now)))}
            . Did you stay on it?
          </p>
        )}
        <HoldDrawing
          heldSeconds={
            phase.name === 'rate-after' ? (hold?.contactSeconds ?? 0) : heldSeconds(state, now)
          }
          limitSeconds={
            phase.name === 'rate-after' ? Math.max(1, hold?.contactSeconds ?? 1) : limitOf(state)
          }
          leastSeconds={step.leastSeconds}
          grade={step.grade}
          ratings={ratings}
          fades={step.dose.method === 'fade'}
        />
      </div>
      <TakeBack
        key={step.index}
        grade={phase.name === 'hold' && !paused ? (last?.grade ?? null) : null}
        count={ratings.length}
        onTakeBack={() => happen({ type: 'unrated', step: step.index })}
      />
      {!paused && <FeltKind state={state} step={step.index} happen={happen} />}
      {state.gap ? (
        <GapAnswer happen={happen} no="No, I came off" />
      ) : rateable && !paused && !hurts ? (
        <RatingPad
          question={question}
          loud={phase.name === 'rate-after' || due}
          onRate={(grade) => happen({ type: 'rated', step: step.index, grade })}
        />
      ) : (
        phase.name === 'rest' &&
        !paused && (
          <button
            type="button"
            className={classes.main}
            onClick={() => happen({ type: 'settled', step: step.index })}
          >
            Go now
          </button>
        )
      )}
      <div className={classes.three}>
        <PauseOrGoOn state={state} happen={happen} />
        {phase.name === 'hold' && !paused ? (
          <button
            type="button"
            className={classes.plain}
            onClick={() => happen({ type: 'hold-ended', step: step.index, how: 'client' })}
          >
            Come off
          </button>
        ) : (
          <button type="button" className={classes.plain} onClick={onSkip} disabled={paused}>
            Skip
          </button>
        )}
        <button type="button" className={classes.stop} onClick={onStop}>
          Stop
        </button>
      </div>
    </>
  );
}
