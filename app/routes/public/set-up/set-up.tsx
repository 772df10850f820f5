import { Button, PasswordInput, TextInput } from '@mantine/core';
import { Form, redirect } from 'react-router';
import { settingContext } from '~/context.server';
import { act, cameFrom, formOf, load, parse, wayIn } from '~/door.server';
import { needsSetUp, setUpPractice, setUpSchema } from '~/services/accounts.server';
import { Gate } from '~/ui/parts/Gate';
import { Notice } from '~/ui/parts/Notice';
import { TimeZoneSelect } from '~/ui/parts/TimeZoneSelect';
import type { Route } from './+types/set-up';
import gate from '~/ui/parts/Gate.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Set up · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  if (!(await load(() => needsSetUp(context.get(settingContext))))) throw redirect('/');
  return null;
}

export async function action({ request, context }: Route.ActionArgs) {
  return act(async () => {
    const form = parse(setUpSchema, await formOf(request));
    const from = await cameFrom(request, context);
    const signedIn = await setUpPractice(context.get(settingContext), form, from);
    return wayIn(context, signedIn, null);
  });
}

export default function SetUp({ actionData }: Route.ComponentProps) {
  const refused = actionData?.ok === false ? actionData : null;
  const fields = refused?.fields ?? {};
  return (
    <Gate
      title="Set up your practice"
      lead="This installation is empty. The first person to hold its set-up code becomes the owner of the practice."
    >
      {refused && Object.keys(fields).length === 0 && <Notice>{refused.message}</Notice>}
      <Form method="post" className={gate.form} noValidate>
        <TextInput
          name="code"
          label="Set-up code"
          description="Printed by the server when it started."
          autoComplete="off"
          error={fields.code}
        />
        <TextInput name="practiceName" label="Name of the practice" error={fields.practiceName} />
        <TimeZoneSelect value="UTC" error={fields.timeZone} />
        <TextInput name="name" label="Your name" autoComplete="name" error={fields.name} />
        <TextInput
          name="email"
          type="email"
          label="E-mail"
          autoComplete="username"
          error={fields.email}
        />
        <PasswordInput
          name="passPhrase"
          label="Pass phrase"
          description="At least 12 characters; three or four words do."
          autoComplete="new-password"
          error={fields.passPhrase}
        />
        <Button type="submit">Open the practice</Button>
      </Form>
    </Gate>
  );
}
