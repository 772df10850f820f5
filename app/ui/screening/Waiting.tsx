import { Link } from 'react-router';
import type { InTheWay } from '#core/session';
import { Notice } from '~/ui/parts/Notice';
import { nearDay } from '~/ui/parts/words';
import { Call, type Numbers } from './Call';

/** Why nothing may be begun yet, and what the client does about it. */
export function Waiting({
  way,
  therapistName,
  today,
  numbers,
}: {
  way: InTheWay;
  therapistName: string;
  today: string;
  numbers: Numbers;
}) {
  switch (way.waits) {
    case 'word':
      return (
        <Notice>
          <p>
            <strong>
              {way.when === 'during'
                ? `You stopped ${nearDay(way.day, today)}`
                : `After your session ${nearDay(way.day, today)}`}
              : {way.heard.label.toLowerCase()}.
            </strong>{' '}
            {way.heard.advice} Nothing starts here until {therapistName} has asked you about it.
          </p>
          <Call numbers={numbers} emergency={way.heard.emergency} />
        </Notice>
      );
    case 'over':
      return (
        <Notice tone="quiet">
          <p>
            <strong>Your course ended {nearDay(way.day, today)}.</strong> Nothing is asked of you
            any more, and the routine rests. Should it come back, write to {therapistName}, or ring.
          </p>
          <Call numbers={numbers} emergency={false} />
        </Notice>
      );
    case 'interview':
      return (
        <Notice>
          <p>
            <strong>First a few questions.</strong> Nobody starts before it is known what is safe
            for them: <Link to="/answers">answer them here</Link>, then {therapistName} goes through
            them with you.
          </p>
        </Notice>
      );
    case 'confirmation':
      return (
        <Notice>
          <p>
            <strong>Your answers are with {therapistName}.</strong> The routine starts as soon as
            they have gone through them with you.
          </p>
        </Notice>
      );
  }
}
