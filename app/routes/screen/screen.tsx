import { Button, TextInput } from '@mantine/core';
import { useMemo, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import {
  allStop,
  CONDITIONS,
  contradictions,
  INTERVIEW,
  screen,
  unanswered,
  type Condition,
  type ConditionId,
  type Reply,
} from '#core/screening';
import { findSurface, findTool } from '#core/equipment';
import { enter, load } from '~/door.server';
import { screeningOf } from '~/services/screening.server';
import { Notice } from '~/ui/parts/Notice';
import { useSend } from '~/ui/parts/useSend';
import { nearDay, shortDay } from '~/ui/parts/words';
import { Interview } from '~/ui/screening/Interview';
import { keepBy } from '~/ui/screening/keepBy';
import { liveAnswers } from '~/ui/screening/liveAnswers';
import { OffFigure } from '~/ui/screening/OffFigure';
import { useInterview } from '~/ui/screening/useInterview';
import { WhatFollows } from '~/ui/screening/WhatFollows';
import type { Route } from './+types/screen';
import classes from './screen.module.css';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(() => screeningOf(setting, who, params.clientId));
}

const clearable = (id: ConditionId) =>
  (CONDITIONS[id] as Condition).effects.some((effect) => effect.clearable);

type Data = Route.ComponentProps['loaderData'];
/** “Cleared by …, on …”, for one condition. */
function ClearanceForm({
  id,
  today,
  address,
}: {
  id: ConditionId;
  today: string;
  address: string;
}) {
  const record = useSend(address);
  return (
    <form
      className={classes.clear}
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        const text = (name: string) => {
          const value = form.get(name);
          return typeof value === 'string' ? value : '';
        };
        void record.send({
          intent: 'clear',
          id: uuid(),
          clearance: {
            condition: id,
            kind: 'cleared',
            by: text('by'),
            on: text('on'),
            note: text('note'),
          },
        });
      }}
    >
      <TextInput name="by" label="Cleared by" placeholder="Dr Amsel" autoComplete="off" />
      <TextInput name="on" type="date" label="on" defaultValue={today} max={today} />
      <Button type="submit" variant="outline" loading={record.busy}>
        Record
      </Button>
      {record.message && <Notice>{record.message}</Notice>}
    </form>
  );
}

