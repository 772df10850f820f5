import { isHold, type LedRoutine } from '#core/routine';
import {
  lazy,
  Suspense,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
  type ComponentProps,
} from 'react';
import type { HomeToday } from '#core/measurement';
import { SKIP_REASONS, STOP_REASONS, type EventBody } from '#core/session';
import { Standing } from '~/ui/keeping/Standing';
import { Choice } from '~/ui/practise/Choice';
import { useSessionKeys } from '~/ui/practise/useSessionKeys';
import { useWays } from '~/ui/practise/ways';
import type { Device } from '~/ui/practise/device';
import { useAwake } from '~/ui/practise/useAwake';
import type { Numbers } from '~/ui/screening/Call';
import { Closing, Finished, Stopped } from './Ending';
import { activityOf } from './activityOf';
import { BeforeDoing, Doing } from './Doing';
import { Find } from './Find';
import { Holding } from './Holding';
import type { Measuring as MeasuringScreen, Taken } from './Measuring';
import { Opening } from './Opening';
import { Progress } from './Progress';
import { remainingPlace, remainingSpots } from './place';
import { useHeard } from './useHeard';
import classes from './session.module.css';

const TICK_MS = 200;
/** What opens under a finger is not chosen by the same tap, nor by a second one meant for before. */
const STOP_SETTLES_MS = 1_000;
/** Emergencies first: whoever has one does not read on. */
const GRAVEST_FIRST = [...STOP_REASONS].reverse();

/** Where the screen of a test cannot be fetched, the session goes on without its figure. */
const WithoutFigure = ({
  state,
  happen,
  onSkip,
  onStop,
}: ComponentProps<typeof MeasuringScreen>) => (
  <BeforeDoing state={state} happen={happen} onSkip={onSkip} onStop={onStop} />
);

/** What measures brings tables along: it is fetched for routines that measure, and not by the others. */
const fetchMeasuring = () => import('./Measuring');
const Measuring = lazy(() =>
  fetchMeasuring().then(
    (screen) => ({ default: screen.Measuring }),
    () => ({ default: WithoutFigure }),
  ),
);

