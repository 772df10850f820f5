import { Button } from '@mantine/core';
import equal from 'fast-deep-equal';
import { useMemo } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  allStop,
  answersOf,
  conditionName,
  contradictions,
  INTERVIEW,
  screen,
  unanswered,
  type Reply,
} from '#core/screening';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { screeningOf } from '~/services/screening.server';
import { Notice } from '~/ui/parts/Notice';
import { nearDay, shortDay } from '~/ui/parts/words';
import { Interview } from '~/ui/screening/Interview';
import { OffFigure } from '~/ui/screening/OffFigure';
import { useInterview } from '~/ui/screening/useInterview';
import { WhatFollows } from '~/ui/screening/WhatFollows';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Aside } from '~/ui/parts/Bench';
import { Brought } from './Brought';
import { Clearances } from './Clearances';
import type { Route } from './+types/screen';
import classes from './screen.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => screeningOf(setting, who, params.clientId));
}

type Data = Route.ComponentProps['loaderData'];
function Page({ data }: { data: Data }) {
  const { file, waiting, draft, replies: inForce, due, today } = data;
  const base = `/clients/${file.id}`;
  const start: Reply[] = draft ?? waiting?.replies ?? (due.length === 0 ? inForce : []);
  const navigate = useNavigate();
  const state = useInterview(start, file.id, file.id);
  const { recording, at, setAt } = state;
  const { replies } = state;
  // While it is what is in force, with the words that lift it; a yes that is given anew needs a word anew.
  const answers = useMemo(() => {
    const given = answersOf(replies);
    const isInForce = replies.length === 0 || equal(given, answersOf(inForce));
    return isInForce ? data.answers : given;
  }, [replies, inForce, data.answers]);
  const findings = useMemo(() => screen(answers), [answers]);
  const stop = allStop(findings);
  const open = unanswered(replies);
  const against = contradictions(replies, { places: file.places, toolIds: file.tools });
  const through = open.length === 0;
  const changed = draft !== null || waiting !== null || due.length > 0 || replies !== start;

  return (
    <div className={classes.page}>
      <section className={classes.interview} aria-label="Interview">
        <div className={classes.title}>
          <h2>{waiting ? `${waiting.by} answered on ${shortDay(waiting.day)}` : 'Is it safe?'}</h2>
        </div>
        {due.map(({ rule, reason }) => (
          <p key={rule} className={classes.due}>
            {reason.replace(/\d{4}-\d\d-\d\d/g, (day) => shortDay(day, today))}
          </p>
        ))}
        {replies.length === 0 && inForce.length > 0 && (
          <LinkButton
            onClick={() => {
              state.take(inForce);
              setAt(INTERVIEW.length);
            }}
          >
            Begin from the answers of {shortDay(data.confirmed?.day ?? today, today)}
          </LinkButton>
        )}
        <Interview state={state} at={at} onAt={setAt} />
        {against.map(({ says }) => (
          <Notice key={says}>{says}</Notice>
        ))}
        {recording?.refused && <Notice>{recording.refused.says}</Notice>}
        {recording && !recording.refused && (
          <Notice tone="quiet">Recorded on this device, and on its way.</Notice>
        )}
        {through && changed && (
          <div className={classes.foot}>
            <Button
              disabled={against.length > 0 || (recording !== undefined && !recording.refused)}
              onClick={() => state.record(data.lastId)}
            >
              {waiting ? 'Confirm with the client' : 'Record the interview'}
            </Button>
            <span className={classes.soft}>
              {replies.filter(({ says }) => says === 'yes').length === 0
                ? 'Nothing was found.'
                : `${replies.filter(({ says }) => says === 'yes').length} answered with yes.`}
            </span>
          </div>
        )}
        {through && !changed && (
          <p className={classes.soft}>
            Asked {nearDay(data.confirmed?.day ?? today, today)} by {data.confirmed?.by}. Change an
            answer to record it anew. Next: <Link to={`${base}/map`}>the map</Link>.
          </p>
        )}
        <Brought data={data} />
      </section>
      <Aside>
        {stop && (
          <div className={classes.stop} role="alert">
            <h2>{stop.level === 'emergency' ? 'Help now' : 'In person first'}</h2>
            <p>
              {stop.level === 'emergency'
                ? 'Call emergency services now and stay with the person. No routine.'
                : 'No routine until this has been looked at in person.'}
            </p>
            <LinkButton onClick={() => void navigate(`${base}/referral`)}>
              Referral note to print
            </LinkButton>
          </div>
        )}
        <section>
          <h2>What follows</h2>
          <WhatFollows
            findings={findings}
            words="therapist"
            empty={
              through
                ? 'Nothing was found that speaks against it.'
                : 'Appears as the questions are answered.'
            }
          />
        </section>
        <OffFigure findings={findings} />
        <Clearances data={data} />
        {data.interviews.length > 0 && (
          <details className={classes.history}>
            <summary>
              {data.interviews.length} {data.interviews.length === 1 ? 'interview' : 'interviews'}{' '}
              on record
            </summary>
            <ul>
              {[...data.interviews]
                .reverse()
                .map(({ id, day, confirmed, answeredByName, yes, asked }) => (
                  <li key={id}>
                    {shortDay(day, today)}, {answeredByName}
                    {confirmed ? '' : ' (client, alone)'}:{' '}
                    {yes.length === 0
                      ? `${asked} asked, none yes`
                      : yes.map((one) => conditionName(one).split(',')[0]).join('; ')}
                  </li>
                ))}
            </ul>
          </details>
        )}
        <p className={classes.soft}>
          Common practice, not an examination. When in doubt, see the person, ask their doctor, and
          follow the rules of your own licence.
        </p>
      </Aside>
    </div>
  );
}

export default function Screen({ loaderData }: Route.ComponentProps) {
  const { file, interviews, waiting } = loaderData;
  // Begins anew when there are other answers.
  return <Page key={`${file.id}:${interviews.length}:${waiting?.day ?? ''}`} data={loaderData} />;
}
