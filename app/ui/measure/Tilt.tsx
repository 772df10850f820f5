import { Button } from '@mantine/core';
import { useEffect, useState } from 'react';
import { tiltBetween, type Gravity } from '#core/measurement';
import { SimulatedPhone } from './SimulatedPhone';
import { deviceTilt, simulatedTilt, type TiltMeter } from './tiltMeter';
import classes from './Tilt.module.css';

/** Reads an angle by tilting: zero it at the start, tilt, take it. */
export function Tilt({
  how,
  standIn,
  onTake,
}: {
  /** How the phone is held for this test. */
  how: string;
  /** Names the stand-in of this person. */
  standIn: string;
  onTake: (degrees: number) => void;
}) {
  const [meter, setMeter] = useState<TiltMeter | null>(null);
  const [trouble, setTrouble] = useState('');
  const [now, setNow] = useState<Gravity | null>(null);
  const [zero, setZero] = useState<Gravity | null>(null);
  useEffect(() => {
    if (!meter) return;
    let gone = false;
    let stop: (() => void) | null = null;
    meter
      .listen((gravity) => {
        if (!gone) setNow(gravity);
      })
      .then(
        (stopping) => {
          if (gone) stopping();
          else stop = stopping;
        },
        (error: unknown) => {
          if (gone) return;
          setTrouble(error instanceof Error ? error.message : 'The sensor does not answer.');
          setMeter(null);
        },
      );
    return () => {
      gone = true;
      stop?.();
    };
  }, [meter]);

  const choose = (next: TiltMeter) => {
    setTrouble('');
    setNow(null);
    setZero(null);
    setMeter(next);
  };
  const degrees = now && zero ? Math.round(tiltBetween(zero, now)) : null;
  return (
    <div className={classes.tilt}>
      <p>{how}</p>
      {!meter && (
        <div className={classes.choose}>
          <Button onClick={() => choose(deviceTilt)}>Use this machine’s sensor</Button>
          <Button variant="outline" onClick={() => choose(simulatedTilt(standIn))}>
            Use the simulated phone
          </Button>
        </div>
      )}
      {trouble && (
        <p role="alert" className={classes.trouble}>
          {trouble}
        </p>
      )}
      {meter && (
        <>
          {meter.simulated && <SimulatedPhone meter={meter} />}
          <p className={classes.figure} role="status">
            {degrees === null ? '–' : `${degrees}°`}
          </p>
          <div className={classes.choose}>
            <Button variant="outline" disabled={!now} onClick={() => setZero(now)}>
              {zero ? 'Zero again' : 'Zero here'}
            </Button>
            <Button
              disabled={degrees === null}
              onClick={() => {
                if (degrees !== null) onTake(degrees);
              }}
            >
              Take {degrees === null ? 'it' : `${degrees}°`}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
