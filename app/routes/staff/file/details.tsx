import { Button, CopyButton } from '@mantine/core';
import { dayOf } from '#core/calendar';
import { toString as drawQr } from 'qrcode';
import { data, Form, Link } from 'react-router';
import { v7 as uuid } from 'uuid';
import { staffContext } from '~/context.server';
import { act, formOf, load, parse } from '~/door.server';
import { detailsSchema } from '~/keeping/bodies';
import { fileOf } from '~/services/clientFile.server';
import { keepForm } from '~/services/keeping.server';
import { invite } from '~/services/invitations.server';
import { FormStanding } from '~/ui/keeping/FormStanding';
import { useKeptForm } from '~/ui/keeping/useKeptForm';
import { ClientFields } from '~/ui/parts/ClientFields';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { shortDay } from '~/ui/parts/words';
import { z } from 'zod';
import type { Route } from './+types/details';
import classes from './details.module.css';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const file = await fileOf(setting, who, params.clientId);
    return { file, letterId: uuid() };
  });
}

/** Fields that a form without a choice leaves out. */
const EMPTY = { name: '', timeZone: '', minutesPerDay: '', affectedSide: '', nextVisit: '' };

const intentSchema = z.object({
  intent: z.enum(['change', 'invite'], { error: 'The form is damaged; reload the page.' }),
});

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const form = await formOf(request);
    const { intent } = parse(intentSchema, form);
    if (intent === 'change') {
      const { clientId } = params;
      await keepForm(setting, who, {
        kind: 'details',
        clientId,
        thing: clientId,
        form,
        body: form,
      });
      return { ok: true as const, done: 'changed' as const };
    }
    const file = await fileOf(setting, who, params.clientId);
    const { token, expiresAt } = await invite(setting, who, {
      role: 'client',
      clientId: file.id,
      renewsUserId: file.userId,
    });
    const link = new URL(`/join/${token}`, request.url).href;
    const qr = await drawQr(link, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
    return data(
      {
        ok: true as const,
        done: 'invited' as const,
        link,
        qr,
        until: dayOf(expiresAt.getTime(), file.timeZone),
      },
      { status: 201 },
    );
  });
}

function Invitation({ link, qr, until }: { link: string; qr: string; until: string }) {
  return (
    <div className={classes.invitation}>
      <img
        src={`data:image/svg+xml;utf8,${encodeURIComponent(qr)}`}
        alt="The invitation link as a QR code"
        width={168}
        height={168}
      />
      <div className={classes.linkPart}>
        <p>
          Show this code or send the link. It works once, until {shortDay(until)}, and replaces
          earlier ones.
        </p>
        <output className={classes.link}>{link}</output>
        <CopyButton value={link}>
          {({ copied, copy }) => (
            <Button variant="outline" onClick={copy}>
              {copied ? 'Copied' : 'Copy the link'}
            </Button>
          )}
        </CopyButton>
      </div>
    </div>
  );
}

export default function Details({ loaderData, actionData }: Route.ComponentProps) {
  const { file } = loaderData;
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const done = said?.ok ? said : null;
  const {
    setForm,
    shown,
    base,
    errors: mistakes,
    saved,
    entry,
    onSubmit,
    onFocus,
    onBlur,
    onInput,
  } = useKeptForm({
    kind: 'details',
    clientId: file.id,
    thing: file.id,
    base: file.detailsRevision,
    read: file,
    name: `details/${file.id}`,
    schema: detailsSchema,
    bodyOf: (fields) => ({ ...EMPTY, ...fields }),
  });
  return (
    <div className={classes.page}>
      <section>
        <h2>Details</h2>
        {refused && <Notice>{refused.message}</Notice>}
        <FormStanding
          entry={entry}
          saved={saved !== null || done?.done === 'changed'}
          done="Saved."
        />
        <Form
          ref={setForm}
          method="post"
          noValidate
          className={classes.form}
          onSubmit={onSubmit}
          onInput={onInput}
          onFocus={onFocus}
          onBlur={onBlur}
        >
          <input type="hidden" name="intent" value="change" />
          <input type="hidden" name="letter" value={loaderData.letterId} />
          <input type="hidden" name="base" value={base ?? undefined} />
          <ClientFields
            errors={{ ...(refused?.fields ?? {}), ...mistakes }}
            values={{
              name: shown.name,
              occupation: shown.occupation,
              timeZone: shown.timeZone,
              minutesPerDay: shown.minutesPerDay?.toString() ?? '',
              affectedSide: shown.affectedSide ?? '',
              nextVisit: shown.nextVisit ?? '',
              bornOn: shown.bornOn ?? '',
              consentBy: shown.consentBy ?? '',
              consentOn: shown.consentOn ?? '',
              notes: shown.notes,
            }}
          />
          <Button type="submit" className={classes.save}>
            Save
          </Button>
        </Form>
      </section>
      <section className={classes.join}>
        <h2>Invitation</h2>
        <p>
          {file.userId
            ? `${file.name} has joined. Should they have lost their pass phrase, a new link lets them choose another.`
            : `${file.name} joins by a link that works once. They choose their own pass phrase; nobody here sees it.`}
        </p>
        {done?.done === 'invited' ? (
          <Invitation link={done.link} qr={done.qr} until={done.until} />
        ) : (
          <Form method="post">
            <input type="hidden" name="intent" value="invite" />
            <Button type="submit" variant={file.userId ? 'outline' : 'filled'}>
              {file.userId ? 'Make a link for a new pass phrase' : 'Make an invitation'}
            </Button>
          </Form>
        )}
        <p className={classes.therapist}>Therapist: {file.therapistName}</p>
        <p className={classes.therapist}>
          A second file of the same person? <Link to="../join">Join the two</Link>
        </p>
        <p className={classes.therapist}>
          They want their record, or somebody else may have it?{' '}
          <Link to="../take-out">Take it out</Link>
        </p>
        <p className={classes.therapist}>
          Their consent, how long it is kept, erasing it: <Link to="../record">Their record</Link>
        </p>
      </section>
    </div>
  );
}
