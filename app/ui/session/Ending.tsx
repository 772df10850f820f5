import { useState } from 'react';
import { Link } from 'react-router';
import { placeOf } from '#core/anatomy';
import { holdsAmong } from '#core/routine';
import { stopReason, summarise, type EventBody, type SessionState } from '#core/session';
import { useView } from '~/ui/keeping/Keeping';
import { Call, type Numbers } from '~/ui/screening/Call';
import { clockTime, counted } from '~/ui/parts/words';
import { tendernessFill, tendernessInk } from '~/ui/theme/tenderness';
import { useLed } from './led';
import { postureBefore } from './moves';
import classes from './session.module.css';

const WORD_LENGTH = 280;

function Places({ state }: { state: SessionState }) {
  const { sites } = useLed();
  const summary = summarise(state);
  const places = summary.places.filter((place) => place.contactSeconds > 0);
  const others = (summary.activities ?? []).filter(({ done }) => done > 0);
  return (
    <ul className={classes.places}>
      {places.map((place) => {
        const site = sites[place.siteId];
        return (
          <li key={`${place.siteId}:${place.side}`}>
            <span>
              {site ? placeOf(site, place.side) : place.siteId}
              {place.found !== undefined && (
                <small className={classes.found}>{counted(place.found, 'tender spot')}</small>
              )}
            </span>
            <span className={classes.soft}>{clockTime(place.contactSeconds)}</span>
            <span className={classes.change}>
              {[place.before, place.after].map((grade, index) =>
                grade === null ? null : (
                  <span
                    key={index}
                    className={classes.badge}
                    style={{ background: tendernessFill(grade), color: tendernessInk(grade) }}
                  >
                    <span className="visually-hidden">{index === 0 ? 'before ' : 'after '}</span>
                    {grade}
                  </span>
                ),
              )}
            </span>
          </li>
        );
      })}
      {others.map(({ itemId, title, seconds }) => (
        <li key={itemId}>
          <span>{title}</span>
          <span className={classes.soft}>{seconds > 0 ? clockTime(seconds) : 'done'}</span>
        </li>
      ))}
    </ul>
  );
}

/** All holds are through: get up safely, and a word for the day. */
export function Closing({
  state,
  happen,
}: {
  state: SessionState;
  happen: (body: EventBody) => void;
}) {
  const [word, setWord] = useState('');
  const { postures, sites } = useLed();
  const position = postures[postureBefore(state, state.steps.length)];
  const care = sites[holdsAmong(state.steps).at(-1)?.siteId ?? '']?.afterCare;
  const tooMuch = state.holds.some(
    ({ outcome }) => outcome === 'too-much' || outcome === 'only-pain',
  );
  return (
    <>
      <header className={classes.top}>
        <span>All through</span>
      </header>
      <div className={classes.body}>
        <h1>Get up slowly</h1>
        {position && <p className={classes.move}>{position.getOut}</p>}
        {care && <p className={classes.lead}>{care}</p>}
        {tooMuch && (
          <p className={classes.lead}>
            One point was too much today and was left. Your therapist sees it; be gentler there next
            time.
          </p>
        )}
        <p className={classes.lead}>
          Move the places you worked, gently, through their range. Nothing heavy in the next few
          minutes. A little soreness is fine; a cold pack helps if it is more.
        </p>
        <label className={classes.word}>
          A word for the day, if you like; your therapist reads it
          <textarea
            value={word}
            maxLength={WORD_LENGTH}
            rows={2}
            onChange={(event) => setWord(event.currentTarget.value)}
          />
        </label>
      </div>
      <div className={classes.foot}>
        <button
          type="button"
          className={classes.main}
          onClick={() => happen({ type: 'finished', word })}
        >
          Finish
        </button>
      </div>
    </>
  );
}

/** Whether all of the session is with the practice. */
function useLogged(): boolean {
  const { entries, opened } = useView();
  return opened && !entries.some(({ letter }) => letter.kind === 'session event');
}

/** Whether the next page can be opened: over the line, or from what the browser keeps of the application. */
const opensAnyway = () =>
  'serviceWorker' in navigator && navigator.serviceWorker.controller !== null;

/** The way out. */
function Away({ says, logged }: { says: string; logged: boolean }) {
  const { trouble } = useView();
  const held = !logged && trouble === 'connection';
  return (
    <>
      {(!held || opensAnyway()) && (
        <Link to="/today" className={classes.main}>
          {says}
        </Link>
      )}
      {held && (
        <p className={classes.small}>
          There is no connection. You can put the phone away: it is sent when there is one and this
          is open.
        </p>
      )}
    </>
  );
}

export function Finished({
  state,
  measure,
}: {
  state: SessionState;
  /** What was measured before and is to be measured again, by name. */
  measure: readonly string[];
}) {
  const logged = useLogged();
  return (
    <>
      <header className={classes.top}>
        <span>{logged ? 'Logged' : 'Kept on this phone, sent when there is a line'}</span>
      </header>
      <div className={classes.body}>
        <h1>That’s it for now</h1>
        <p className={classes.soft}>Rating on first pressing, and on letting go.</p>
        <Places state={state} />
        {measure.length > 0 && (
          <p className={classes.lead}>
            You measured before. Now again:{' '}
            <Link to="/measures" className={classes.inText}>
              {measure.map((name) => name.toLowerCase()).join(', ')}
            </Link>
            .
          </p>
        )}
      </div>
      <div className={classes.foot}>
        <Away says="Done" logged={logged} />
      </div>
    </>
  );
}

/** A stopped session says what to do next, gravest first. */
export function Stopped({
  state,
  therapistName,
  numbers,
}: {
  state: SessionState;
  therapistName: string;
  numbers: Numbers;
}) {
  const reason = stopReason(state.stopReason ?? 'enough');
  const logged = useLogged();
  const { postures } = useLed();
  const position = postures[postureBefore(state, state.stepIndex + 1)];
  return (
    <>
      <header className={classes.top}>
        <span>Stopped</span>
      </header>
      <div className={classes.body}>
        <h1>{reason.weight === 'emergency' ? 'Get help now' : 'Come out slowly'}</h1>
        {reason.weight !== 'emergency' && position && (
          <p className={classes.move}>{position.getOut}</p>
        )}
        {reason.advice && (
          <p className={classes.advice} role="alert">
            {reason.advice}
          </p>
        )}
        {reason.weight !== 'ordinary' && (
          <Call numbers={numbers} emergency={reason.weight === 'emergency'} />
        )}
        <p className={classes.soft}>
          {!logged
            ? `What you did, and why you stopped, is kept on this phone and sent as soon as there is a connection. Until then ${therapistName} does not know of it.`
            : reason.weight === 'ordinary'
              ? 'What you did is logged.'
              : `What you did, and why you stopped, is logged. ${therapistName} sees it on the day sheet; that is not the same as someone being told at once.`}
        </p>
        {reason.weight !== 'emergency' && <Places state={state} />}
      </div>
      <div className={classes.foot}>
        <Away says="Close" logged={logged} />
      </div>
    </>
  );
}
