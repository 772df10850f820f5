import { Button, TextInput } from '@mantine/core';
import { data, Form } from 'react-router';
import { z } from 'zod';
import { dayOf } from '#core/calendar';
import { personContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { invite } from '~/services/invitations.server';
import {
  changePractice,
  endAccount,
  keepYears,
  ownerOnly,
  practicePeople,
  practiceSchema,
} from '~/services/practice.server';
import { endTwoFactorOf } from '~/services/twoFactor.server';
import { found } from '~/keeping/server/refusal.server';
import { Notice } from '~/ui/parts/Notice';
import { TimeZoneSelect } from '~/ui/parts/TimeZoneSelect';
import { useSaid } from '~/ui/parts/useSaid';
import { shortDay } from '~/ui/parts/words';
import type { Route } from './+types/practice';
import { ColleagueActions } from './ColleagueActions';
import classes from './settings.module.css';
import { WholePractice } from './WholePractice';

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return {
    owner: who.role === 'owner',
    practice: {
      keepYears: await keepYears(setting, who),
      name: who.practiceName,
      timeZone: who.timeZone,
      quietAfterDays: who.quietAfterDays,
      rescreenAfterDays: who.rescreenAfterDays,
      phone: who.phone,
      emergencyNumber: who.emergencyNumber,
    },
    own: who.userId,
    people: (await load(() => practicePeople(setting, who))).map((one) => {
      const { endedAt, twoFactorSince, ...person } = one;
      return {
        ...person,
        ended: endedAt && dayOf(endedAt.getTime(), who.timeZone),
        twoFactor: twoFactorSince !== null,
      };
    }),
  };
}

const intentSchema = z.object({
  intent: z.enum(['change', 'invite', 'renew', 'end', 'one factor'], {
    error: 'The form is damaged; reload the page.',
  }),
  userId: z.string().default(''),
});

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(personContext);
  return act(async () => {
    ownerOnly(who);
    const form = await formOf(request);
    const { intent, userId } = parse(intentSchema, form);
    if (intent === 'change') {
      await changePractice(setting, who, parse(practiceSchema, form));
      return { ok: true as const, done: 'changed' as const };
    }
    if (intent === 'end') {
      await endAccount(setting, who, userId);
      return { ok: true as const, done: 'ended' as const };
    }
    if (intent === 'one factor') {
      await endTwoFactorOf(setting, who, userId);
      return { ok: true as const, done: 'one factor' as const };
    }
    const colleague = (await practicePeople(setting, who)).find(
      ({ id, endedAt }) => id === userId && endedAt === null,
    );
    const renewsUserId = intent === 'renew' ? found(colleague, 'colleague').id : null;
    const { token, expiresAt } = await invite(setting, who, {
      role: 'therapist',
      clientId: null,
      renewsUserId,
    });
    const link = new URL(`/join/${token}`, request.url).href;
    const until = expiresAt.toISOString().slice(0, 10);
    return data({ ok: true as const, done: 'invited' as const, link, until }, { status: 201 });
  });
}

function Owner({
  loaderData,
  actionData,
}: Pick<Route.ComponentProps, 'loaderData' | 'actionData'>) {
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const done = said?.ok ? said : null;
  const { practice } = loaderData;
  return (
    <>
      {refused && <Notice>{refused.message}</Notice>}
      {done?.done === 'changed' && <Notice tone="quiet">Saved.</Notice>}
      {done?.done === 'ended' && <Notice tone="quiet">The account is ended.</Notice>}
      {done?.done === 'one factor' && (
        <Notice tone="quiet">
          Their two-factor sign-in is off: the pass phrase alone signs in.
        </Notice>
      )}
      <Form method="post" noValidate className={classes.form}>
        <input type="hidden" name="intent" value="change" />
        <TextInput
          name="name"
          label="Name of the practice"
          defaultValue={practice.name}
          error={refused?.fields.name}
        />
        <TimeZoneSelect value={practice.timeZone} error={refused?.fields.timeZone} />
        <TextInput
          name="quietAfterDays"
          label="Days without a session until a client counts as quiet"
          inputMode="numeric"
          defaultValue={practice.quietAfterDays}
          error={refused?.fields.quietAfterDays}
        />
        <TextInput
          name="rescreenAfterDays"
          label="Days until the screening is asked again"
          inputMode="numeric"
          defaultValue={practice.rescreenAfterDays}
          error={refused?.fields.rescreenAfterDays}
        />
        <TextInput
          name="keepYears"
          label="Years a record has to be kept after the last contact"
          description="As the code you work under has it; 0 where none does. For those under age it is counted from their coming of age."
          inputMode="numeric"
          defaultValue={practice.keepYears ?? ''}
          error={refused?.fields.keepYears}
        />
        <TextInput
          name="phone"
          label="Number of the practice"
          description="Clients ring it from a session that stopped, and from Today."
          inputMode="tel"
          defaultValue={practice.phone}
          error={refused?.fields.phone}
        />
        <TextInput
          name="emergencyNumber"
          label="Emergency number where your clients live"
          description="Shown as a button when they stop for an emergency."
          inputMode="tel"
          defaultValue={practice.emergencyNumber}
          error={refused?.fields.emergencyNumber}
        />
        <Button type="submit">Save</Button>
      </Form>
    </>
  );
}

export default function Practice(props: Route.ComponentProps) {
  const { owner, people, practice } = props.loaderData;
  const said = useSaid(props.actionData);
  const invited = said?.ok && said.done === 'invited' ? said : null;
  return (
    <>
      <h1>The practice</h1>
      {owner ? (
        <Owner {...props} />
      ) : (
        <p className={classes.soft}>
          {practice.name}, {practice.timeZone}. Only an owner changes these details and invites
          therapists.
        </p>
      )}
      <section>
        <h2>Who works here</h2>
        <ul className={classes.people}>
          {people.map((person) => (
            <li key={person.id}>
              <div>
                {person.name}, {person.role === 'owner' ? 'owner and therapist' : 'therapist'}
                <span className={classes.soft}>
                  {person.email}
                  {person.twoFactor && ' · two-factor sign-in'}
                </span>
              </div>
              {person.ended ? (
                <span className={classes.soft}>ended {shortDay(person.ended)}</span>
              ) : (
                owner && (
                  <ColleagueActions person={person} own={person.id === props.loaderData.own} />
                )
              )}
            </li>
          ))}
        </ul>
        {owner && !invited && (
          <Form method="post">
            <input type="hidden" name="intent" value="invite" />
            <Button type="submit" variant="outline">
              Invite a therapist
            </Button>
          </Form>
        )}
        {invited && (
          <p>
            Send this link; it works once, until {shortDay(invited.until)}:{' '}
            <output className={classes.link}>{invited.link}</output>
          </p>
        )}
      </section>
      {owner && <WholePractice />}
    </>
  );
}
