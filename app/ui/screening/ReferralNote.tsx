import { Link } from 'react-router';
import type { Level, ScreenFinding } from '#core/screening';
import { longDay } from '~/ui/parts/words';
import { LinkButton } from '~/ui/parts/LinkButton';
import classes from './ReferralNote.module.css';

/** What the note holds, as the service makes it. */
export interface NoteData {
  name: string;
  occupation: string;
  therapistName: string;
  practiceName: string;
  today: string;
  answeredOn: string | null;
  stop: { level: Extract<Level, 'emergency' | 'refer'> } | null;
  findings: readonly ScreenFinding[];
  groups: readonly {
    title: string;
    answers: readonly { asks: string; says: 'yes' | 'no' | null; more: string }[];
  }[];
}

/** A note to take along: what was asked, what was answered, what is asked for. */
export function Note({ data, back }: { data: NoteData; back: string }) {
  const { stop, findings, groups, answeredOn } = data;
  const severe = findings.filter(
    ({ level, clearedBy }) =>
      !clearedBy && (level === 'emergency' || level === 'refer' || level === 'ask'),
  );
  return (
    <main className={classes.sheet}>
      <p className={classes.tools}>
        <Link to={back}>Back</Link>
        <LinkButton onClick={() => window.print()}>Print</LinkButton>
      </p>
      <h1>Referral note</h1>
      <p>
        {data.practiceName}, {data.therapistName} · {longDay(data.today)} {data.today.slice(0, 4)}
      </p>
      <p>
        <strong>{data.name}</strong>
        {data.occupation && `, ${data.occupation}`}
      </p>
      {stop?.level === 'emergency' && (
        <p className={classes.now}>
          Answers that point to an emergency. If help has not been called yet: call emergency
          services now.
        </p>
      )}
      <h2>What is asked for</h2>
      {severe.length === 0 ? (
        <p>Nothing in the answers asks for a referral.</p>
      ) : (
        <ul>
          {[...new Map(severe.map((one) => [one.rule, one])).values()].map(({ rule, level }) => (
            <li key={rule}>
              <strong>{rule}</strong>:{' '}
              {level === 'ask'
                ? 'medical clearance for gentle self-release with balls, rollers and hand tools.'
                : level === 'emergency'
                  ? 'to be seen at once.'
                  : 'to be examined in person before any self-release goes on.'}
            </li>
          ))}
        </ul>
      )}
      <h2>
        What was answered
        {answeredOn && ` on ${longDay(answeredOn)}`}
      </h2>
      {groups.map(({ title, answers }) => (
        <section key={title}>
          <h3>{title}</h3>
          <ul className={classes.answers}>
            {answers.map(({ asks, says, more }) => (
              <li key={asks} data-says={says ?? 'open'}>
                <span>
                  {asks}
                  {more && ` (${more})`}
                </span>
                <strong>{says ?? 'not asked'}</strong>
              </li>
            ))}
          </ul>
        </section>
      ))}
      <p className={classes.sign}>Examined, findings, date, signature:</p>
      <p className={classes.soft}>
        Answers to a screening interview, not an examination. Common practice; local codes and the
        judgement of whoever examines come first.
      </p>
    </main>
  );
}
