import { Link } from 'react-router';
import { longDay } from '~/ui/parts/words';
import { LinkButton } from '~/ui/parts/LinkButton';
import { askedFor, EMERGENCY, LIMITS, NOTHING_ASKED, SIGN, type NoteData } from './noteTold';
import classes from './ReferralNote.module.css';

/** A note to take along: what was asked, what was answered, what is asked for. */
export function Note({ data, back, pdf }: { data: NoteData; back: string; pdf: string }) {
  const { stop, findings, groups, answeredOn } = data;
  const asked = askedFor(findings);
  return (
    <main className={classes.sheet}>
      <p className={classes.tools}>
        <Link to={back}>Back</Link>
        <LinkButton onClick={() => window.print()}>Print</LinkButton>
        <a href={pdf} download>
          PDF
        </a>
      </p>
      <h1>Referral note</h1>
      <p>
        {data.practiceName}, {data.therapistName} · {longDay(data.today)} {data.today.slice(0, 4)}
      </p>
      <p>
        <strong>{data.name}</strong>
        {data.occupation && `, ${data.occupation}`}
      </p>
      {stop?.level === 'emergency' && <p className={classes.now}>{EMERGENCY}</p>}
      <h2>What is asked for</h2>
      {asked.length === 0 ? (
        <p>{NOTHING_ASKED}</p>
      ) : (
        <ul>
          {asked.map(({ rule, says }) => (
            <li key={rule}>
              <strong>{rule}</strong>: {says}
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
      <p className={classes.sign}>{SIGN}</p>
      <p className={classes.soft}>{LIMITS}</p>
    </main>
  );
}
