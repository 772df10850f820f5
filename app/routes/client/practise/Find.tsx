import { useEffect, useState } from 'react';
import { placeKey, type LedRoutine } from '#core/routine';
import type { EventBody, SessionState } from '#core/session';
import { useLed } from './led';
import { pointWords, usePresentPlace } from './place';
import { Progress } from './Progress';
import classes from './practise.module.css';

interface FindProps {
  state: SessionState;
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
}

/** What to do with the body before looking: out of the last position, into this one. */
function moveWords(state: SessionState, postures: LedRoutine['postures']): string[] {
  const id = state.steps[state.stepIndex]?.positionId ?? '';
  const lastId = state.steps[state.stepIndex - 1]?.positionId ?? '';
  const [position, last] = [postures[id], postures[lastId]];
  if (!position || id === lastId) return [];
  const leavesFloor = last?.onFloor === true && !position.onFloor;
  return [...(leavesFloor ? [last.getOut] : []), position.getIn];
}

const EARLY_MS = 400;

/** Just after the screen changed: a second tap meant for the last one must not skip this one. */
function useEarly(): boolean {
  const [early, setEarly] = useState(true);
  useEffect(() => {
    const timer = setTimeout(() => setEarly(false), EARLY_MS);
    return () => clearTimeout(timer);
  }, []);
  return early;
}

/** Between holds: where the next point is, how to reach it, how hard. */
export function Find({ state, happen, onSkip, onStop }: FindProps) {
  const early = useEarly();
  const present = usePresentPlace(state);
  const { ways, postures } = useLed();
  if (!present) return null;
  const { step, site, name, ceiling } = present;
  const before = state.steps[state.stepIndex - 1];
  const samePlace = before !== undefined && placeKey(before) === placeKey(step);
  const sameSite = before?.siteId === step.siteId;
  const heading = samePlace ? 'Next point' : sameSite ? 'Other side' : '';
  return (
    <>
      <Progress state={state} />
      <div className={classes.body}>
        {heading && <p className={classes.turn}>{heading}</p>}
        <h1>{name}</h1>
        <p className={classes.soft}>
          {[...(ways[step.itemId] ?? []), pointWords(step)].filter(Boolean).join(' · ')}
        </p>
        {moveWords(state, postures).map((words) => (
          <p key={words} className={classes.move}>
            {words}
          </p>
        ))}
        {samePlace && step.restSeconds > 0 && (
          <p className={classes.move}>
            Rest about {step.restSeconds} seconds first, off the point.
          </p>
        )}
        <p className={classes.lead}>{step.instructions}</p>
        {site && (
          <details className={classes.how} open={!sameSite}>
            <summary>Find the spot</summary>
            <ol>
              {site.find.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ol>
            <p className={classes.keepOff}>{site.keepOff}</p>
          </details>
        )}
      </div>
      <div className={classes.foot}>
        <p className={classes.aim}>
          Press to <strong>{step.grade}</strong> of 10, never above {ceiling}
          {ceiling <= 3 ? ': lightly' : ''}.
        </p>
        <button
          type="button"
          className={classes.main}
          disabled={early}
          data-early={early}
          onClick={() => happen({ type: 'settled', step: step.index })}
        >
          I’m on it
        </button>
        <div className={classes.pair}>
          <button type="button" className={classes.plain} onClick={onSkip}>
            Skip
          </button>
          <button type="button" className={classes.stop} onClick={onStop}>
            Stop
          </button>
        </div>
      </div>
    </>
  );
}
