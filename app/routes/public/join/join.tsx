import { Button, Checkbox, PasswordInput, TextInput } from '@mantine/core';
import { useSyncExternalStore } from 'react';
import { Form } from 'react-router';
import { requestContext, settingContext } from '~/context.server';
import { act, cameFrom, formOf, load, parse, wayIn } from '~/door.server';
import { consentWords } from '~/services/consentWords';
import {
  clientJoinSchema,
  join,
  joinSchema,
  readInvitation,
  renew,
  renewSchema,
} from '~/services/invitations.server';
import { Gate } from '~/ui/parts/Gate';
import { Notice } from '~/ui/parts/Notice';
import type { Route } from './+types/join';
import gate from '~/ui/parts/Gate.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Join · Entspann' }];

export async function loader({ params, context }: Route.LoaderArgs) {
  return load(async () => {
    const { address } = context.get(requestContext);
    const invited = await readInvitation(context.get(settingContext), params.token, address);
    return {
      role: invited.role,
      practiceName: invited.practiceName,
      name: invited.renewsName ?? invited.clientName ?? '',
      renews: invited.renewsUserId !== null,
      timeZone: invited.timeZone,
    };
  });
}

export async function action({ params, request, context }: Route.ActionArgs) {
  return act(async () => {
    const setting = context.get(settingContext);
    const from = await cameFrom(request, context);
    const form = await formOf(request);
    const { renewsUserId, clientId } = await readInvitation(setting, params.token, from.address);
    const joined =
      renewsUserId === null
        ? await join(
            setting,
            params.token,
            parse(clientId === null ? joinSchema : clientJoinSchema, form),
            from,
          )
        : await renew(setting, params.token, parse(renewSchema, form), from);
    return wayIn(context, joined, null);
  });
}

/** The zone of this device, once scripts run; until then the one the practice noted. */
const useZone = (noted: string): string =>
  useSyncExternalStore(
    () => () => undefined,
    () => Intl.DateTimeFormat().resolvedOptions().timeZone || noted,
    () => noted,
  );

export default function Join({ loaderData, actionData }: Route.ComponentProps) {
  const zone = useZone(loaderData.timeZone);
  const refused = actionData?.ok === false ? actionData : null;
  const fields = refused?.fields ?? {};
  const { renews } = loaderData;
  const lead = renews
    ? 'Choose a new pass phrase. Every device that is signed in as you is signed out.'
    : loaderData.role === 'client'
      ? `${loaderData.practiceName} has written a routine for you. Choose a pass phrase and it is yours to practise and log. Only you and your practice see what you write.`
      : `${loaderData.practiceName} invites you to work in its files. Choose a pass phrase to begin.`;
  return (
    <Gate title={loaderData.name ? `Welcome, ${loaderData.name}` : 'Welcome'} lead={lead}>
      {refused && Object.keys(fields).length === 0 && <Notice>{refused.message}</Notice>}
      <Form method="post" className={gate.form} noValidate>
        <input type="hidden" name="timeZone" value={zone} />
        {!renews && (
          <>
            <TextInput
              name="name"
              label="Your name"
              defaultValue={loaderData.name}
              autoComplete="name"
              error={fields.name}
            />
            <TextInput
              name="email"
              type="email"
              label="E-mail, to sign in with"
              autoComplete="username"
              error={fields.email}
            />
          </>
        )}
        <PasswordInput
          name="passPhrase"
          label="Pass phrase"
          description="At least 12 characters; three or four words do."
          autoComplete="new-password"
          error={fields.passPhrase}
        />
        {loaderData.role === 'client' && !renews && (
          <Checkbox
            name="agrees"
            value="yes"
            label={consentWords(loaderData.practiceName)}
            error={fields.agrees}
          />
        )}
        {fields.timeZone && <Notice>{fields.timeZone}</Notice>}
        <Button type="submit">{renews ? 'Sign in with it' : 'Join'}</Button>
      </Form>
    </Gate>
  );
}
