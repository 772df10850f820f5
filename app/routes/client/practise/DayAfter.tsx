import { useState } from 'react';
import { Link } from 'react-router';
import { RESPONSES, type ResponseId } from '#core/response';
import { nearDay } from '~/ui/parts/words';
import classes from './DayAfter.module.css';
import shared from './practise.module.css';

/** Before the next session: how the day after the last one was. Chosen first, told by a second touch. */
export function DayAfter({
  day,
  today,
  therapistName,
  onTell,
}: {
  /** Of the session that is asked about. */
  day: string;
  today: string;
  therapistName: string;
  onTell: (answer: ResponseId) => Promise<void>;
}) {
  const [chosen, setChosen] = useState<ResponseId | null>(null);
  const [telling, setTelling] = useState(false);
  const said = RESPONSES.find(({ id }) => id === chosen);
  return (
    <>
      <header className={shared.top}>
        <Link to="/today" className={shared.back}>
          Back
        </Link>
      </header>
      <div className={shared.body}>
        <fieldset className={classes.ask} disabled={telling}>
          <legend>
            <h1>How was it afterwards?</h1>
            <p className={shared.soft}>
              Since your last session, {nearDay(day, today)}. What comes next goes by it.
            </p>
          </legend>
          {RESPONSES.map(({ id, label }) => (
            <label key={id}>
              <input
                type="radio"
                name="response"
                value={id}
                checked={chosen === id}
                onChange={() => setChosen(id)}
              />
              {label}
            </label>
          ))}
        </fieldset>
        <p className={classes.advice} role="status">
          {said?.advice}
        </p>
      </div>
      <div className={shared.foot}>
        <button
          type="button"
          className={shared.main}
          disabled={chosen === null || telling}
          onClick={() => {
            if (chosen === null) return;
            setTelling(true);
            void onTell(chosen);
          }}
        >
          {telling ? 'Keeping it' : said?.bears === 'not' ? `Tell ${therapistName}` : 'Go on'}
        </button>
      </div>
    </>
  );
}