/** Draws the running session; mounted once the device's store is open. */
export function Run({
  device,
  version,
  therapistName,
  home,
  numbers,
  spent,
  stillSore,
}: {
  device: Device;
  version: LedRoutine;
  therapistName: string;
  home: HomeToday & { taken: readonly Taken[]; last: readonly Taken[] };
  numbers: Numbers;
  /** Contact seconds of earlier sessions of the day, by site and side. */
  spent: Readonly<Record<string, number>>;
  /** The day after the last session was not quiet, and the routine does not know it yet. */
  stillSore: boolean;
}) {
  const { session } = device;
  const { now } = session;
  const { state } = useSyncExternalStore(session.subscribe, session.read, session.read);
  const [time, setTime] = useState(now);
  const [asking, setAsking] = useState<'skip' | 'stop' | null>(null);
  const { ways } = useWays();
  const { said, say } = useHeard(state);
  /** Leaving early is asked about once in a session. */
  const [askedEarly, setAskedEarly] = useState(false);
  useAwake(state.status === 'running');
  const measured = version.steps.some((step) => !isHold(step) && step.measures);
  useEffect(() => {
    // While there is a line: further on there may be none.
    if (measured) void fetchMeasuring().catch(() => undefined);
  }, [measured]);

  // A new screen begins at its heading, for those who hear or tab through it.
  const place = `${state.status}:${state.stepIndex}:${state.phase.name}`;
  const screenOf = useRef<HTMLDivElement>(null);
  useSessionKeys(screenOf);
  const placeBefore = useRef(place);
  useEffect(() => {
    if (placeBefore.current === place) return;
    placeBefore.current = place;
    const heading = screenOf.current?.querySelector('h1');
    heading?.setAttribute('tabindex', '-1');
    heading?.focus({ preventScroll: true });
  }, [place]);

  useEffect(() => {
    const turn = () => {
      session.tick();
      setTime(now());
    };
    const timer = setInterval(turn, TICK_MS);
    document.addEventListener('visibilitychange', turn);
    return () => {
      clearInterval(timer);
      document.removeEventListener('visibilitychange', turn);
    };
  }, [session, now]);

  const isAgain = Object.keys(spent).length > 0;
  const happen = (body: EventBody) => {
    session.happen(body);
    setTime(now());
  };
  const skip = (reason: (typeof SKIP_REASONS)[number]['id']) => {
    // What keeps someone from a place keeps them from all of its points.
    for (const step of remainingPlace(state)) happen({ type: 'skipped', step, reason });
    setAsking(null);
  };

  const ask = {
    onSkip: () => setAsking('skip'),
    onNothing: () => {
      for (const step of remainingSpots(state)) {
        happen({ type: 'skipped', step, reason: 'nothing-tender' });
      }
    },
    // One touch stops the clock; why is asked after.
    onStop: () => {
      if ('since' in state.phase) happen({ type: 'paused' });
      setAsking('stop');
    },
  };
  const screen = () => {
    if (state.status === 'ready') {
      return (
        <Opening
          version={version}
          therapistName={therapistName}
          measure={[...home.before, ...home.weekly]}
          again={isAgain}
          onUnwell={(reason) => {
            happen({ type: 'started' });
            happen({ type: 'stopped', reason, before: true });
          }}
          onStart={({ fullStomach, picked, gently = false }) =>
            happen({
              type: 'started',
              ...(isAgain ? { spent } : {}),
              ...(fullStomach ? { fullStomach } : {}),
              ...(stillSore || gently ? { stillSore: true } : {}),
              ...(picked.length > 0 ? { picked } : {}),
            })
          }
        />
      );
    }
    if (state.status === 'stopped') {
      return <Stopped state={state} therapistName={therapistName} numbers={numbers} />;
    }
    if (state.status === 'finished') {
      return <Finished state={state} measure={home.again} />;
    }
    const measures = activityOf(state)?.measures;
    switch (state.phase.name) {
      case 'find':
        if (measures) {
          return (
            <Suspense fallback={<Progress state={state} />}>
              <Measuring
                key={state.stepIndex}
                state={state}
                measures={measures}
                taken={home.taken}
                last={home.last}
                happen={happen}
                onSkip={ask.onSkip}
                onStop={ask.onStop}
              />
            </Suspense>
          );
        }
        return activityOf(state) ? (
          <BeforeDoing
            key={state.stepIndex}
            state={state}
            happen={happen}
            onSkip={ask.onSkip}
            onStop={ask.onStop}
          />
        ) : (
          <Find key={state.stepIndex} state={state} happen={happen} {...ask} />
        );
      case 'closing':
        return <Closing state={state} happen={happen} />;
      default:
        return activityOf(state) ? (
          <Doing state={state} now={time} happen={happen} onStop={ask.onStop} />
        ) : (
          <Holding
            state={state}
            now={time}
            happen={happen}
            onSkip={ask.onSkip}
            onStop={ask.onStop}
            asksEarly={!askedEarly}
            onAskedEarly={() => setAskedEarly(true)}
            say={say}
          />
        );
    }
  };

  return (
    <div className={classes.screen} ref={screenOf} data-hand={ways.hand}>
      {screen()}
      {ways.speaks && said !== null && (
        <p className={classes.caption} data-hold={'since' in state.phase || undefined} aria-hidden>
          {said}
        </p>
      )}
      <div className={classes.post}>
        <Standing lean />
      </div>
      {asking === 'skip' && (
        <Choice
          title="Why skip this place?"
          options={SKIP_REASONS}
          back="Do not skip"
          onChoose={skip}
          onBack={() => setAsking(null)}
        />
      )}
      {asking === 'stop' && (
        <Choice
          title="Come off now"
          says="The clock has stopped. Why do you stop?"
          settleMs={STOP_SETTLES_MS}
          options={GRAVEST_FIRST}
          back="Back to the session"
          onChoose={(reason) => {
            happen({ type: 'stopped', reason });
            setAsking(null);
          }}
          onBack={() => setAsking(null)}
        />
      )}
    </div>
  );
}
