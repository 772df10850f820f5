import { Button, Textarea } from '@mantine/core';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { instantAt } from '#core/calendar';
import { byHand } from '#core/session';
import type { ByHandLine } from '#core/today';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownByHand } from '~/services/practising.server';
import { useOutbox } from '~/ui/keeping/Keeping';
import { orKept } from '~/ui/offline/orKept';
import { rememberSession } from '~/ui/offline/ownSessions';
import { Toggle } from '~/ui/parts/Toggle';
import { capital, counted, nearDay } from '~/ui/parts/words';
import type { Route } from './+types/by-hand';
import classes from './by-hand.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Without the phone · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => ({ userId: who.userId, ...(await ownByHand(setting, who)) }));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('by-hand', serverLoader);

const GRADES = Array.from({ length: 11 }, (_, grade) => grade);

interface Rated {
  before?: number;
  after?: number;
}

/** How tender a place was at a moment; nothing where it is not remembered. */
function Grade({
  label,
  value,
  onValue,
}: {
  label: string;
  value: number | undefined;
  onValue: (grade: number | undefined) => void;
}) {
  return (
    <label className={classes.grade}>
      {label}
      <select
        value={value ?? ''}
        onChange={({ currentTarget: { value: given } }) =>
          onValue(given === '' ? undefined : Number(given))
        }
      >
        <option value="">–</option>
        {GRADES.map((grade) => (
          <option key={grade}>{grade}</option>
        ))}
      </select>
    </label>
  );
}

/** One place or line: whether it was done, and how tender it was. */
function Line({
  line: { key, name, isPlace },
  done,
  rated,
  onDone,
  onRated,
}: {
  line: ByHandLine;
  done: boolean;
  rated: Rated;
  onDone: (done: boolean) => void;
  onRated: (rated: Rated) => void;
}) {
  const put = (by: Rated) => onRated({ ...rated, ...by });
  return (
    <li data-key={key}>
      <label className={classes.done}>
        <input
          type="checkbox"
          checked={done}
          onChange={({ currentTarget: { checked } }) => onDone(checked)}
        />
        {capital(name)}
      </label>
      {done && isPlace && (
        <div className={classes.grades}>
          <Grade
            label="tender at first"
            value={rated.before}
            onValue={(before) => put({ before } as Rated)}
          />
          {rated.before !== undefined && (
            <Grade
              label="on letting go"
              value={rated.after}
              onValue={(after) => put({ after } as Rated)}
            />
          )}
        </div>
      )}
    </li>
  );
}

/** Without what was not said. */
const saidOf = ({ before, after }: Rated): Rated => ({
  ...(before === undefined ? {} : { before }),
  ...(before === undefined || after === undefined ? {} : { after }),
});

export default function ByHand({ loaderData }: Route.ComponentProps) {
  const { version, days, today, timeZone, therapistName } = loaderData;
  const outbox = useOutbox();
  const navigate = useNavigate();
  const [day, setDay] = useState(today);
  const [time, setTime] = useState(loaderData.time);
  const [done, setDone] = useState<ReadonlySet<string>>(
    () => new Set(version?.lines.filter(({ asNeeded }) => !asNeeded).map(({ key }) => key)),
  );
  const [rated, setRated] = useState<Readonly<Record<string, Rated>>>({});
  const [word, setWord] = useState('');
  const [trouble, setTrouble] = useState('');
  if (!version) {
    return (
      <div className={classes.page}>
        <h1>Without the phone</h1>
        <p>There is no routine yet that could have been done.</p>
      </div>
    );
  }
  const chosen = days.find((one) => one.day === day);
  const write = () => {
    const at = instantAt(day, time, timeZone);
    if (at > Date.now()) {
      setTrouble('That is still to come. Choose when it was.');
      return;
    }
    if (at < version.issuedAt) {
      setTrouble('That was before this routine was issued. Choose a later time.');
      return;
    }
    if (done.size === 0) {
      setTrouble('Nothing is ticked. Tick what you did.');
      return;
    }
    const ratings = Object.fromEntries(
      Object.entries(rated).map(([key, one]) => [key, saidOf(one)]),
    );
    const told = byHand(version.steps, { done, ratings, word: word.trim() }, at, () => uuid());
    const head = {
      versionId: version.id,
      ledId: version.ledId,
      lineIds: [...version.lineIds],
      startedAt: at,
    };
    const id = uuid();
    for (const { id: eventId, ...event } of told.events) {
      outbox.add({
        kind: 'session event',
        id: eventId,
        clientId: null,
        thing: id,
        base: null,
        body: { session: head, event },
      });
    }
    const last = told.events.at(-1);
    if (last) rememberSession(outbox, { id, ...head }, told.state, last);
    void navigate('/today');
  };
  return (
    <div className={classes.page}>
      <h1>Without the phone</h1>
      <p className={classes.soft}>
        Write down a session you did by yourself. It counts as long as it was asked for, and{' '}
        {therapistName} sees that it was written down afterwards.
      </p>
      <Toggle
        label="Which day"
        look="wide boxes"
        value={day}
        options={days.map((one) => ({ value: one.day, label: nearDay(one.day, today) }))}
        onChoose={(next) => {
          setDay(next);
          setTrouble('');
        }}
      />
      <label className={classes.time}>
        About when
        <input
          type="time"
          value={time}
          required
          onChange={({ currentTarget: { value } }) => {
            if (value !== '') setTime(value);
            setTrouble('');
          }}
        />
      </label>
      {chosen !== undefined && chosen.known > 0 && (
        <p className={classes.soft}>
          {capital(counted(chosen.known, 'session'))} of {nearDay(day, today)}{' '}
          {chosen.known === 1 ? 'is' : 'are'} kept already; this would be another.
        </p>
      )}
      <h2>What did you do?</h2>
      <ul className={classes.lines}>
        {version.lines.map((line) => (
          <Line
            key={line.key}
            line={line}
            done={done.has(line.key)}
            rated={rated[line.key] ?? {}}
            onDone={(is) => {
              setTrouble('');
              setDone(
                new Set(is ? [...done, line.key] : [...done].filter((one) => one !== line.key)),
              );
            }}
            onRated={(next) => setRated({ ...rated, [line.key]: next })}
          />
        ))}
      </ul>
      <Textarea
        label="A word for the day"
        value={word}
        maxLength={280}
        autosize
        minRows={1}
        onChange={(event) => setWord(event.currentTarget.value)}
      />
      {trouble && (
        <p role="alert" className={classes.trouble}>
          {trouble}
        </p>
      )}
      <Button size="lg" fullWidth onClick={write}>
        Write it down
      </Button>
      <p className={classes.soft}>
        Did something feel wrong, such as numbness or dizziness? Say it in{' '}
        <Link to="/course">a message to {therapistName}</Link>; if it is bad, call for help first.
      </p>
    </div>
  );
}
