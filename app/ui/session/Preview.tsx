import { useMemo, useState } from 'react';
import { v7 as uuid } from 'uuid';
import type { LedRoutine } from '#core/routine';
import { KeptNowhere } from '~/ui/keeping/Keeping';
import { Toggle } from '~/ui/parts/Toggle';
import { createSession } from '~/ui/practise/session';
import { USUAL, WaysContext, type Ways } from '~/ui/practise/ways';
import type { Numbers } from '~/ui/screening/Call';
import { LedContext } from './led';
import { pacedClock } from './paced';
import { Run } from './Run';
import classes from './Preview.module.css';

const PACES = [
  { value: '1', label: 'as it is' },
  { value: '4', label: 'four times' },
  { value: '16', label: 'sixteen times as fast' },
] as const;
type Pace = (typeof PACES)[number]['value'];

const NOTHING_HOME = { before: [], again: [], weekly: [], taken: [], last: [] };

const clockOfNow = () => pacedClock(() => performance.now(), Date.now());

/** The session of a routine, led at any pace and kept nowhere. */
function Led({
  routine,
  therapistName,
  numbers,
  clock,
}: {
  routine: LedRoutine;
  therapistName: string;
  numbers: Numbers;
  clock: ReturnType<typeof pacedClock>;
}) {
  const [ways, setWays] = useState<Ways>(USUAL);
  const device = useMemo(() => {
    const { now } = clock;
    const outside = { now, wall: now, newId: () => uuid(), onEvent: () => undefined };
    return { session: createSession(routine.steps, outside), takenUp: false };
  }, [clock, routine]);
  return (
    <KeptNowhere>
      <WaysContext
        value={{ ways, change: (part) => setWays((before) => ({ ...before, ...part })) }}
      >
        <LedContext value={routine}>
          <Run
            device={device}
            version={routine}
            therapistName={therapistName}
            home={NOTHING_HOME}
            numbers={numbers}
            spent={{}}
            stillSore={false}
          />
        </LedContext>
      </WaysContext>
    </KeptNowhere>
  );
}

/** A client’s session for the therapist to go through: what it looks like, at any speed, without logging. */
export function Preview({
  routine,
  therapistName,
  numbers,
  title,
  onBack,
}: {
  routine: LedRoutine;
  therapistName: string;
  numbers: Numbers;
  title: string;
  onBack: () => void;
}) {
  const [pace, setPace] = useState<Pace>('1');
  const [turn, setTurn] = useState(0);
  const [clock] = useState(clockOfNow);
  return (
    <div className={classes.preview}>
      <header className={classes.bar}>
        <strong>{title}</strong>
        <span>Nothing of it is logged.</span>
        <Toggle
          label="Speed"
          value={pace}
          options={PACES}
          onChoose={(next) => {
            clock.setPace(Number(next));
            setPace(next);
          }}
        />
        <button type="button" onClick={() => setTurn(turn + 1)}>
          From the beginning
        </button>
        <button type="button" onClick={onBack}>
          Back
        </button>
      </header>
      <main className={classes.stage} data-night>
        <Led key={turn} {...{ routine, therapistName, numbers, clock }} />
      </main>
    </div>
  );
}
