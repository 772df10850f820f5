import { Button, FileInput } from '@mantine/core';
import { Form, Link, redirect, useNavigation } from 'react-router';
import { staffContext } from '~/context.server';
import { act } from '~/door.server';
import { Refusal } from '~/keeping/server/refusal.server';
import { bringInBundle } from '~/services/record/bringInBundle.server';
import { bringInRecord } from '~/services/record/bringIn.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import type { Route } from './+types/bring-in';
import classes from './bring-in.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Bring in a record · Entspann' }];

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await request.formData().catch(() => {
      throw new Refusal(400, 'The file did not come through whole. Nothing was brought in.');
    });
    const file = form.get('archive');
    if (!(file instanceof File) || file.size === 0)
      throw new Refusal(422, 'Choose the file of a record first.');
    const bytes = new Uint8Array(await file.arrayBuffer());
    // What begins like JSON is a Bundle; an archive is a zip.
    const isJson = /^\s*[{[]/.test(new TextDecoder().decode(bytes.subarray(0, 64)));
    const brought = isJson
      ? await bringInBundle(setting, who, new TextDecoder().decode(bytes))
      : await bringInRecord(setting, who, bytes);
    if (brought.isNew)
      return redirect(`/clients/${brought.clientId}/${isJson ? 'record' : 'details'}`);
    return { ok: true as const, ...brought };
  });
}

/** A record that was taken out of Entspann, here or elsewhere, becomes a file of this practice. */
export default function BringIn({ actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const isUnderWay = useNavigation().state !== 'idle';
  return (
    <div className={classes.page}>
      <h1>Bring in a record</h1>
      <p>
        A client who comes from another practice can take their whole record out there, as one file.
        Read in here it is the same: complaints, interviews, points, figures, every version of the
        routine and every session with its log, each with its day and whose hand it was.
      </p>
      <p>
        A Bundle of FHIR R4 from another program gives complaints, interviews, points and figures;
        its routine becomes a draft. What has no place here, and sessions led elsewhere, is kept
        beside the file as it came.
      </p>
      {said?.ok === false && <Notice>{said.message}</Notice>}
      {said?.ok && (
        <Notice tone="quiet">
          The record of <Link to={`/clients/${said.clientId}`}>{said.name}</Link> is here already.
          Nothing was changed.
        </Notice>
      )}
      <Form method="post" encType="multipart/form-data" className={classes.form}>
        <FileInput
          name="archive"
          label="The file"
          description="One that ends in .zip and was made by “The whole record”, or a Bundle of FHIR (.json)."
          placeholder="Choose a file"
          accept=".zip,.json,application/zip,application/json,application/fhir+json"
        />
        <div className={classes.actions}>
          <Button type="submit" loading={isUnderWay}>
            Bring it in
          </Button>
          <Link to="/clients/new">Add a client without one</Link>
        </div>
      </Form>
      <section aria-label="What to know first">
        <h2>What to know first</h2>
        <ul>
          <li>
            It becomes a file in your care. Ask the client first, and write down that you did.
          </li>
          <li>
            It is read whole before anything of it is kept. What is damaged, altered or not of a
            record is refused, with the place.
          </li>
          <li>
            What was found there was found by others. Screen, and press the places yourself, before
            you prescribe on it.
          </li>
          <li>
            The client’s sign-in does not come along: invite them from the file, as anybody new.
          </li>
        </ul>
      </section>
    </div>
  );
}
