import { useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { Measured } from '#core/activities';
import { findTest, openParts } from '#core/measurement';
import type { EventBody, SessionState } from '#core/session';
import type { Letter } from '~/keeping/letter';
import { testPicture } from '~/keeping/pictures';
import { NeedsYou } from '~/ui/keeping/NeedsYou';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';

import { LedTest } from '~/ui/measure/LedTest';
import { figureOf, type HomeFigure } from '~/ui/measure/useFigures';
import { activityOf } from './activityOf';
import { useEarly } from './early';
import { Picture } from './Picture';
import { Progress } from './Progress';
import classes from './session.module.css';

/** A figure taken today. */
export type Taken = HomeFigure;

const MOMENT_WORDS: Record<Measured['when'], string> = {
  before: 'Measure first',
  between: 'Measure in between',
  after: 'Measure again',
};

/** A movement test within a session: one side to its end, then the other, and on. */
export function Measuring({
  state,
  measures: { testId, when },
  taken,
  last,
  happen,
  onSkip,
  onStop,
}: {
  state: SessionState;
  measures: Measured;
  /** What was taken today, as it was read with the page. */
  taken: readonly Taken[];
  /** What was taken the last time before today. */
  last: readonly Taken[];
  happen: (body: EventBody) => void;
  onSkip: () => void;
  onStop: () => void;
}) {
  const early = useEarly('activity');
  const outbox = useOutbox();
  const letters = useLetters('home measure', null) as readonly Letter<'home measure'>[];
  /** What was taken on this page stays, when it is heard of and leaves the outbox. */
  const [here, setHere] = useState<readonly Taken[]>([]);
  const step = activityOf(state);
  const test = findTest(testId);
  if (!step || !test) return null;
  const known = [
    ...taken,
    ...letters.map(({ body: { reading } }) => figureOf(reading)),
    ...here,
  ].filter((one) => one.testId === testId);
  const rows = known.filter(({ moment }) => moment === when);
  const open = openParts(test, rows);
  const isUntouched = rows.length === 0;
  return (
    <>
      <Progress state={state} />
      <div className={classes.body}>
        <p className={classes.turn}>{MOMENT_WORDS[when]}</p>
        <h1>{step.title}</h1>
        {step.instructions && <p className={classes.lead}>{step.instructions}</p>}
        <NeedsYou
          of={({ letter }) => 'reading' in letter.body && letter.body.reading?.testId === testId}
        />
        <LedTest
          test={test}
          rows={rows}
          earlier={[
            ...last.filter((one) => one.testId === testId),
            ...known.filter(({ moment }) => moment !== when),
          ]}
          picture={(side) => (
            <Picture key={side} address={testPicture(testId, side)} says={`${step.title}, drawn`} />
          )}
          onKeep={(kept) => {
            const reading = { testId, moment: when, pictureId: null, ...kept };
            setHere((before) => [...before, figureOf(reading)]);
            outbox.add({
              kind: 'home measure',
              clientId: null,
              thing: uuid(),
              base: null,
              body: { reading },
            });
          }}
        />
        <p className={classes.soft}>Only as far as it goes easily, never into sharp pain.</p>
      </div>
      <div className={classes.foot}>
        <button
          type="button"
          className={classes.main}
          disabled={early}
          data-early={early}
          onClick={() => happen({ type: 'settled', step: step.index })}
        >
          {isUntouched
            ? 'Go on without a figure'
            : open.length > 0
              ? 'Go on with one side open'
              : 'Go on'}
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
