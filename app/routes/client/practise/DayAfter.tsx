import { lazy, Suspense, useState, type ComponentProps, type ComponentType } from 'react';
import { Link } from 'react-router';
import {
  ASKS_WHERE,
  BESIDES,
  DAY_AFTER,
  type BesidesId,
  type ResponseId,
  type RestingPlace,
} from '#core/response';
import { placeKey } from '#core/routine';
import type { AskedAfter } from '#core/today';
import type Pressed from '~/ui/map/PressedFigure';
import { nearDay } from '~/ui/parts/words';
import classes from './DayAfter.module.css';
import shared from '~/ui/session/session.module.css';

/** What is told of a day after. */
export interface Told {
  answer: ResponseId;
  places: RestingPlace[];
  besides: BesidesId[];
}

const WHERE: Partial<Record<ResponseId, string>> = {
  sore: 'Where is it sore?',
  bruised: 'Where is the bruise?',
  numb: 'Where was it pressed?',
};

type Drawn = ComponentType<ComponentProps<typeof Pressed>>;
const none: Drawn = () => null;
/** Fetched, or taken from what the phone keeps, when it is asked where; the list does without it. */
const PressedFigure = lazy<Drawn>(() =>
  import('~/ui/map/PressedFigure').catch(() => ({ default: none })),
);

function Tick({
  label,
  isOn,
  onTurn,
}: {
  label: string;
  isOn: boolean;
  onTurn: (isOn: boolean) => void;
}) {
  return (
    <label>
      <input
        type="checkbox"
        checked={isOn}
        onChange={(event) => onTurn(event.currentTarget.checked)}
      />
      {label}
    </label>
  );
}

const turned = <T,>(list: readonly T[], one: T, isOn: boolean): T[] =>
  isOn ? [...list, one] : list.filter((other) => other !== one);

/** Before the next session: how the day after the last one was, and where. Chosen first, told by a touch of its own. */
export function DayAfter({
  asks,
  today,
  therapistName,
  onTell,
}: {
  asks: AskedAfter;
  today: string;
  therapistName: string;
  onTell: (told: Told) => Promise<void>;
}) {
  const [chosen, setChosen] = useState<ResponseId | null>(null);
  const [isWhere, setIsWhere] = useState(false);
  const [places, setPlaces] = useState<string[]>([]);
  const [besides, setBesides] = useState<BesidesId[]>([]);
  const [telling, setTelling] = useState(false);
  const said = DAY_AFTER.find(({ id }) => id === chosen);
  const asksWhere = chosen !== null && ASKS_WHERE.includes(chosen) && asks.places.length > 0;
  const tell = () => {
    if (chosen === null) return;
    if (asksWhere && !isWhere) {
      // Where there was only one place it is that one.
      if (asks.places.length === 1) setPlaces(asks.places.map(placeKey));
      return setIsWhere(true);
    }
    setTelling(true);
    const named = asksWhere ? asks.places.filter((place) => places.includes(placeKey(place))) : [];
    void onTell({
      answer: chosen,
      places: named.map(({ siteId, side }) => ({ siteId, side })),
      besides,
    });
  };
  const waitsForPlace = isWhere && places.length === 0;
  return (
    <>
      <header className={shared.top}>
        {isWhere ? (
          <button type="button" className={shared.back} onClick={() => setIsWhere(false)}>
            Back
          </button>
        ) : (
          <Link to="/today" className={shared.back}>
            Back
          </Link>
        )}
      </header>
      <div className={shared.body}>
        {isWhere && chosen !== null ? (
          <fieldset className={classes.ask} disabled={telling}>
            <legend>
              <h1>{WHERE[chosen]}</h1>
              <p className={shared.soft}>
                {chosen === 'bruised'
                  ? 'Touch it. What is bruised rests from now on, until you say that the bruise has gone.'
                  : 'Touch it, or choose it from the places you pressed.'}
              </p>
            </legend>
            <div className={classes.figure}>
              <Suspense>
                <PressedFigure
                  places={asks.places}
                  picked={places}
                  onTurn={(key) => setPlaces((now) => turned(now, key, !now.includes(key)))}
                />
              </Suspense>
            </div>
            {asks.places.map((place) => (
              <Tick
                key={placeKey(place)}
                label={place.name}
                isOn={places.includes(placeKey(place))}
                onTurn={(isOn) => setPlaces((before) => turned(before, placeKey(place), isOn))}
              />
            ))}
          </fieldset>
        ) : (
          <>
            <fieldset className={classes.ask} disabled={telling}>
              <legend>
                <h1>How was it afterwards?</h1>
                <p className={shared.soft}>
                  Since your last session, {nearDay(asks.day, today)}. What comes next goes by it.
                </p>
              </legend>
              {DAY_AFTER.map(({ id, label }) => (
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
            {chosen !== null && (
              <fieldset className={classes.besides} disabled={telling}>
                <legend className={shared.soft}>Besides that</legend>
                {BESIDES.map(({ id, label }) => (
                  <Tick
                    key={id}
                    label={label}
                    isOn={besides.includes(id)}
                    onTurn={(isOn) => setBesides((before) => turned(before, id, isOn))}
                  />
                ))}
              </fieldset>
            )}
          </>
        )}
      </div>
      <div className={shared.foot}>
        <button
          type="button"
          className={shared.main}
          disabled={chosen === null || telling || waitsForPlace}
          onClick={tell}
        >
          {telling
            ? 'Keeping it'
            : asksWhere && !isWhere
              ? 'Say where'
              : said?.bears === 'not'
                ? `Tell ${therapistName}`
                : 'Go on'}
        </button>
      </div>
    </>
  );
}
