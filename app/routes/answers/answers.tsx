import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  allStop,
  contradictions,
  INTERVIEW,
  screen,
  unanswered,
  type Reply,
} from '#core/screening';
import { enter, load } from '~/door.server';
import { ownInterview } from '~/services/screening.server';
import { Notice } from '~/ui/parts/Notice';
import { useSend } from '~/ui/parts/useSend';
import { Interview } from '~/ui/screening/Interview';
import { keepBy } from '~/ui/screening/keepBy';
import { liveAnswers } from '~/ui/screening/liveAnswers';
import { StopSign } from '~/ui/screening/StopSign';
import { useInterview } from '~/ui/screening/useInterview';
import type { Route } from './+types/answers';
import classes from './answers.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'A few questions · Entspann' }];

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'client');
  return load(() => ownInterview(setting, who));
}

type Data = Route.ComponentProps['loaderData'];

function Page({ data }: { data: Data }) {
  const start: Reply[] = data.draft ?? [];
  const state = useInterview(start, `own-interview:${data.clientId}`, keepBy('/answers/keep'));
  const record = useSend('/answers/record');
  const firstOpen = INTERVIEW.findIndex(({ conditions }) =>
    conditions.some((id) => !start.some(({ condition }) => condition === id)),
  );
  const [at, setAt] = useState(firstOpen === -1 ? INTERVIEW.length : firstOpen);
  const { replies } = state;
  const stop = allStop(screen(liveAnswers(replies, [])));
  const through = unanswered(replies).length === 0;
  const against = contradictions(replies);
  if (record.answer?.ok && !record.busy) {
    return (
      <div className={classes.page}>
        {stop ? (
          <StopSign stop={stop} therapistName={data.therapistName} />
        ) : (
          <>
            <h1>Thank you</h1>
            <p>
              {data.therapistName} sees your answers and goes through them with you. If anything
              changes, answer again.
            </p>
            <p>
              <Link to="/today">To today</Link>
            </p>
          </>
        )}
      </div>
    );
  }
  return (
    <div className={classes.page}>
      <h1>A few questions first</h1>
      <p className={classes.soft}>
        Two minutes. They tell whether pressing by yourself is safe for you, and where it is not.{' '}
        {data.therapistName} sees the answers; nobody else does.
      </p>
      {stop && <StopSign stop={stop} therapistName={data.therapistName} />}
      {state.kept === 'here' && (
        <Notice tone="quiet">No connection just now: your answers are kept on this device.</Notice>
      )}
      <Interview state={state} at={at} onAt={setAt} />
      {against.map(({ says }) => (
        <Notice key={says}>{says}</Notice>
      ))}
      {record.message && <Notice>{record.message}</Notice>}
      {through && (
        <Button
          size="lg"
          fullWidth
          loading={record.busy}
          disabled={against.length > 0}
          onClick={() => void state.record((id) => record.send({ id, replies }))}
        >
          Send to {data.therapistName}
        </Button>
      )}
    </div>
  );
}

export default function Answers({ loaderData }: Route.ComponentProps) {
  return <Page data={loaderData} />;
}
