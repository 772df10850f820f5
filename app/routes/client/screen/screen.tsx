import { Button } from '@mantine/core';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  allStop,
  answersOf,
  contradictions,
  screen,
  unanswered,
  type Reply,
} from '#core/screening';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownInterview } from '~/services/screening.server';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Notice } from '~/ui/parts/Notice';
import { Interview } from '~/ui/screening/Interview';
import { noteAnswered } from '~/ui/screening/justAnswered';
import { StopSign } from '~/ui/screening/StopSign';
import { useInterview } from '~/ui/screening/useInterview';
import { orKept } from '~/ui/offline/orKept';
import type { Route } from './+types/screen';
import classes from './screen.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'A few questions · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownInterview(setting, who));
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('answers', serverLoader);

type Data = Route.ComponentProps['loaderData'];

function Page({ data }: { data: Data }) {
  const start: Reply[] = data.draft ?? [];
  const state = useInterview(start, null, data.clientId);
  const [recorded, setRecorded] = useState(false);
  const { recording, at, setAt } = state;
  const { replies } = state;
  const stop = allStop(screen(answersOf(replies)));
  const emergency = stop?.level === 'emergency';
  // Nothing invites to go on under an emergency, until it is said to be a slip; another one stops anew.
  const named = stop?.findings.map(({ rule }) => rule).join() ?? '';
  const [goesOn, setGoesOn] = useState<string | null>(null);
  const through = unanswered(replies).length === 0;
  const against = contradictions(replies);
  if (recorded && !recording?.refused) {
    return (
      <div className={classes.page}>
        {stop ? (
          <StopSign stop={stop} therapistName={data.therapistName} numbers={data.numbers} />
        ) : (
          <>
            <h1>Thank you</h1>
            <p>
              {recording
                ? `Your answers are kept on this phone and not sent yet. ${data.therapistName} sees them as soon as there is a connection.`
                : `${data.therapistName} sees your answers and goes through them with you. If anything changes, answer again.`}
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
      {stop && (
        <StopSign
          key={stop.level}
          stop={stop}
          therapistName={data.therapistName}
          numbers={data.numbers}
        />
      )}
      {emergency && goesOn !== named ? (
        <LinkButton quiet onClick={() => setGoesOn(named)}>
          That was a slip: back to the questions
        </LinkButton>
      ) : (
        <Interview state={state} at={at} onAt={setAt} />
      )}
      {against.map(({ says }) => (
        <Notice key={says}>{says}</Notice>
      ))}
      {recording?.refused && <Notice>{recording.refused.says}</Notice>}
      {through && (
        <Button
          size="lg"
          fullWidth
          variant={emergency ? 'outline' : 'filled'}
          disabled={against.length > 0}
          onClick={() => {
            noteAnswered();
            state.record(null);
            setRecorded(true);
          }}
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
