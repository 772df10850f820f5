import { Button, TextInput } from '@mantine/core';
import { Form, Link, redirect, useNavigation } from 'react-router';
import { z } from 'zod';
import { principalContext, settingContext } from '~/context.server';
import {
  act,
  begunOf,
  cameFrom,
  formOf,
  homeOf,
  load,
  parse,
  wantedPath,
  wayIn,
} from '~/door.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { begunBy, finishSignIn } from '~/services/signIns.server';
import { Gate } from '~/ui/parts/Gate';
import type { Route } from './+types/code';
import gate from '~/ui/parts/Gate.module.css';
import classes from './sign-in.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Your code · Entspann' }];

const formSchema = z.object({
  code: z.string().trim().min(1, 'Enter a code.').max(60, 'That is too long for a code.'),
});

export async function loader({ request, context }: Route.LoaderArgs) {
  const who = context.get(principalContext);
  if (who) throw redirect(homeOf(who));
  const begun = await begunOf(request);
  const person = begun && (await load(() => begunBy(context.get(settingContext), begun)));
  if (!person) throw redirect('/sign-in');
  return null;
}

export async function action({ request, context }: Route.ActionArgs) {
  return act(async () => {
    const begun = await begunOf(request);
    if (begun === null) throw new Refusal(410, 'That took too long. Sign in again.');
    const { code } = parse(formSchema, await formOf(request));
    const from = await cameFrom(request, context);
    const signedIn = await finishSignIn(context.get(settingContext), begun, code, from);
    return wayIn(context, signedIn, wantedPath(request));
  });
}

export default function Code({ actionData }: Route.ComponentProps) {
  const busy = useNavigation().state !== 'idle';
  const refused = actionData?.ok === false ? actionData : null;
  return (
    <Gate title="And your code" lead="The pass phrase is right. Your account asks for a code too.">
      <Form method="post" className={gate.form} noValidate>
        <TextInput
          name="code"
          label="Code"
          description="The six digits your authenticator app shows, or one of your recovery codes."
          autoComplete="one-time-code"
          spellCheck={false}
          autoCapitalize="none"
          error={refused?.fields.code ?? refused?.message}
        />
        <Button type="submit" loading={busy}>
          Sign in
        </Button>
      </Form>
      <p className={classes.hint}>
        Neither phone nor recovery codes? An owner of your practice can turn the code off for you.{' '}
        <Link to="/sign-in">Sign in as somebody else</Link>
      </p>
    </Gate>
  );
}
