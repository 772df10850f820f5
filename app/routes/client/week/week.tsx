import { Button } from '@mantine/core';
import { useState } from 'react';
import { Form, Link } from 'react-router';
import { sessionsAWeek, spreadSays, spreadWeek, type SpreadWishes } from '#core/routine';
import { clientContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { keepWeek, ownWeek, weekSchema } from '~/services/week.server';
import { Notice } from '~/ui/parts/Notice';
import { counted } from '~/ui/parts/words';
import { useSaid } from '~/ui/parts/useSaid';
import { readWeek } from '~/ui/week/readWeek';
import { WeekFields } from '~/ui/week/WeekFields';
import { WeekSays } from '~/ui/week/WeekSays';
import { WeekSpread } from '~/ui/week/WeekSpread';
import type { Route } from './+types/week';
import classes from './week.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Your week · Entspann' }];

/** Also what was refused is answered by what stands now. */
export const shouldRevalidate = () => true;

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => ownWeek(setting, who));
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(clientContext);
  return act(async () => {
    const form = await formOf(request);
    await keepWeek(setting, who, parse(weekSchema, { ...readWeek(form), base: form.base }));
    return { ok: true as const };
  });
}

/** The fields of a form that are text, as a post would have them. */
const fieldsOf = (form: HTMLFormElement): Record<string, string> =>
  Object.fromEntries(
    [...new FormData(form)].flatMap(([name, value]) =>
      typeof value === 'string' ? [[name, value]] : [],
    ),
  );

type Kept = Route.ComponentProps['loaderData'];

/** The week drawn by what stands in the form, before it is kept. */
function Drawn({
  routine,
  wishes,
  today,
}: {
  routine: NonNullable<Kept['routine']>;
  wishes: SpreadWishes;
  today: Kept['today'];
}) {
  return (
    <section aria-label="As it would be" className={classes.drawn}>
      <WeekSpread week={spreadWeek(routine, wishes, today)} today={today} />
      <div role="status">
        <WeekSays says={spreadSays(routine, wishes, today)} />
      </div>
    </section>
  );
}

function Choosing({ kept, said }: { kept: Kept; said: Route.ComponentProps['actionData'] }) {
  const [wishes, setWishes] = useState<SpreadWishes>(kept);
  const { routine, revision, today } = kept;
  return (
    <Form
      method="post"
      className={classes.form}
      onChange={({ currentTarget }) => setWishes(readWeek(fieldsOf(currentTarget)))}
    >
      <input type="hidden" name="base" value={revision} />
      {routine && <Drawn routine={routine} wishes={wishes} today={today} />}
      <WeekFields shown={kept} whose="own" />
      {/* Beside the button: that is where they look. */}
      {said?.ok === false && <Notice>{said.message}</Notice>}
      {said?.ok && <Notice tone="quiet">Kept.</Notice>}
      <Button type="submit" size="lg" fullWidth>
        Keep it
      </Button>
    </Form>
  );
}

export default function Week({ loaderData, actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const { routine, revision } = loaderData;
  const asked = routine ? sessionsAWeek(routine) : 0;
  return (
    <div className={classes.page}>
      <h1>Your week</h1>
      <p>
        {routine
          ? `${counted(asked, 'session')} a week ${asked === 1 ? 'is' : 'are'} asked for. Say when you find the time; they are spread over it, and so are reminders and your calendar.`
          : 'There is no routine yet. Once there is one, it is spread over the days and times you choose here.'}
      </p>
      <Choosing key={revision} kept={loaderData} said={said} />
      <p>
        <Link to="/reminders">Reminders and calendar</Link>
      </p>
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
