import { useEffect, useRef, useState } from 'react';
import { countedIn, isOpenEnded } from '#core/dosage';
import type { HoldStep } from '#core/routine';
import {
  countInLeft,
  countNow,
  heldBefore,
  heldSeconds,
  LEAVING_REASONS,
  limitOf,
  ratingDue,
  restLeft,
  type EventBody,
  type SessionState,
} from '#core/session';
import { clockTime } from '~/ui/parts/words';
import { Choice } from '~/ui/practise/Choice';
import { play } from '~/ui/practise/cues';
import { HoldDrawing } from '~/ui/practise/HoldDrawing';
import { RatingPad } from '~/ui/practise/RatingPad';
import { useWays } from '~/ui/practise/ways';
import { GapAnswer, PauseOrGoOn } from './Controls';
import { Counter } from './Counter';
import { FeltKind } from './FeltKind';
import { aimWords, heardWords, sideWords } from './holdWords';
import { HoldAlerts } from './HoldAlerts';
import { pointWords, usePresentPlace } from './place';
import { Progress } from './Progress';
import { TakeBack } from './TakeBack';
import classes from './session.module.css';

interface HoldingProps {
  state: SessionState;
  now: number;
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
  /** Leaving early has not been asked about yet. */
  asksEarly: boolean;
  onAskedEarly: () => void;
  /** Says something aloud to whoever wants it so. */
  say: (words: string) => void;
}

/** Why somebody leaves a hold before its least time. */
const EARLY = [
  { id: 'hurts', label: 'It just hurts' },
  { id: 'changed', label: 'It changed' },
  ...LEAVING_REASONS,
] as const;

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
export function Holding({
  state,
  now,
  happen,
  onSkip,
  onStop,
  asksEarly,
  onAskedEarly,
  say,
}: HoldingProps) {
  const due = state.status === 'running' && ratingDue(state, now);
  const wasDue = useRef(due);
  const { ways } = useWays();
  const rated = state.holds.find((one) => one.step === state.stepIndex)?.ratings.length ?? 0;
  useEffect(() => {
    if (due && !wasDue.current) {
      play('ask', ways);
      // At the beginning what to do was said just now.
      if (rated > 0) say('How is it now?');
    }
    wasDue.current = due;
  }, [due, ways, rated, say]);
  const [leaving, setLeaving] = useState(false);

  const present = usePresentPlace(state);
  if (!present) return null;
  const { step, name, ceiling } = present;
  const { phase } = state;
  const hold = state.holds.find((one) => one.step === step.index);
  const ratings = hold?.ratings ?? [];
  // At a second try the drawing begins anew.
  const before = heldBefore(state);
  const drawn = ratings.flatMap((one) =>
    one.atSeconds < before ? [] : [{ ...one, atSeconds: one.atSeconds - before }],
  );
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
  const leave = (why: (typeof EARLY)[number]['id']) => {
    if (why === 'changed') happen({ type: 'hold-ended', step: step.index, how: 'changed' });
    else if (why === 'hurts') happen({ type: 'hurts', step: step.index });
    else happen({ type: 'hold-ended', step: step.index, how: 'client', leftFor: why });
  };
  const comeOff = () => {
    // Whoever has too much of it leaves unasked.
    if (asksEarly && !easeOff && !hurts && heldSeconds(state, now) < step.leastSeconds) {
      onAskedEarly();
      setLeaving(true);
    } else happen({ type: 'hold-ended', step: step.index, how: 'client' });
  };

  return (
    <>
      <Progress state={state} />
      <div className={classes.holdHead}>
        <h1>{name}</h1>
        <p className={classes.soft}>{pointWords(step) || step.instructions}</p>
        <p className={classes.aimed}>{aimWords(step)}</p>
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
        {heardWords(state, now, { first, question: due ? question : '' })}
      </p>
      <div className={classes.drawing}>
        <HoldAlerts state={state} now={now} step={step} ceiling={ceiling} />
        <HoldDrawing
          heldSeconds={
            phase.name === 'rate-after' ? (hold?.contactSeconds ?? 0) : heldSeconds(state, now)
          }
          limitSeconds={
            phase.name === 'rate-after' ? Math.max(1, hold?.contactSeconds ?? 1) : limitOf(state)
          }
          leastSeconds={step.leastSeconds}
          grade={step.grade}
          ratings={drawn}
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
          <button type="button" className={classes.plain} onClick={comeOff}>
            Come off
          </button>
        ) : (
          <button type="button" className={classes.plain} onClick={onSkip} disabled={paused}>
            Skip
          </button>
        )}
        <button type="button" className={classes.stop} data-keys="s" onClick={onStop}>
          Stop
        </button>
      </div>
      {leaving && (
        <Choice
          title="Leave it already?"
          says={`Leaving before ${clockTime(step.leastSeconds)} is commonly said to stir a point up. What makes you leave?`}
          options={EARLY}
          back="Stay on it"
          onChoose={(why) => {
            setLeaving(false);
            leave(why);
          }}
          onBack={() => setLeaving(false)}
        />
      )}
    </>
  );
}
