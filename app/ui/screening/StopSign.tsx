import { useEffect, useRef } from 'react';
import { Link } from 'react-router';
import type { AllStop } from '#core/screening';
import { Call, type Numbers } from './Call';
import classes from './StopSign.module.css';

/** What a client is told when everything is to rest: what to do, in plain words. */
export function StopSign({
  stop,
  therapistName,
  numbers,
}: {
  stop: AllStop;
  therapistName: string;
  numbers?: Numbers;
}) {
  const emergency = stop.level === 'emergency';
  // It may appear far above what was just answered.
  const sign = useRef<HTMLElement>(null);
  useEffect(() => {
    sign.current?.scrollIntoView({ block: 'start' });
  }, []);
  return (
    <section className={classes.stop} role="alert" ref={sign}>
      <h1>{emergency ? 'Call for help now' : 'Please do not practise now'}</h1>
      <p>
        {emergency
          ? 'What you answered can be an emergency. Call emergency services now. Do not wait to see whether it passes, and do not drive yourself.'
          : `What you answered has to be looked at in person first: ring ${therapistName} or your doctor today. Your routine rests until then; nothing of it is lost.`}
      </p>
      {numbers && <Call numbers={numbers} emergency={emergency} />}
      <ul>
        {stop.findings.map(({ rule }) => (
          <li key={rule}>{rule}</li>
        ))}
      </ul>
      <p>
        <Link to="/referral">A note to take along</Link> lists what you answered.
      </p>
      <p className={classes.soft}>
        Answered by mistake? <Link to="/answers">Look at your answers</Link> and tell{' '}
        {therapistName}: they lift it.
      </p>
    </section>
  );
}
