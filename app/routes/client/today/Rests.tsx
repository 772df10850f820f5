import { v7 as uuid } from 'uuid';
import type { RestToday } from '#core/today';
import { useLetters, useOutbox } from '~/ui/keeping/Keeping';
import type { Letter } from '~/keeping/letter';
import { rememberAnswer } from '~/ui/offline/ownSessions';
import { nearDay } from '~/ui/parts/words';
import classes from './today.module.css';

function restWords({ why, from }: RestToday, day: string, therapistName: string): string {
  switch (why) {
    case 'bruise':
      return `${from === 'told' ? `You told of a bruise ${day}.` : `A bruise was seen there ${day}.`} Nothing presses there until it has gone.`;
    case 'numb':
      return `You told of numbness, tingling or a shooting pain ${day}. Nothing presses there until ${therapistName} has looked at it in person.`;
    case 'travelling':
      return `You told of a feeling that stayed after letting go ${day}. Nothing presses there until you have spoken with ${therapistName}.`;
    case 'laid':
      return `Since ${day}: your practice lets it rest. Nothing presses there until ${therapistName} says so.`;
  }
}

/** The places that rest, and the word that ends it. */
export function Rests({
  rests,
  today,
  therapistName,
}: {
  rests: readonly RestToday[];
  today: string;
  therapistName: string;
}) {
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
            {restWords(rest, nearDay(rest.since, today), therapistName)}
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
