import { v7 as uuid } from 'uuid';
import type { RestToday } from '#core/today';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import type { Letter } from '~/keeping/letter';
import { rememberAnswer } from '~/ui/offline/ownSessions';
import { nearDay } from '~/ui/parts/words';
import classes from './today.module.css';

/** The places that rest, and the word that ends it. */
export function Rests({ rests, today }: { rests: readonly RestToday[]; today: string }) {
  const outbox = useOutbox();
  const gone = useLetters('response', null).flatMap((letter) => {
    const { answer, places = [] } = (letter as Letter<'response'>).body;
    return answer === 'bruise-gone' ? places.map(({ siteId, side }) => `${siteId}:${side}`) : [];
  });
  const end = ({ siteId, side, sessionId }: RestToday) => {
    if (sessionId === null) return;
    const body = { sessionId, answer: 'bruise-gone' as const, places: [{ siteId, side }] };
    outbox.add({ kind: 'response', clientId: null, thing: uuid(), base: null, body });
    rememberAnswer(outbox, body);
  };
  if (rests.length === 0) return null;
  return (
    <ul className={classes.rests} aria-label="Resting">
      {rests.map((rest) => (
        <li key={`${rest.siteId}:${rest.side}`}>
          <p>
            <strong>{rest.name} rests.</strong>{' '}
            {rest.from === 'told'
              ? `You told of a bruise ${nearDay(rest.since, today)}.`
              : `A bruise was seen there ${nearDay(rest.since, today)}.`}{' '}
            Nothing presses there until it has gone.
          </p>
          {gone.includes(`${rest.siteId}:${rest.side}`) ? (
            <p className={classes.soft}>
              You said that it has gone: it is pressed again from the next session on, gently at
              first.
            </p>
          ) : (
            rest.sessionId !== null && (
              <button type="button" onClick={() => end(rest)}>
                The bruise has gone
              </button>
            )
          )}
        </li>
      ))}
    </ul>
  );
}
