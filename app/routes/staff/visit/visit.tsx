import { Button } from '@mantine/core';
import { Form, Link, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { staffContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { finishVisit, reopenVisit, startVisit, visitPage } from '~/services/visits.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { longDay, shortDay } from '~/ui/parts/words';
import { Aside } from '~/ui/parts/Bench';
import { DoneStrip } from './DoneStrip';
import { Notes, NotesRead } from './Notes';
import type { Route } from './+types/visit';
import classes from './visit.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => ({
    clientId: params.clientId,
    ...(await visitPage(setting, who, params.clientId)),
  }));
}

const intentSchema = z.object({
  intent: z.enum(['start', 'finish', 'reopen'], {
    error: 'The form is damaged; reload the page.',
  }),
  visitId: z.uuid({ error: 'The form is damaged; reload the page.' }).optional(),
});

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const { intent, visitId } = parse(intentSchema, await formOf(request));
    if (intent === 'start') {
      await startVisit(setting, who, params.clientId);
      return redirect(`/clients/${params.clientId}/screen`);
    }
    if (intent === 'reopen') {
      await reopenVisit(setting, who, params.clientId, visitId ?? '');
      return { ok: true as const, done: 'reopened' as const };
    }
    await finishVisit(setting, who, params.clientId);
    return { ok: true as const, done: 'finished' as const };
  });
}

type Data = Route.ComponentProps['loaderData'];
type Summary = NonNullable<Data['past'][number]['summary']>;

/** The sentences of a summary. */
function Sentences({ summary }: { summary: Summary }) {
  return (
    <ul className={classes.sentences}>
      {summary.sentences.map((sentence) => (
        <li key={sentence}>{sentence}</li>
      ))}
    </ul>
  );
}

/** A finished visit, whole. */
function Past({
  visit,
  today,
  strip,
}: {
  visit: Data['past'][number];
  today: string;
  strip: Data['lastStrip'];
}) {
  const { day, startedByName, summary, notes } = visit;
  return (
    <section className={classes.last}>
      <h2>Last visit, {shortDay(day, today)}</h2>
      <p className={classes.soft}>{startedByName}</p>
      {strip && <DoneStrip strip={strip} />}
      {summary && <Sentences summary={summary} />}
      <NotesRead notes={notes} />
    </section>
  );
}

export default function Visit({ loaderData, actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const { open, past, today, clientId } = loaderData;
  const base = `/clients/${clientId}`;
  const busy = useNavigation().state === 'submitting';
  const [last, ...older] = past;
  const button = (intent: string, label: string) => (
    <Form method="post">
      <input type="hidden" name="intent" value={intent} />
      <Button type="submit" loading={busy}>
        {label}
      </Button>
    </Form>
  );
  return (
    <div className={classes.page}>
      <section className={classes.main}>
        {said?.ok === false && <Notice>{said.message}</Notice>}
        {open ? (
          <>
            <header className={classes.head}>
              <h2>Visit of {longDay(open.day)}</h2>
              <p className={classes.soft}>begun by {open.startedByName}</p>
            </header>
            <p className={classes.steps}>
              <Link to={`${base}/screen`}>Screen</Link>
              <Link to={`${base}/map`}>Map</Link>
              <Link to={`${base}/measure`}>Measure</Link>
              <Link to={`${base}/plan`}>Plan</Link>
            </p>
            <h3>So far</h3>
            <DoneStrip strip={open.strip} />
            <Sentences summary={open.summary} />
            <div className={classes.finish}>
              {button('finish', 'Finish the visit')}
              <p className={classes.soft}>
                Its summary is written; today it can be opened again. The next visit begins from it.
              </p>
            </div>
          </>
        ) : (
          <>
            <header className={classes.begin}>
              <div>
                <h2>{last ? 'No visit is open' : 'The first visit'}</h2>
                <p className={classes.lead}>
                  {last
                    ? 'What was found last time waits on the map and at the measures to be compared.'
                    : 'It goes through three stages: is it safe, where is it tender, how far does it move. About six minutes when nothing stands in the way.'}
                </p>
              </div>
              {button('start', last ? 'Begin a visit' : 'Begin the first visit')}
            </header>
            {last?.day === today && (
              <section className={classes.after}>
                <h3>The visit of today is finished</h3>
                <p>
                  Next: <Link to={`${base}/plan`}>the plan</Link> goes home with the client,{' '}
                  <Link to={`${base}/details`}>the next visit</Link> gets its date.
                </p>
                <Form method="post" className={classes.again}>
                  <input type="hidden" name="intent" value="reopen" />
                  <input type="hidden" name="visitId" value={last.id} />
                  <span className={classes.soft}>Finished too early?</span>
                  <Button type="submit" variant="outline" loading={busy}>
                    Open it again
                  </Button>
                </Form>
              </section>
            )}
            {last && <Past visit={last} today={today} strip={loaderData.lastStrip} />}
          </>
        )}
      </section>
      <Aside>
        {open && (
          <Notes
            key={open.id}
            clientId={clientId}
            visitId={open.id}
            notes={open.notes}
            revision={open.notesRevision}
          />
        )}
        {open && last && <Past visit={last} today={today} strip={loaderData.lastStrip} />}
        {older.length > 0 && <h2>Earlier visits</h2>}
        {!last && (
          <p className={classes.soft}>
            {open
              ? 'The next visit is compared with this one.'
              : 'Nothing earlier to compare with.'}
          </p>
        )}
        {older.map(({ id, day, summary, notes, startedByName }) => (
          <details key={id} className={classes.older}>
            <summary>
              {shortDay(day, today)}, {startedByName}: {summary?.tender ?? 0} tender
            </summary>
            {summary && <Sentences summary={summary} />}
            <NotesRead notes={notes} />
          </details>
        ))}
      </Aside>
    </div>
  );
}
