import { useEffect, useRef, useState } from 'react';
import { v7 as uuid } from 'uuid';
import { Link } from 'react-router';
import { responseWords, type ResponseId } from '#core/response';
import { stopReason, type InTheWay } from '#core/session';
import type { Letter } from '~/keeping/letter';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { routineToPractise } from '~/services/practising.server';
import { useOutbox, useView } from '~/ui/keeping/Keeping';
import { Standing } from '~/ui/keeping/Standing';
import { takeJustAnswered } from '~/ui/screening/justAnswered';
import { StopSign } from '~/ui/screening/StopSign';
import { Waiting } from '~/ui/screening/Waiting';
import { isRemembered, rememberAnswer } from '~/ui/offline/ownSessions';
import { usePackAhead } from '~/ui/offline/usePackAhead';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/practise';
import { DayAfter, type Told } from './DayAfter';
import { Guide } from '~/ui/session/Guide';
import { Opening } from '~/ui/session/Opening';
import classes from '~/ui/session/session.module.css';

export const meta: Route.MetaFunction = () => [
  { title: 'Practise · Entspann' },
  { name: 'theme-color', content: '#17332f' },
];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => ({ userId: who.userId, ...(await routineToPractise(setting, who)) }));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('practise', serverLoader);

/** A session under way goes on with the version it began with, whatever else happens on the page. */
export const shouldRevalidate = () => false;

/**
 * Whether the client answered the screening and the practice does not know yet. Once it does, the page is
 * fetched anew: what was read with it is from before.
 */
function useUnsentAnswers(): boolean {
  const { entries, opened } = useView();
  const unsent = entries.some(({ letter }) => letter.kind === 'interview');
  const before = useRef(false);
  useEffect(() => {
    if (before.current && !unsent) window.location.reload();
    before.current = unsent;
  }, [unsent]);
  useEffect(() => {
    // What was answered may have been kept while this page was already on its way: read it once more.
    if (opened && !unsent && takeJustAnswered()) window.location.reload();
  }, [opened, unsent]);
  return unsent;
}

/** A stop of this device after which nothing starts, while the practice does not know of it yet. */
function useUnsentStop(today: string): InTheWay | null {
  const { entries, opened } = useView();
  // While it is being stopped, its own screen says what to do; it counts when the page is opened anew.
  const [before, setBefore] = useState<typeof entries | null>(null);
  if (opened && before === null) setBefore(entries);
  for (const { letter } of before ?? []) {
    if (letter.kind !== 'session event') continue;
    const { event } = (letter as Letter<'session event'>).body;
    if (event.type !== 'stopped') continue;
    const { label, advice, weight, nothingStarts } = stopReason(event.reason);
    if (!nothingStarts) continue;
    const heard = { label, advice, emergency: weight === 'emergency' };
    return { waits: 'word', day: today, when: 'during', heard };
  }
  return null;
}

/** So long the answer is waited for: the routine may be another by it. Without a line it goes on by what is here. */
const HEARD_WITHIN_MS = 4_000;

/** What was answered on this device about the day after a session, and how to tell it. */
function useDayAfter(sessionId: string | null) {
  const outbox = useOutbox();
  const { entries } = useView();
  const [given, setGiven] = useState<ResponseId | null>(null);
  const [telling, setTelling] = useState(false);
  const unsent = entries.flatMap(({ letter }) => {
    if (letter.kind !== 'response') return [];
    const { body } = letter as Letter<'response'>;
    return body.sessionId === sessionId ? [body.answer] : [];
  });
  const last = unsent.at(-1);
  // What an earlier page left unsent counts at once; what is being told, once it was waited for.
  if (given === null && last !== undefined && !telling) setGiven(last);
  const tell = async ({ answer, places, besides }: Told) => {
    if (sessionId === null) return;
    setTelling(true);
    const id = outbox.add({
      kind: 'response',
      clientId: null,
      thing: uuid(),
      base: null,
      body: {
        sessionId,
        answer,
        ...(places.length > 0 ? { places } : {}),
        ...(besides.length > 0 ? { besides } : {}),
      },
    });
    const where = places.length > 0 ? { places } : {};
    rememberAnswer(outbox, { sessionId, answer, ...where });
    // Nothing starts by it, so there is nothing to read anew.
    if (responseWords(answer).bears === 'not') return setGiven(answer);
    const patience = new Promise<null>((done) => setTimeout(() => done(null), HEARD_WITHIN_MS));
    const heard = await Promise.race([outbox.settled(id), patience]);
    // Nothing may be begun on a page that is about to be read anew.
    if (heard?.is === 'kept') return window.location.reload();
    // Without a line the device puts the day together anew, without what rests.
    if (answer === 'bruised' && places.length > 0) {
      await isRemembered(outbox, sessionId);
      return window.location.reload();
    }
    setGiven(answer);
    setTelling(false);
  };
  return { given, tell };
}

export default function Practise({ loaderData }: Route.ComponentProps) {
  const { version, userId, therapistName, home, stop, today, numbers, spent, asks } = loaderData;
  usePackAhead();
  const unsent = useUnsentAnswers();
  const stopped = useUnsentStop(today);
  const dayAfter = useDayAfter(asks?.sessionId ?? null);
  const borne = dayAfter.given === null ? null : responseWords(dayAfter.given);
  const badly: InTheWay | null =
    borne?.bears === 'not' && asks
      ? {
          waits: 'word',
          day: asks.day,
          when: 'after',
          heard: { label: borne.label, advice: borne.advice, emergency: false },
        }
      : null;
  const way = loaderData.way ?? stopped ?? badly;
  if (unsent) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <h1>Your answers are not sent yet</h1>
          <p>
            What you answered decides whether this is safe for you. It is kept on this phone and
            sent as soon as there is a connection; wait with the routine until then.
          </p>
          <div className={classes.post}>
            <Standing lean />
          </div>
          <Link to="/answers" className={classes.quiet}>
            Look at your answers
          </Link>
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  if (stop) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <StopSign stop={stop} therapistName={therapistName} numbers={numbers} />
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  if (way && version) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <h1>Not yet</h1>
          <Waiting way={way} therapistName={therapistName} today={today} numbers={numbers} />
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  if (!version) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <h1>No routine yet</h1>
          <p>{therapistName} has not issued a routine for you.</p>
          <Link to="/today" className={classes.quiet}>
            Back
          </Link>
        </div>
      </main>
    );
  }
  // What screening found leaves nothing of it: not even a session under way goes on.
  if (version.steps.length > 0 && version.steps.every(({ leftOut }) => leftOut)) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <Opening version={version} therapistName={therapistName} measure={[]} />
        </div>
      </main>
    );
  }
  if (asks && borne === null) {
    return (
      <main className={classes.night} data-night>
        <div className={classes.screen}>
          <DayAfter {...{ asks, today, therapistName }} onTell={dayAfter.tell} />
        </div>
      </main>
    );
  }
  return (
    <main className={classes.night} data-night>
      <Guide
        stillSore={borne !== null && borne.bears !== 'well'}
        userId={userId}
        version={version}
        therapistName={therapistName}
        home={home}
        numbers={numbers}
        spent={spent}
      />
    </main>
  );
}
