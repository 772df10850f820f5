import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { findSite, placeOf } from '#core/anatomy';
import { dayOf } from '#core/calendar';
import { isHold } from '#core/routine';
import {
  correctionWords,
  endingOf,
  isAfterwards,
  mayTakeBack,
  replay,
  summarise,
  type EventBody,
  type HoldRecord,
  type SessionEvent,
  type SessionState,
} from '#core/session';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import type { Letter } from '~/keeping/letter';
import { ownSessionLog } from '~/services/ownLog.server';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import { RatingKeys } from '~/ui/map/RatingKeys';
import { capital, clockTime, nearDay } from '~/ui/parts/words';
import type { Route } from './+types/log';
import classes from './log.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'A session · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownSessionLog(setting, who, params.sessionId));
}

type Data = Route.ComponentProps['loaderData'];

/** The session as it was read, with what is on its way to the practice laid over it; and how to say more of it. */
function useCorrected({ id, head, state: read, nextSeq, heard }: Data) {
  const outbox = useOutbox();
  const letters = useLetters('session event', null) as readonly Letter<'session event'>[];
  const [here, setHere] = useState<readonly SessionEvent[]>([]);
  const unsent = letters
    .filter((letter) => letter.thing === id && isAfterwards(letter.body.event.type))
    .map((letter): SessionEvent => ({ ...letter.body.event, id: letter.id }));
  // Each once: what the practice has told back already is in what was read.
  const open = new Map([...unsent, ...here].map((event) => [event.id, event]));
  for (const known of heard) open.delete(known);
  const events = [...open.values()];
  const state = replay(read, events);
  return {
    state,
    say: (body: EventBody) => {
      const event = { ...body, id: uuid(), seq: nextSeq + events.length, at: Date.now() };
      setHere((before) => [...before, event]);
      const { id: eventId, ...rest } = event;
      outbox.add({
        kind: 'session event',
        id: eventId,
        clientId: null,
        thing: id,
        base: null,
        body: { session: head, event: rest },
      });
    },
  };
}

const WHEN_WORDS = { pressing: 'while pressing', 'letting go': 'on letting go' } as const;

function nameOf({ steps }: SessionState, { step: index }: HoldRecord): string {
  const step = steps[index];
  if (!step) return '';
  if (!isHold(step)) return step.title;
  const site = findSite(step.siteId);
  return [site ? placeOf(site, step.side) : step.siteId, step.spot].filter(Boolean).join(', ');
}

/** The ratings of one hold, each to be put right. */
function Ratings({
  state,
  hold,
  onCorrect,
}: {
  state: SessionState;
  hold: HoldRecord;
  onCorrect: (rating: number, grade: number) => void;
}) {
  const [open, setOpen] = useState<number | null>(null);
  const name = nameOf(state, hold);
  return (
    <li>
      <span className={classes.name}>{capital(name)}</span>
      <span className={classes.ratings}>
        {hold.ratings.map(({ grade, when }, index) => (
          <button
            // The ratings of a hold keep their places.
            key={index}
            type="button"
            aria-expanded={open === index}
            aria-label={`${name}: ${grade}, ${WHEN_WORDS[when]}. Correct it`}
            onClick={() => setOpen(open === index ? null : index)}
          >
            {grade}
          </button>
        ))}
        {hold.contactSeconds > 0 && <small>{clockTime(hold.contactSeconds)}</small>}
      </span>
      {open !== null && (
        <div className={classes.correct}>
          <p>
            It says {hold.ratings[open]?.grade},{' '}
            {WHEN_WORDS[hold.ratings[open]?.when ?? 'pressing']}. It was:
          </p>
          <RatingKeys
            value={hold.ratings[open]?.grade ?? null}
            label="What it was"
            onValue={(grade) => {
              onCorrect(open, grade);
              setOpen(null);
            }}
          />
        </div>
      )}
    </li>
  );
}

/** Other words for the day. */
function Word({ word, onWord }: { word: string; onWord: (word: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  if (text === null) {
    return (
      <p>
        {word === '' ? 'No word for the day.' : <q>{word}</q>}{' '}
        <button type="button" className={classes.link} onClick={() => setText(word)}>
          Say it otherwise
        </button>
      </p>
    );
  }
  return (
    <form
      className={classes.reword}
      onSubmit={(event) => {
        event.preventDefault();
        onWord(text.trim());
        setText(null);
      }}
    >
      <Textarea
        label="A word for the day"
        value={text}
        maxLength={280}
        autosize
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <Button type="submit">Keep it</Button>
    </form>
  );
}

export default function Log({ loaderData }: Route.ComponentProps) {
  const { day, today, timeZone, therapistName } = loaderData;
  const { state, say } = useCorrected(loaderData);
  const [asks, setAsks] = useState(false);
  const summary = summarise(state);
  const ended = endingOf({ ...state, ...summary });
  const held = state.holds.filter(
    ({ ratings, contactSeconds }) => ratings.length > 0 || contactSeconds > 0,
  );
  return (
    <div className={classes.page}>
      <h1>{capital(nearDay(day, today))}</h1>
      <p className={classes.soft}>
        {capital(ended.says)}
        {summary.takenBack
          ? '.'
          : `, ${summary.holdsDone} of ${summary.holdsAsked} holds, ${clockTime(summary.contactSeconds)} on the points.`}
      </p>
      {summary.corrections && (
        <ul className={classes.said} aria-label="Corrected afterwards">
          {summary.corrections.map((one, index) => (
            // They are only ever added to.
            <li key={index}>
              Corrected {nearDay(dayOf(one.at, timeZone), today)}: {correctionWords(one)}
            </li>
          ))}
        </ul>
      )}
      {!summary.takenBack && (
        <>
          <Word word={state.word} onWord={(word) => say({ type: 'reworded', word })} />
          <h2>What you rated</h2>
          {held.length === 0 && <p className={classes.soft}>Nothing was rated.</p>}
          <ul className={classes.holds}>
            {held.map((hold) => (
              <Ratings
                key={hold.step}
                state={state}
                hold={hold}
                onCorrect={(rating, grade) =>
                  say({ type: 'corrected', step: hold.step, rating, grade })
                }
              />
            ))}
          </ul>
          <p className={classes.soft}>
            A slip? Touch the figure and say what it was. What was said first stays to be seen, for
            you and for {therapistName}.
          </p>
          {mayTakeBack(state) &&
            (asks ? (
              <div className={classes.back}>
                <p>It then counts for nothing, and stays in the list as taken back.</p>
                <Button
                  color="clay"
                  onClick={() => {
                    say({ type: 'taken-back' });
                    setAsks(false);
                  }}
                >
                  It was not done
                </Button>
                <button type="button" className={classes.link} onClick={() => setAsks(false)}>
                  Leave it
                </button>
              </div>
            ) : (
              <button type="button" className={classes.link} onClick={() => setAsks(true)}>
                This session was not done at all
              </button>
            ))}
        </>
      )}
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
