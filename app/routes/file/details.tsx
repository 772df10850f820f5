import { Button, CopyButton } from '@mantine/core';
import { toString as drawQr } from 'qrcode';
import { data, Form, useNavigation } from 'react-router';
import { act, enter, formOf, load, parse } from '~/door.server';
import { changeClient, clientSchema, detailsSeen, fileOf } from '~/services/clientFile.server';
import { invite } from '~/services/invitations.server';
import { ClientFields } from '~/ui/parts/ClientFields';
import { Notice } from '~/ui/parts/Notice';
import { Overtaken, seenAfter } from '~/ui/parts/Overtaken';
import { shortDay } from '~/ui/parts/words';
import { z } from 'zod';
import type { Route } from './+types/details';
import classes from './details.module.css';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(async () => {
    const file = await fileOf(setting, who, params.clientId);
    return { file, seen: detailsSeen(file) };
  });
}

const intentSchema = z.object({
  intent: z.enum(['change', 'invite'], { error: 'The form is damaged; reload the page.' }),
});

export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const form = await formOf(request);
    const { intent } = parse(intentSchema, form);
    if (intent === 'change') {
      await changeClient(setting, who, params.clientId, parse(clientSchema, form), form.seen);
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
        until: expiresAt.toISOString().slice(0, 10),
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
  const busy = useNavigation().state !== 'idle';
  const refused = actionData?.ok === false ? actionData : null;
  const done = actionData?.ok ? actionData : null;
  return (
    <div className={classes.page}>
      <section>
        <h2>Details</h2>
        {refused && <Overtaken message={refused.message} details={refused.details} />}
        {done?.done === 'changed' && <Notice tone="quiet">Saved.</Notice>}
        <Form method="post" noValidate className={classes.form}>
          <input type="hidden" name="intent" value="change" />
          <input type="hidden" name="seen" value={seenAfter(refused?.details, loaderData.seen)} />
          <ClientFields
            errors={refused?.fields ?? {}}
            values={{
              name: file.name,
              occupation: file.occupation,
              timeZone: file.timeZone,
              minutesPerDay: file.minutesPerDay?.toString() ?? '',
              affectedSide: file.affectedSide ?? '',
              nextVisit: file.nextVisit ?? '',
              notes: file.notes,
            }}
          />
          <Button type="submit" loading={busy} className={classes.save}>
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
      </section>
    </div>
  );
}
