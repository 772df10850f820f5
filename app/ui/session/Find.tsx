import { useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { isHold, pauseBefore, placesPressed, type HoldStep, type Step } from '#core/routine';
import { ledBefore, type EventBody, type SessionState } from '#core/session';
import { Caution } from './Caution';
import { useEarly } from './early';
import { FOR_THE_HELPER } from './helper';
import { doneThere } from './holdWords';
import { useLed } from './led';
import { moveWords } from './moves';
import { headingOf, isHelped, pointWords, usePresentPlace } from './place';
import { placePicture, wayPicture } from '~/keeping/pictures';
import { OnButton } from './OnButton';
import { Picture } from './Picture';
import { Progress } from './Progress';
import classes from './session.module.css';

interface FindProps {
  state: SessionState;
  happen: (body: EventBody) => void;
  onSkip: () => void;
  /** Nothing more is found at this place. */
  onNothing: () => void;
  onStop: () => void;
}

/** How to get there and where it is, drawn; while a drawing is not there its room is left to the other. */
function Pictures({ step, show }: { step: HoldStep; show: 'both' | 'place' | 'way' }) {
  const way = wayPicture(step);
  return (
    <div className={classes.picture} data-room>
      {way && show !== 'place' && (
        <Picture key={way} address={way} says="How to lie, sit or stand for it, drawn" />
      )}
      {show !== 'way' && (
        <Picture address={placePicture(step)} says="Where to press, drawn, with what to keep off" />
      )}
    </div>
  );
}

/** Whether a site was pressed in this session before, on whatever side. */
const wasPressed = ({ holds, steps }: SessionState, siteId: string): boolean =>
  holds.some(({ step, contactSeconds }) => {
    const done = steps[step];
    return done !== undefined && isHold(done) && done.siteId === siteId && contactSeconds > 0;
  });

/** So long the caution of a new place is read, in seconds; our estimate. */
const READ_SECONDS = 12;
/** Getting into another posture takes so much longer, in seconds; our estimate. */
const MOVE_SECONDS = 12;

/** How long it takes until somebody is on the point: what the routine’s minutes count for it, and the way there. */
const secondsToGo = (step: HoldStep, last: Step | undefined, moves: boolean): number =>
  Math.max(8, pauseBefore(step, last)) + (moves ? MOVE_SECONDS : 0);

/**
 * What is shown at once: all of it; or, as on most phones, first the place with what to heed, then how to get there.
 * `folded`: the way to find is a touch away.
 */
interface Fit {
  stage: 'all' | 'caution' | 'rest';
  folded: boolean;
}

/** Lower than this nothing is seen on a drawing; where there is a choice it gets more. */
const PICTURE_PX = { all: 96, rest: 150 } as const;

function useFit(isNew: boolean) {
  const [fit, setFit] = useState<Fit>({ stage: 'all', folded: false });
  const body = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    const frame = body.current;
    if (!frame || fit.stage === 'caution') return;
    const least = PICTURE_PX[fit.stage];
    const settle = () => {
      // Opened again by a touch: who wants to read it scrolls.
      if (fit.folded && frame.querySelector('details')?.open) return;
      const over = frame.scrollHeight > frame.clientHeight + 2;
      // The way to find can be opened again by a touch; the drawing is worth the room.
      const room = frame.querySelector('[data-room]')?.clientHeight ?? least;
      if (!over && room >= least) return;
      setFit((now) => {
        if (!now.folded) return { ...now, folded: true };
        return isNew && now.stage === 'all' ? { stage: 'caution', folded: false } : now;
      });
    };
    settle();
    const watch = new ResizeObserver(settle);
    watch.observe(frame);
    // The words grow when their letters come late, and the frame does not.
    for (const part of frame.children) watch.observe(part);
    return () => watch.disconnect();
  }, [fit, isNew]);
  return { fit, setFit, body };
}

