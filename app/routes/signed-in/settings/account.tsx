import { Button, PasswordInput, SegmentedControl, useMantineColorScheme } from '@mantine/core';
import { Form, Link, redirect } from 'react-router';
import { z } from 'zod';
import { dayOf } from '#core/calendar';
import { personContext } from '~/context.server';
import { act, cameFrom, cookieFor, formOf, load, parse, tokenOf } from '~/door.server';
import { changePassPhrase, changePassPhraseSchema } from '~/services/accounts.server';
import { signOutEverywhere } from '~/services/signIns.server';
import { LinkButton } from '~/ui/parts/LinkButton';
import { Notice } from '~/ui/parts/Notice';
import { deviceName } from '~/services/deviceName.server';
import { deviceKey, devicesOf, endSignIn } from '~/services/practice.server';
import { tokenHash as hashOf } from '~/services/secret.server';
import { nearDay } from '~/ui/parts/words';
import type { Route } from './+types/account';
import classes from './settings.module.css';
import fields from '~/ui/parts/ClientFields.module.css';
import { useSaid } from '~/ui/parts/useSaid';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  const devices = await load(() => devicesOf(setting, who));
  const own = hashOf((await tokenOf(request)) ?? '');
  return {
    name: who.name,
    email: who.email,
    isStaff: who.role !== 'client',
    today: dayOf(setting.now().getTime(), who.timeZone),
    devices: devices.map(({ device, createdAt, lastSeenAt, tokenHash }) => ({
      key: deviceKey(tokenHash),
      isThis: tokenHash === own,
      device: deviceName(device),
      since: dayOf(createdAt.getTime(), who.timeZone),
      seen: dayOf(lastSeenAt.getTime(), who.timeZone),
    })),
  };
}

const intentSchema = z.object({
  intent: z.enum(['pass phrase', 'everywhere', 'one'], {
    error: 'The form is damaged; reload the page.',
  }),
});

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(personContext);
  return act(async () => {
    const form = await formOf(request);
    if (parse(intentSchema, form).intent === 'everywhere') {
      await signOutEverywhere(setting, who);
      return redirect('/sign-in', { headers: { 'Set-Cookie': await cookieFor(context, '') } });
    }
    if (form.intent === 'one') {
      await endSignIn(setting, who, form.device ?? '');
      return { ok: true as const, done: 'ended' as const };
    }
    const token = (await tokenOf(request)) ?? '';
    const from = await cameFrom(request, context);
    await changePassPhrase(setting, who, parse(changePassPhraseSchema, form), token, from);
    return { ok: true as const, done: 'changed' as const };
  });
}

export default function Account({ loaderData, actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const changed = said?.ok ? said.done : null;
  const { colorScheme, setColorScheme } = useMantineColorScheme();
  return (
    <>
      <h1>Your account</h1>
      <p>
        {loaderData.name}, {loaderData.email}
      </p>
      <section>
        <h2 id="appearance">Light or dark</h2>
        <SegmentedControl
          aria-labelledby="appearance"
          value={colorScheme}
          onChange={(value) =>
            setColorScheme(value === 'light' || value === 'dark' ? value : 'auto')
          }
          maw="26rem"
          classNames={{ root: fields.segments, indicator: fields.indicator, label: fields.segment }}
          data={[
            { value: 'auto', label: 'As the device' },
            { value: 'light', label: 'Light' },
            { value: 'dark', label: 'Dark' },
          ]}
        />
      </section>
      <section>
        <h2>Pass phrase</h2>
        {refused && Object.keys(refused.fields).length === 0 && <Notice>{refused.message}</Notice>}
        {changed === 'changed' && (
          <Notice tone="quiet">Changed. Other devices are signed out.</Notice>
        )}
        <Form method="post" noValidate className={classes.form}>
          <input type="hidden" name="intent" value="pass phrase" />
          <PasswordInput
            name="present"
            label="Present pass phrase"
            autoComplete="current-password"
            error={refused?.fields.present}
          />
          <PasswordInput
            name="passPhrase"
            label="New pass phrase"
            description="At least 12 characters; three or four words do."
            autoComplete="new-password"
            error={refused?.fields.passPhrase}
          />
          <Button type="submit" variant="outline">
            Change it
          </Button>
        </Form>
      </section>
      {loaderData.isStaff && (
        <section>
          <h2>Two-factor sign-in</h2>
          <p className={classes.soft}>
            A code from your phone besides the pass phrase: whoever gets to know the one still lacks
            the other.
          </p>
          <p>
            <Link to="/settings/account/two-factor">See how it stands, turn it on or off</Link>
          </p>
        </section>
      )}
      <section>
        <h2>Signed in on</h2>
        {changed === 'ended' && <Notice tone="quiet">That sign-in is ended.</Notice>}
        <table className={classes.devices}>
          <thead>
            <tr>
              <th scope="col">Device</th>
              <th scope="col">Since</th>
              <th scope="col">Last used</th>
              <th scope="col">
                <span className="visually-hidden">End it</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {loaderData.devices.map((device) => (
              <tr key={device.key}>
                <td>{device.device}</td>
                <td>{nearDay(device.since, loaderData.today)}</td>
                <td>{nearDay(device.seen, loaderData.today)}</td>
                <td>
                  {device.isThis ? (
                    <span className={classes.soft}>this one</span>
                  ) : (
                    <Form method="post">
                      <input type="hidden" name="intent" value="one" />
                      <input type="hidden" name="device" value={device.key} />
                      <LinkButton type="submit" aria-label={`End the sign-in on ${device.device}`}>
                        End it
                      </LinkButton>
                    </Form>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Form method="post">
          <input type="hidden" name="intent" value="everywhere" />
          <Button type="submit" variant="outline">
            Sign out everywhere
          </Button>
        </Form>
      </section>
    </>
  );
}
