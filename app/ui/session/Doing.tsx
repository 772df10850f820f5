import { pauseBefore, type ActivityStep } from '#core/routine';
import { useEffect } from 'react';
import {
  countNow,
  heldSeconds,
  type Count,
  type EventBody,
  type SessionState,
  ledBefore,
} from '#core/session';
import { clockTime } from '~/ui/parts/words';
import { BreathDrawing } from '~/ui/practise/BreathDrawing';
import { play } from '~/ui/practise/cues';
import { HoldDrawing } from '~/ui/practise/HoldDrawing';
import { useWays } from '~/ui/practise/ways';
import { wayPicture } from '~/keeping/pictures';
import { GapAnswer, PauseOrGoOn } from './Controls';
import { activityOf } from './activityOf';
import { Counter } from './Counter';
import { useEarly } from './early';
import { useLed } from './led';
import { moveWords } from './moves';
import { OnButton } from './OnButton';
import { Picture } from './Picture';
import { Progress } from './Progress';
import classes from './session.module.css';

interface DoingProps {
  state: SessionState;
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
}

/** “Calf, at a wall, left”; what is done in the middle needs no side. */
const titleOf = ({ title, side }: ActivityStep): string =>
  side === 'mid' ? title : `${title}, ${side}`;

/** What it takes, before it begins: “0:30”, “5 times”, “10 breaths”. */
function doseOf({ limitSeconds, count }: ActivityStep): string {
  if (limitSeconds === 0) return '';
  if (!count) return clockTime(limitSeconds);
  return `${count.of} ${count.name}${count.of === 1 ? '' : 's'}, about ${clockTime(limitSeconds)}`;
}

/** Before something that is not pressed: what to do. What is only told is done by saying so. */
export function BeforeDoing({ state, happen, onSkip, onStop }: DoingProps) {
  const { postures } = useLed();
  const early = useEarly('activity');
  const step = activityOf(state);
  if (!step) return null;
  const before = ledBefore(state).at(-1);
  const isOtherSide = before?.itemId === step.itemId && before.side !== step.side;
  const isTold = step.limitSeconds === 0;
  const way = wayPicture(step);
  const { up, into } = moveWords(state, postures);
  return (
    <>
      <Progress state={state} />
      <div className={classes.body}>
        {isOtherSide && <p className={classes.turn}>Other side</p>}
        <h1>{titleOf(step)}</h1>
        {!isTold && <p className={classes.soft}>{doseOf(step)}</p>}
        {!isOtherSide &&
          [...up, ...into].map((words) => (
            <p key={words} className={classes.move}>
              {words}
            </p>
          ))}
        {way && (
          <div className={classes.picture} data-alone>
            <Picture key={way} address={way} says={`${step.title}, drawn`} />
          </div>
        )}
        {step.instructions && <p className={classes.lead}>{step.instructions}</p>}
        {step.says.length > 0 && (
          <ol className={classes.doing}>
            {step.says.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ol>
        )}
      </div>
      <div className={classes.foot}>
        <OnButton
          label={isTold ? 'Go on' : 'Begin'}
          part="activity"
          seconds={Math.max(8, pauseBefore(step, before)) + 4 * step.says.length}
          early={early}
          onGo={() => happen({ type: 'settled', step: step.index })}
        />
        <div className={classes.pair}>
          <button type="button" className={classes.plain} onClick={onSkip}>
            Skip
          </button>
          <button type="button" className={classes.stop} data-keys="s" onClick={onStop}>
            Stop
          </button>
        </div>
      </div>
    </>
  );
}

/** What is said beside the clock: what is counted and its turn, or that one stays. */
function beside(step: ActivityStep, count: Count | null): [string, string] {
  if (step.kind === 'warm-up') return ['until you are warm', 'breathing easily'];
  if (!step.count) return ['stay, breathing easily', 'no further than it goes easily'];
  const { of, name } = step.count;
  return [`${name} ${count?.number ?? 1} of ${of}`, count?.turn?.says ?? 'slowly'];
}

/** Pushing and letting go are heard: whoever does it does not look. */
function useTurns(step: ActivityStep | null, count: Count | null): void {
  const { ways } = useWays();
  const turn = step?.kind === 'contract-relax' ? (count?.turn?.index ?? null) : null;
  const round = count?.number ?? 0;
  useEffect(() => {
    // The first push begins with the session’s own tone.
    if (turn === null || (turn === 0 && round <= 1)) return;
    play(turn === 0 ? 'begin' : 'end', ways);
  }, [turn, round, ways]);
}

/** While it lasts: the clock, what is counted, pause and stop. */
export function Doing({
  state,
  now,
  happen,
  onStop,
}: Omit<DoingProps, 'onSkip'> & { now: number }) {
  const step = activityOf(state);
  const count = countNow(state, now);
  useTurns(step, count);
  if (!step) return null;
  const paused = state.status === 'paused';
  const counting = state.phase.name === 'count-in';
  const held = heldSeconds(state, now);
  const touched = state.phase.name === 'hold' && state.phase.counted !== undefined;
  const [first, second] = beside(step, count);
  return (
    <>
      <Progress state={state} />
      <div className={classes.holdHead}>
        <h1>{titleOf(step)}</h1>
        <p className={classes.soft}>{step.instructions}</p>
      </div>
      <div className={classes.clock}>
        <span className={classes.figure} role="timer" aria-live="off">
          {counting
            ? 'Ready'
            : clockTime(
                touched ? Math.floor(held) : Math.max(0, Math.ceil(step.limitSeconds - held)),
              )}
        </span>
        <Counter state={state} happen={happen}>
          {first}
          <br />
          {second}
        </Counter>
      </div>
      <p className="visually-hidden" role="status">
        {paused ? 'Paused.' : counting ? '' : `${first}, ${second}.`}
      </p>
      <div className={classes.drawing}>
        {paused && (
          <p className={classes.ease} role="alert">
            {state.gap
              ? `The clock lost sight of this after ${clockTime(Math.floor(held))}. Did you go on?`
              : 'Paused.'}
          </p>
        )}
        {step.kind === 'breathing' ? (
          <BreathDrawing turn={paused ? null : (count?.turn ?? null)} />
        ) : (
          <HoldDrawing
            heldSeconds={held}
            limitSeconds={step.limitSeconds}
            leastSeconds={step.limitSeconds}
            grade={10}
            ratings={[]}
            fades={false}
          />
        )}
      </div>
      <ul className={classes.reminder}>
        {step.says.slice(-1).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
      {state.gap && <GapAnswer happen={happen} no="No, I stopped" />}
      <div className={classes.three}>
        <PauseOrGoOn state={state} happen={happen} />
        <button
          type="button"
          className={classes.plain}
          disabled={paused || counting}
          onClick={() => happen({ type: 'hold-ended', step: step.index, how: 'client' })}
        >
          Done
        </button>
        <button type="button" className={classes.stop} data-keys="s" onClick={onStop}>
          Stop
        </button>
      </div>
    </>
  );
}