/** Between holds: where the next point is, how to reach it, how hard. */
export function Find({ state, happen, onSkip, onNothing, onStop }: FindProps) {
  const present = usePresentPlace(state);
  const { ways, postures, sites } = useLed();
  const last = ledBefore(state).at(-1);
  // What is not pressed has no place: after it every place is a new one.
  const before = last && isHold(last) ? last : undefined;
  const isNew =
    present !== null &&
    (before === undefined || placesPressed(before).join() !== placesPressed(present.step).join());
  const { fit, setFit, body } = useFit(isNew);
  const early = useEarly(fit.stage === 'rest' ? 'rest' : 'first');
  if (!present) return null;
  const { step, site, name, ceiling } = present;
  const isSearch = step.dose.method === 'search';
  const sameSite = before?.siteId === step.siteId;
  const otherWay = before !== undefined && before.itemId !== step.itemId;
  const heading = headingOf({ isNew, sameSite, otherWay, spot: step.spot !== undefined });
  // What is good for the place just left, before the next one.
  const leaving = before && !sameSite ? sites[before.siteId]?.afterCare : undefined;
  const cautionOnly = fit.stage === 'caution';
  const show = cautionOnly ? 'place' : fit.stage === 'rest' || sameSite ? 'way' : 'both';
  const { up, into } = moveWords(state, postures);
  // Another point of the same place: how one gets there without coming out of it. An angle or a gap says it itself.
  const isNextPoint = !isNew && step.repetition === 1 && !step.spot && !step.helper;
  const shift = isNextPoint ? postures[step.positionId]?.shift : undefined;
  const lines: ReactNode[] = [
    ...up,
    ...(leaving ? [leaving] : []),
    ...into,
    ...(shift ? [shift] : []),
    ...(!isNew && step.restSeconds > 0
      ? [`Rest about ${step.restSeconds} seconds first, off the point.`]
      : []),
  ];
  return (
    <>
      <Progress state={state} />
      <div className={classes.body} ref={body}>
        {heading && <p className={classes.turn}>{heading}</p>}
        <h1>{name}</h1>
        {isNew && <Pictures step={step} show={show} />}
        {!cautionOnly && (
          <p className={classes.soft}>
            {[...(ways[step.itemId] ?? []), pointWords(step)].filter(Boolean).join(' · ')}
          </p>
        )}
        {site && isNew && fit.stage !== 'rest' && (
          <Caution
            site={site}
            onFloor={postures[step.positionId]?.onFloor ?? false}
            alone={cautionOnly}
            told={wasPressed(state, step.siteId)}
          />
        )}
        {!cautionOnly && (
          <>
            {lines.map((words, index) => (
              <p key={index} className={classes.move}>
                {words}
              </p>
            ))}
            <p className={classes.lead}>{step.instructions}</p>
            {step.helper && (
              <ul className={classes.helper} aria-label="For whoever presses">
                {FOR_THE_HELPER.slice(isHelped(state) ? 1 : 0).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            )}
            {site && (
              <details
                className={classes.how}
                open={!sameSite && !fit.folded}
                key={String(fit.folded)}
              >
                <summary>How to find it</summary>
                <ol>
                  {site.find.map((line) => (
                    <li key={line}>{line}</li>
                  ))}
                </ol>
                {!isNew && <p className={classes.keepOff}>{site.keepOff}</p>}
              </details>
            )}
          </>
        )}
      </div>
      <div className={classes.foot}>
        {!cautionOnly && (
          <p className={classes.aim}>
            {!step.helper && doneThere(state, step)}
            {step.fromGrade !== undefined && step.fromGrade < step.grade && (
              <>
                Begin at <strong>{step.fromGrade}</strong>, rise slowly.{' '}
              </>
            )}
            {step.helper ? 'Until they say' : 'Press to'} <strong>{step.grade}</strong> of 10, never
            above {ceiling}
            {ceiling <= 3 ? ': lightly' : ''}.
          </p>
        )}
        {cautionOnly ? (
          <OnButton
            label="Find the spot"
            part="caution"
            seconds={READ_SECONDS}
            onGo={() => setFit({ stage: 'rest', folded: false })}
          />
        ) : (
          <OnButton
            label={
              isSearch
                ? step.point > 1
                  ? 'Found another'
                  : 'Found one'
                : step.helper
                  ? 'We are on it'
                  : 'I’m on it'
            }
            part={fit.stage === 'rest' ? 'rest' : 'first'}
            // Whether anything is there is found out by whoever looks.
            seconds={isSearch ? null : secondsToGo(step, last, into.length > 0)}
            early={early}
            onGo={() => happen({ type: 'settled', step: step.index })}
          />
        )}
        <div className={isSearch && !cautionOnly ? classes.three : classes.pair}>
          {isSearch && !cautionOnly && (
            <button type="button" className={classes.plain} onClick={onNothing}>
              {step.point > 1 ? 'Nothing more' : 'Nothing here'}
            </button>
          )}
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
