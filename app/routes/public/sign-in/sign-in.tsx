import { Button, PasswordInput, TextInput } from '@mantine/core';
import { Form, redirect, useNavigation } from 'react-router';
import { principalContext, settingContext } from '~/context.server';
import { act, cameFrom, formOf, homeOf, load, parse, wantedPath, wayIn } from '~/door.server';
import {
  demoSignIns,
  needsSetUp,
  signInDemo,
  signInWithPassPhrase,
} from '~/services/accounts.server';
import { Gate } from '~/ui/parts/Gate';
import { Notice } from '~/ui/parts/Notice';
import { z } from 'zod';
import type { Route } from './+types/sign-in';
import gate from '~/ui/parts/Gate.module.css';
import classes from './sign-in.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Sign in · Entspann' }];

const formSchema = z.discriminatedUnion('intent', [
  z.object({
    intent: z.literal('pass phrase'),
    email: z.string().trim().min(1, 'Enter your e-mail address.').max(254),
    passPhrase: z.string().min(1, 'Enter your pass phrase.').max(1000, 'That is too long.'),
  }),
  z.object({
    intent: z.literal('demo'),
    userId: z.uuid({ error: 'There is no such demo person.' }),
  }),
]);

export async function loader({ context }: Route.LoaderArgs) {
  const setting = context.get(settingContext);
  const who = context.get(principalContext);
  if (who) throw redirect(homeOf(who));
  if (await load(() => needsSetUp(setting))) throw redirect('/set-up');
  return { demo: setting.demo, people: await load(() => demoSignIns(setting)) };
}

export async function action({ request, context }: Route.ActionArgs) {
  const setting = context.get(settingContext);
  const from = await cameFrom(request, context);
  return act(async () => {
    const form = parse(formSchema, await formOf(request));
    const letIn =
      form.intent === 'demo'
        ? await signInDemo(setting, form.userId, from.device)
        : await signInWithPassPhrase(setting, form, from);
    return wayIn(context, letIn, wantedPath(request));
  });
}

const ROLE = { owner: 'owner and therapist', therapist: 'therapist', client: 'client' } as const;

type Person = Route.ComponentProps['loaderData']['people'][number];

function DemoPeople({ people }: { people: Person[] }) {
  return (
    <>
      <h2>Demo data</h2>
      <p className={classes.demoLead}>
        Everything in this installation is made up: a practice in Sandholm Quay beside a repertory
        theatre. Step in as any of its people.
      </p>
      <ul className={classes.people}>
        {people.map((person) => (
          <li key={person.id}>
            <Form method="post">
              <input type="hidden" name="intent" value="demo" />
              <input type="hidden" name="userId" value={person.id} />
              <button className={classes.person} type="submit">
                <span className={classes.personName}>{person.name}</span>
                <span className={classes.personRole}>{person.occupation ?? ROLE[person.role]}</span>
              </button>
            </Form>
          </li>
        ))}
      </ul>
    </>
  );
}

export default function SignIn({ loaderData, actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const refused = actionData?.ok === false ? actionData : null;
  return (
    <Gate
      title="Sign in"
      aside={loaderData.demo ? <DemoPeople people={loaderData.people} /> : undefined}
    >
      {refused && Object.keys(refused.fields).length === 0 && <Notice>{refused.message}</Notice>}
      <Form method="post" className={gate.form} noValidate>
        <input type="hidden" name="intent" value="pass phrase" />
        <TextInput
          name="email"
          type="email"
          label="E-mail"
          autoComplete="username"
          error={refused?.fields.email}
        />
        <PasswordInput
          name="passPhrase"
          label="Pass phrase"
          autoComplete="current-password"
          error={refused?.fields.passPhrase}
        />
        <Button type="submit" loading={busy}>
          Sign in
        </Button>
      </Form>
      <p className={classes.hint}>
        New here? Your therapist gives you an invitation link. Lost your pass phrase? Your practice
        can make a link for a new one.
      </p>
    </Gate>
  );
}
