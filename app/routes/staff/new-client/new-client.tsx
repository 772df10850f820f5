import { Button } from '@mantine/core';
import { useEffect } from 'react';
import { Form, Link, redirect, useNavigate } from 'react-router';
import { v7 as uuid } from 'uuid';
import { staffContext } from '~/context.server';
import { act, formOf } from '~/door.server';
import { detailsSchema } from '~/keeping/bodies';
import { keepForm } from '~/services/keeping.server';
import { FormStanding } from '~/ui/keeping/FormStanding';
import { useOutbox } from '~/ui/keeping/Keeping';
import { useKeptForm } from '~/ui/keeping/useKeptForm';
import { ClientFields } from '~/ui/parts/ClientFields';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import type { Route } from './+types/new-client';
import classes from './new-client.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Add a client · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { who } = context.get(staffContext);
  return { timeZone: who.timeZone, clientId: uuid(), letterId: uuid() };
}

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await formOf(request);
    const thing = form.clientId ?? uuid();
    await keepForm(setting, who, { kind: 'client file', clientId: null, thing, form, body: form });
    return redirect(`/clients/${thing}/screen`);
  });
}

/** The page is drawn anew with each file: its id is made here, so that saved twice is opened once. */
export const shouldRevalidate = () => false;

export default function NewClient({ loaderData, actionData }: Route.ComponentProps) {
  const { clientId, timeZone } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const outbox = useOutbox();
  const navigate = useNavigate();
  const {
    setForm,
    errors: mistakes,
    saved,
    entry,
    onSubmit,
    onInput,
    forget,
  } = useKeptForm({
    kind: 'client file',
    clientId: null,
    thing: clientId,
    base: null,
    read: null,
    name: 'new-client',
    schema: detailsSchema,
    bodyOf: (fields) => ({ name: '', timeZone: '', ...EMPTY, ...fields }),
  });
  // The file is there once the practice has it.
  useEffect(() => {
    if (saved === null) return;
    let left = false;
    void outbox.settled(saved).then(({ is }) => {
      if (!left && is === 'kept') void navigate(`/clients/${clientId}/screen`);
    });
    return () => {
      left = true;
    };
  }, [saved, outbox, navigate, clientId]);

  return (
    <div className={classes.page}>
      <h1>Add a client</h1>
      {refused && <Notice>{refused.message}</Notice>}
      <FormStanding entry={entry} saved={false} done="" />
      <Form
        ref={setForm}
        method="post"
        noValidate
        className={classes.form}
        onSubmit={onSubmit}
        onInput={onInput}
      >
        <input type="hidden" name="clientId" value={clientId} />
        <input type="hidden" name="letter" value={loaderData.letterId} />
        <ClientFields
          errors={{ ...(refused?.fields ?? {}), ...mistakes }}
          values={{
            name: '',
            occupation: '',
            timeZone,
            minutesPerDay: '10',
            affectedSide: '',
            nextVisit: '',
            bornOn: '',
            consentBy: '',
            consentOn: '',
            notes: '',
          }}
        />
        <div className={classes.actions}>
          <Button type="submit" loading={entry !== undefined && !entry.refused}>
            Open the file
          </Button>
          <Link to="/clients/bring-in" onClick={forget}>
            Bring in a record instead
          </Link>
          <Link to="/clients/bring-in-list" onClick={forget}>
            Bring in a list
          </Link>
          <Link to="/day" onClick={forget}>
            Back to the day sheet
          </Link>
        </div>
      </Form>
    </div>
  );
}

const EMPTY = { minutesPerDay: '', affectedSide: '', nextVisit: '' };
