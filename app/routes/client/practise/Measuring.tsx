import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Measured } from '#core/activities';
import type { Way } from '#core/measurement';
import type { EventBody, SessionState } from '#core/session';
import type { Letter } from '~/keeping/letter';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import { ByPhone } from '~/ui/measure/ByPhone';
import { TriesField } from '~/ui/measure/TriesField';
import { wayPicture } from '~/keeping/pictures';
import { activityOf } from './activityOf';
import { useEarly } from './early';
import { Picture } from './Picture';
import { Progress } from './Progress';
import classes from './practise.module.css';

type Side = 'left' | 'right' | 'mid';
/** A figure taken today, by the test, the side and the moment. */
export interface Taken {
  testId: string;
  side: Side;
  moment: Measured['when'];
  tries: number[];
  way: Way;
}

const MOMENT_WORDS: Record<Measured['when'], string> = {
  before: 'Measure first',
  between: 'Measure in between',
  after: 'Measure again',
};

/** The figures of a test at its moment: what was read with the page, what is on its way, and what was just typed. */
function useTaken({ testId, when, quantity }: Measured, before: readonly Taken[]) {
  const outbox = useOutbox();
  const letters = useLetters('home measure', null) as readonly Letter<'home measure'>[];
  const [typed, setTyped] = useState<Partial<Record<Side, Taken>>>({});
  const unsent = letters.map(({ body }) => body.reading);
  const here = [...before, ...unsent].filter((one) => one.testId === testId && one.moment === when);
  return {
    at: (side: Side) => typed[side] ?? here.findLast((one) => one.side === side),
    take: (side: Side, tries: number[], way: Way) => {
      setTyped((others) => ({ ...others, [side]: { testId, side, moment: when, tries, way } }));
      outbox.add({
        kind: 'home measure',
        clientId: null,
        thing: uuid(),
        base: null,
        body: {
          reading: {
            testId,
            quantityId: quantity.id,
            side,
            moment: when,
            tries,
            seen: null,
            way,
            pictureId: null,
          },
        },
      });
    },
  };
}

/** A movement test within a session: how it is taken, its figure a side, and on. */
export function Measuring({
  state,
  measures,
  taken: before,
  happen,
  onSkip,
  onStop,
}: {
  state: SessionState;
  measures: Measured;
  /** What was taken today, as it was read with the page. */
  taken: readonly Taken[];
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
}) {
  const early = useEarly('activity');
  const { at, take } = useTaken(measures, before);
  const step = activityOf(state);
  if (!step) return null;
  const { quantity, testId, when } = measures;
  const sides: readonly Side[] = quantity.sided ? ['left', 'right'] : ['mid'];
  const isOpen = sides.every((side) => at(side) === undefined);
  const way = wayPicture(step);
  return (
    <>
      <Progress state={state} />
      <div className={classes.body}>
        <p className={classes.turn}>{MOMENT_WORDS[when]}</p>
        <h1>{step.title}</h1>
        {way && (
          <div className={classes.picture} data-alone>
            <Picture key={way} address={way} says={`${step.title}, drawn`} />
          </div>
        )}
        {step.instructions && <p className={classes.lead}>{step.instructions}</p>}
        <ol className={classes.doing}>
          {step.says.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
        <NeedsYou
          of={({ letter }) => 'reading' in letter.body && letter.body.reading?.testId === testId}
        />
        <div className={classes.measured}>
          {sides.map((side) => (
            <div key={side}>
              <TriesField
                label={side === 'mid' ? quantity.name : side}
                quantity={quantity}
                tries={at(side)?.tries ?? []}
                way={at(side)?.way ?? null}
                onTries={(tries, by) => take(side, tries, by)}
              />
              {quantity.ways.includes('tilt') && (
                <ByPhone
                  side={side === 'mid' ? '' : side}
                  onTake={(degrees) => take(side, [degrees], 'tilt')}
                />
              )}
            </div>
          ))}
        </div>
      </div>
      <div className={classes.foot}>
        <button
          type="button"
          className={classes.main}
          disabled={early}
          data-early={early}
          onClick={() => happen({ type: 'settled', step: step.index })}
        >
          {isOpen ? 'Go on without a figure' : 'Go on'}
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
