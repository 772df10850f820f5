import { useMemo, useState } from 'react';
import { openSound } from '~/ui/practise/cues';
import { SimulatedPhone } from './SimulatedPhone';
import { deviceTilt, simulatedTilt } from './tiltMeter';
import { useSteadyTilt, type Reading } from './useSteadyTilt';
import classes from './ByPhone.module.css';

function wordsOf(reading: Reading): string {
  switch (reading.phase) {
    case 'into place':
      return `Get into place: ${reading.seconds}`;
    case 'start':
      return 'Hold it where you start, still, until it sounds.';
    case 'moving':
      return `Now go as far as it goes easily, and stay there. ${reading.degrees}°`;
    case 'done':
    case 'given up':
      return '';
  }
}

/** Reads an angle by the phone that is held along what moves; it takes the figure by itself. */
export function ByPhone({
  side,
  standIn = null,
  onTake,
}: {
  /** “left”, “right”, or nothing in the middle. */
  side: string;
  /** Names the simulated phone that stands in on a machine without a sensor; null where there is none. */
  standIn?: string | null;
  onTake: (degrees: number) => void;
}) {
  const [simulates, setSimulates] = useState(false);
  const meter = useMemo(
    () => (simulates && standIn !== null ? simulatedTilt(standIn) : deviceTilt),
    [simulates, standIn],
  );
  const { reading, trouble, begin, leave } = useSteadyTilt(onTake, meter);
  return (
    <div className={classes.byPhone}>
      <button
        type="button"
        className={classes.button}
        data-reading={reading !== null}
        onClick={() => {
          openSound();
          if (reading) leave();
          else begin();
        }}
      >
        {reading
          ? 'Leave it'
          : `Measure${side && ` ${side}`} with ${meter.simulated ? 'the simulated phone' : 'this phone'}`}
      </button>
      <p role={trouble ? 'alert' : 'status'} data-trouble={trouble !== ''}>
        {reading ? wordsOf(reading) : trouble}
      </p>
      {trouble !== '' && standIn !== null && !simulates && (
        <button type="button" className={classes.button} onClick={() => setSimulates(true)}>
          Use the simulated phone instead
        </button>
      )}
      {meter.simulated && <SimulatedPhone meter={meter} />}
    </div>
  );
}