/** The clearances so far: what was found, who lifted it, and the way to lift or withdraw. */
function Clearances({ data }: { data: Data }) {
  const { answers, clearances, today } = data;
  const address = `/clients/${data.file.id}/screen/record`;
  const record = useSend(address);
  const [asking, setAsking] = useState<ConditionId | null>(null);
  const found = answers.filter(({ condition }) => clearable(condition));
  if (found.length === 0 && clearances.length === 0) return null;
  return (
    <section>
      <h2>Clearances</h2>
      <ul className={classes.lines}>
        {found.map(({ condition, clearedBy }) => (
          <li key={condition}>
            <p>
              {CONDITIONS[condition].name}{' '}
              <span className={classes.soft}>
                {clearedBy ? `cleared by ${clearedBy}` : 'not cleared'}
              </span>
            </p>
            {clearedBy ? (
              <button
                type="button"
                className={classes.mend}
                onClick={() =>
                  void record.send({
                    intent: 'clear',
                    id: uuid(),
                    clearance: {
                      condition,
                      kind: 'withdrawn',
                      by: clearedBy.split(',')[0] ?? 'the therapist',
                      on: today,
                      note: '',
                    },
                  })
                }
              >
                It no longer holds
              </button>
            ) : asking === condition ? (
              <ClearanceForm id={condition} today={today} address={address} />
            ) : (
              <button type="button" className={classes.mend} onClick={() => setAsking(condition)}>
                Record a clearance
              </button>
            )}
          </li>
        ))}
      </ul>
      {record.message && <Notice>{record.message}</Notice>}
      {clearances.length > 0 && (
        <details className={classes.history}>
          <summary>everything recorded</summary>
          <ul>
            {clearances.map(({ id, condition, kind, by, on, recordedByName }) => (
              <li key={id}>
                {shortDay(on)}: {CONDITIONS[condition as ConditionId]?.name ?? condition},{' '}
                {kind === 'cleared' ? 'cleared' : 'no longer cleared'} by {by}; recorded by{' '}
                {recordedByName}
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}

/** What the client brings, in a few lines, with the way to change it. */
function Brings({ data }: { data: Data }) {
  const { file, replies } = data;
  const floor = replies.find(({ condition }) => condition === 'no-floor')?.says;
  const toolNames = (file.tools ?? []).flatMap((id) => findTool(id)?.name.toLowerCase() ?? []);
  const placeNames = (file.places ?? []).flatMap((id) => findSurface(id)?.name.toLowerCase() ?? []);
  const facts: [string, string][] = [
    [
      'Body',
      [
        file.massKilograms === null ? '' : `${file.massKilograms} kg`,
        file.statureMetres === null ? '' : `${Math.round(file.statureMetres * 100)} cm`,
      ]
        .filter(Boolean)
        .join(', ') || 'not told',
    ],
    [
      'Time',
      [
        file.minutesPerDay === null ? '' : `${file.minutesPerDay} minutes a day`,
        (file.timesOfDay ?? []).join(', '),
      ]
        .filter(Boolean)
        .join(', ') || 'not asked',
    ],
    ['Tools', toolNames.join(', ') || (file.tools === null ? 'not asked' : 'none')],
    ['Places', placeNames.join(', ') || (file.places === null ? 'not asked' : 'none')],
    [
      'Floor',
      floor === undefined ? 'not asked' : floor === 'no' ? 'gets down and up' : 'not possible',
    ],
    ['Helper at home', file.helperAtHome === null ? 'not asked' : file.helperAtHome ? 'yes' : 'no'],
  ];
  return (
    <section className={classes.brings}>
      <h2>
        What {file.name.split(' ')[0]} brings <Link to={`/clients/${file.id}/brings`}>change</Link>
      </h2>
      <dl>
        {facts.map(([name, says]) => (
          <div key={name}>
            <dt>{name}</dt>
            <dd>{says}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

function Page({ data, record }: { data: Data; record: ReturnType<typeof useSend> }) {
  const { file, waiting, draft, replies: inForce, due, today } = data;
  const base = `/clients/${file.id}`;
  const start: Reply[] = draft ?? waiting?.replies ?? (due.length === 0 ? inForce : []);
  const navigate = useNavigate();
  const state = useInterview(start, `interview:${file.id}`, keepBy(`${base}/screen/keep`));
  const firstOpen = INTERVIEW.findIndex(({ conditions }) =>
    conditions.some((id) => !start.some(({ condition }) => condition === id)),
  );
  const [at, setAt] = useState(firstOpen === -1 ? INTERVIEW.length : firstOpen);
  const { replies } = state;
  // Until something is answered, what is in force is shown.
  const answers = useMemo(
    () => (replies.length === 0 ? data.answers : liveAnswers(replies, data.answers)),
    [replies, data.answers],
  );
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
          <span className={classes.kept} role="status">
            {state.kept === 'here'
              ? 'no connection: kept on this device'
              : state.kept === 'under way'
                ? 'keeping'
                : ''}
          </span>
        </div>
        {due.map(({ rule, reason }) => (
          <p key={rule} className={classes.due}>
            {reason.replace(/\d{4}-\d\d-\d\d/g, (day) => shortDay(day, today))}
          </p>
        ))}
        {replies.length === 0 && inForce.length > 0 && (
          <button
            type="button"
            className={classes.mend}
            onClick={() => {
              state.take(inForce);
              setAt(INTERVIEW.length);
            }}
          >
            Begin from the answers of {shortDay(data.confirmed?.day ?? today, today)}
          </button>
        )}
        <Interview state={state} at={at} onAt={setAt} />
        {against.map(({ says }) => (
          <Notice key={says}>{says}</Notice>
        ))}
        {record.message && <Notice>{record.message}</Notice>}
        {through && changed && (
          <div className={classes.foot}>
            <Button
              loading={record.busy}
              disabled={against.length > 0}
              onClick={() =>
                void state.record((id) =>
                  record.send({ intent: 'record', id, after: data.lastId, replies }),
                )
              }
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
        <Brings data={data} />
      </section>
      <aside className={classes.side}>
        {stop && (
          <div className={classes.stop} role="alert">
            <h2>{stop.level === 'emergency' ? 'Help now' : 'In person first'}</h2>
            <p>
              {stop.level === 'emergency'
                ? 'Call emergency services now and stay with the person. No routine.'
                : 'No routine until this has been looked at in person.'}
            </p>
            <button
              type="button"
              className={classes.mend}
              onClick={() => void navigate(`${base}/referral`)}
            >
              Referral note to print
            </button>
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
                      : yes.map((one) => CONDITIONS[one].name.split(',')[0]).join('; ')}
                  </li>
                ))}
            </ul>
          </details>
        )}
        <p className={classes.soft}>
          Common practice, not an examination. When in doubt, see the person, ask their doctor, and
          follow the rules of your own licence.
        </p>
      </aside>
    </div>
  );
}

export default function Screen({ loaderData }: Route.ComponentProps) {
  const { file, interviews, waiting } = loaderData;
  // It outlives the page it was sent from: that one begins anew when there are other answers.
  const record = useSend(`/clients/${file.id}/screen/record`);
  return (
    <Page
      key={`${file.id}:${interviews.length}:${waiting?.day ?? ''}`}
      data={loaderData}
      record={record}
    />
  );
}
