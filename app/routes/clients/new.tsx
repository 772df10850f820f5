import { Button } from '@mantine/core';
import { Form, Link, redirect } from 'react-router';
import { act, enter, formOf, parse } from '~/door.server';
import { addClient, clientSchema } from '~/services/clientFile.server';
import { ClientFields } from '~/ui/parts/ClientFields';
import { Notice } from '~/ui/parts/Notice';
import type { Route } from './+types/new';
import classes from './new.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Add a client · Entspann' }];

export async function loader({ context, request }: Route.LoaderArgs) {
  return { timeZone: enter(context, request, 'staff').who.timeZone };
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const details = parse(clientSchema, await formOf(request));
    return redirect(`/clients/${await addClient(setting, who, details)}/plan`);
  });
}

export default function NewClient({ loaderData, actionData }: Route.ComponentProps) {
  const refused = actionData?.ok === false ? actionData : null;
  return (
    <div className={classes.page}>
      <h1>Add a client</h1>
      {refused && <Notice>{refused.message}</Notice>}
      <Form method="post" noValidate className={classes.form}>
        <ClientFields
          errors={refused?.fields ?? {}}
          values={{
            name: '',
            occupation: '',
            timeZone: loaderData.timeZone,
            minutesPerDay: '10',
            affectedSide: '',
            nextVisit: '',
            notes: '',
          }}
        />
        <div className={classes.actions}>
          <Button type="submit">Open the file</Button>
          <Link to="/day">Back to the day sheet</Link>
        </div>
      </Form>
    </div>
  );
}
