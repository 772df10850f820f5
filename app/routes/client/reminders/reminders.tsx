import { Button } from '@mantine/core';
import { useState } from 'react';
import { Form, Link, redirect } from 'react-router';
import { z } from 'zod';
import { timeOf, TIMES_OF_DAY } from '#core/calendar';
import { reminderWishSchema, type ReminderWish } from '#core/reminders';
import { clientContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import {
  calendarAddress,
  closeCalendarAddress,
  openCalendarAddress,
} from '~/services/calendar.server';
import {
  keepWish,
  leaveDevice,
  ownReminding,
  putOff,
  takeDevice,
} from '~/services/reminding.server';
import { Notice } from '~/ui/parts/Notice';
import { capital, nearDay } from '~/ui/parts/words';
import { useSaid } from '~/ui/parts/useSaid';
import { Receiving } from '~/ui/receiving/Receiving';
import type { Route } from './+types/reminders';
import { KeepsItself } from './KeepsItself';
import { ThisDevice } from './ThisDevice';
import classes from './reminders.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Reminders · Entspann' }];

/** Also what was refused is answered by what stands now. */
export const shouldRevalidate = () => true;

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => ({
    ...(await ownReminding(setting, who)),
    calendar: await calendarAddress(setting, who),
    demo: setting.demo,
  }));
}

const LATER_MINUTES = 30;
const key = z.string().regex(/^[A-Za-z0-9_-]{16,200}$/, 'The device’s keys cannot be read.');

const intentSchema = z.discriminatedUnion('intent', [
  z.object({ intent: z.literal('later') }),
  z.object({ intent: z.literal('wish') }),
  z.object({
    intent: z.literal('device'),
    endpoint: z.url('The device’s address cannot be read.').max(2000),
    p256dh: key,
    auth: key,
  }),
  z.object({ intent: z.literal('calendar') }),
  z.object({ intent: z.literal('no calendar') }),
  z.object({
    intent: z.literal('no device'),
    endpoint: z.url('The device’s address cannot be read.').max(2000),
  }),
]);

/** A wish as the form holds it. */
function wishOf(form: Record<string, string>): unknown {
  const { morning, midday, afternoon, evening, quietFrom, quietTo, pausedUntil } = form;
  return {
    on: form.on === 'on',
    times: { morning, midday, afternoon, evening },
    quiet: { from: quietFrom, to: quietTo },
    byMail: form.byMail === 'on',
    pausedUntil: pausedUntil === '' || pausedUntil === undefined ? null : pausedUntil,
    snoozedUntil: null,
  };
}

const baseSchema = z.object({ base: z.coerce.number().int().min(0).max(1_000_000_000) });

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(clientContext);
  return act(async () => {
    const form = await formOf(request);
    const given = parse(intentSchema, form);
    switch (given.intent) {
      case 'later':
        await putOff(setting, who, LATER_MINUTES);
        throw redirect('/today');
      case 'device':
        await takeDevice(setting, who, given);
        break;
      case 'calendar': {
        const token = await openCalendarAddress(setting, who, { inWords: form.inWords === 'on' });
        const address = new URL(`/calendars/${token}/practice.ics`, request.url).href;
        return { ok: true as const, done: given.intent, address };
      }
      case 'no calendar':
        await closeCalendarAddress(setting, who);
        break;
      case 'no device':
        await leaveDevice(setting, who, given.endpoint);
        break;
      case 'wish': {
        const wish = parse(reminderWishSchema, wishOf(form));
        await keepWish(setting, who, { wish, base: parse(baseSchema, form).base });
      }
    }
    return { ok: true as const, done: given.intent, address: null };
  });
}

/** Times the clock shows, as a field of a form. */
const Clock = ({ name, label, value }: { name: string; label: string; value: string }) => (
  <label className={classes.clock}>
    {label}
    <input type="time" name={name} defaultValue={value} required />
  </label>
);

