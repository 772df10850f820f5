import { Button } from '@mantine/core';
import { useEffect, useRef, useState } from 'react';
import { tiltBetween, type Gravity } from '#core/measurement';
import { deviceTilt, simulatedTilt, type TiltMeter } from './tiltMeter';
import classes from './Tilt.module.css';

const UPRIGHT = 90;
const LEAST = -90;

/** A phone seen from its edge, leaning as it is turned. */
function DrawnPhone({ beta }: { beta: number }) {
  return (
    <svg viewBox="-80 -80 160 130" className={classes.phone} aria-hidden>
      <line x1="-70" y1="44" x2="70" y2="44" className={classes.ground} />
      <g transform={`rotate(${UPRIGHT - beta})`}>
        <rect x="-6" y="-62" width="12" height="110" rx="5" className={classes.body} />
        <rect x="4" y="-52" width="2.5" height="88" className={classes.glass} />
      </g>
    </svg>
  );
}

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
  const [beta, setBeta] = useState(UPRIGHT);
  const pending = useRef(Promise.resolve());
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
          {meter.simulated && (
            <>
              <p className={classes.simulated}>
                Simulated: nothing is measured. Tilt the drawn phone to try it.
              </p>
              <DrawnPhone beta={beta} />
              <label className={classes.turn}>
                Tilt the phone
                <input
                  type="range"
                  min={LEAST}
                  max={UPRIGHT}
                  value={beta}
                  onChange={(event) => {
                    const next = Number(event.currentTarget.value);
                    setBeta(next);
                    pending.current = pending.current
                      .then(() => meter.turn?.(next))
                      .catch(() => setTrouble('The simulated phone does not answer.'));
                  }}
                />
              </label>
            </>
          )}
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
