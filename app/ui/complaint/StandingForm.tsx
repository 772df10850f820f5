import { useState } from 'react';
import {
  ASKED,
  ASKED_IDS,
  NOT_THERE,
  standingSchema,
  type Asked,
  type Standing,
} from '#core/complaint';
import classes from './StandingForm.module.css';

function Row({
  asked,
  name,
  value,
  least,
  onValue,
}: {
  asked: Asked;
  name: string;
  value: number | null;
  least: number;
  onValue: (value: number) => void;
}) {
  const { asks, most, ends } = ASKED[asked];
  const numbers = Array.from({ length: most - least + 1 }, (_, at) => at + least);
  return (
    <fieldset className={classes.row}>
      <legend>{asks}</legend>
      <div className={classes.numbers} data-count={most - least + 1}>
        {numbers.map((number) => (
          <label key={number}>
            <input
              type="radio"
              name={`${name}:${asked}`}
              value={number}
              checked={number === value}
              onChange={() => onValue(number)}
            />
            <span>{number}</span>
          </label>
        ))}
      </div>
      <p className={classes.ends}>
        <span>
          {least}: {least === 0 ? ends[0] : 'hardly'}
        </span>
        <span>
          {most}: {ends[1]}
        </span>
      </p>
    </fieldset>
  );
}

/**
 * Asks how a complaint stood in the last seven days: on how many of them, how strong, what it kept from. On none, the
 * rest is not asked.
 *
 * @param name of the complaint, to tell its questions from another’s
 * @param stops what it keeps them from, when that is known
 */
export function StandingForm({
  name,
  stops = '',
  last,
  action,
  onTell,
}: {
  name: string;
  stops?: string;
  /** What was told before, in words. */
  last: string | null;
  action: string;
  onTell: (standing: Standing) => void;
}) {
  const [given, setGiven] = useState<Partial<Standing>>({});
  const standing = given.days === 0 ? NOT_THERE : given;
  const ready = standingSchema.safeParse(standing);
  const set = (asked: Asked) => (value: number) => setGiven({ ...given, [asked]: value });
  return (
    <div className={classes.form}>
      {last && <p className={classes.last}>{last}</p>}
      {ASKED_IDS.filter((asked) => asked === 'days' || given.days !== 0).map((asked) => (
        <Row
          key={asked}
          asked={asked}
          name={name}
          // Where it was there, it had some strength.
          least={asked === 'strongest' ? 1 : 0}
          value={given[asked] ?? null}
          onValue={set(asked)}
        />
      ))}
      {given.days !== 0 && stops !== '' && <p className={classes.last}>You named: {stops}.</p>}
      <button
        type="button"
        className={classes.tell}
        disabled={!ready.success}
        onClick={() => {
          if (!ready.success) return;
          onTell(ready.data);
          setGiven({});
        }}
      >
        {action}
      </button>
    </div>
  );
}