function Times({ wish, slots }: { wish: ReminderWish; slots: readonly string[] }) {
  return (
    <fieldset>
      <legend>When</legend>
      {TIMES_OF_DAY.map((time) => (
        <div key={time} data-used={slots.includes(time)}>
          <Clock name={time} label={capital(time)} value={wish.times[time]} />
          {!slots.includes(time) && <p className={classes.soft}>Nothing is planned then.</p>}
        </div>
      ))}
    </fieldset>
  );
}

/** The same times for the calendar on the phone, which then reminds by itself. */
const InYourCalendar = () => (
  <section aria-label="In your calendar" className={classes.calendar}>
    <h2>In your calendar</h2>
    <p className={classes.soft}>
      The times of your week for the next twelve weeks and your next visit, as a file your calendar
      takes in. When times or your routine change, take it in again: what is there already is
      changed, not doubled; a time of day that is no longer planned you take out by hand.
    </p>
    <p>
      <a href="/calendar.ics" download>
        Put it into my calendar
      </a>
    </p>
    <p>
      <a href="/calendar.ics?words=yes" download>
        The same with what is practised
      </a>
      : whoever sees your calendar reads it too.
    </p>
  </section>
);

export default function Reminders({ loaderData, actionData }: Route.ComponentProps) {
  const { wish, revision, slots, planned, today, timeZone, email, mails, hasRoutine, calendar } =
    loaderData;
  const said = useSaid(actionData);
  const [on, setOn] = useState(wish.on);
  const refused = said?.ok === false ? said : null;
  const [first, second] = planned;
  const when = (one: { day: string; at: number }) =>
    `${nearDay(one.day, today)} at ${timeOf(one.at, timeZone)}`;
  return (
    <div className={classes.page}>
      <h1>Reminders</h1>
      <p className={classes.soft}>
        At the times <Link to="/week">your week</Link> is planned for. They say no more than that it
        is the time you chose: nothing of your health stands on a lock screen or in a message.
      </p>
      {refused && <Notice>{refused.message}</Notice>}
      {said?.ok && said.done === 'wish' && <Notice tone="quiet">Kept.</Notice>}
      {!hasRoutine && (
        <p>There is no routine yet; once there is one, they come at its planned times.</p>
      )}
      <Form method="post" className={classes.form} key={revision}>
        <input type="hidden" name="intent" value="wish" />
        <input type="hidden" name="base" value={revision} />
        <label className={classes.check}>
          <input
            type="checkbox"
            name="on"
            checked={on}
            onChange={({ currentTarget: { checked } }) => setOn(checked)}
          />
          Remind me
        </label>
        <div hidden={!on} className={classes.form}>
          <Times wish={wish} slots={slots} />
          <fieldset>
            <legend>Quiet hours</legend>
            <Clock name="quietFrom" label="From" value={wish.quiet.from} />
            <Clock name="quietTo" label="To" value={wish.quiet.to} />
          </fieldset>
          <label className={classes.clock}>
            Pause until the end of
            <input
              type="date"
              name="pausedUntil"
              defaultValue={wish.pausedUntil ?? ''}
              min={today}
            />
          </label>
          <label className={classes.check}>
            <input type="checkbox" name="byMail" defaultChecked={wish.byMail} />
            By e-mail to {email}
          </label>
          {!mails && (
            <p className={classes.soft}>
              This practice has no mail server: messages go into its simulated post tray, and reach
              nobody.
            </p>
          )}
        </div>
        <Button type="submit" size="lg" fullWidth>
          Keep it
        </Button>
      </Form>
      {wish.on && <ThisDevice publicKey={loaderData.publicKey} />}
      {wish.on && loaderData.putOffUntil !== null && (
        <p role="status">Put off until {timeOf(loaderData.putOffUntil, timeZone)}.</p>
      )}
      {wish.on && first && (
        <p role="status">
          Next: {when(first)}
          {second && `, then ${when(second)}`}.
        </p>
      )}
      {hasRoutine && <InYourCalendar />}
      {(hasRoutine || calendar) && (
        <KeepsItself now={calendar} told={said?.ok && calendar ? said.address : null} />
      )}
      {loaderData.demo && hasRoutine && (
        <Receiving from="/calendar.ics" what="your calendar" heading="h2" />
      )}
      <p>
        <Link to="/today">To today</Link>
      </p>
    </div>
  );
}
