import { Button, CopyButton, PasswordInput, TextInput } from '@mantine/core';
import { toString as drawQr } from 'qrcode';
import type { ReactNode } from 'react';
import { Form } from 'react-router';
import { z } from 'zod';
import { dayOf } from '#core/calendar';
import { personContext } from '~/context.server';
import { act, cameFrom, formOf, load, parse } from '~/door.server';
import {
  confirmTwoFactor,
  endTwoFactor,
  offerTwoFactor,
  renewRecoveryCodes,
  twoFactorOf,
  withdrawOffer,
} from '~/services/twoFactor.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { longDay } from '~/ui/parts/words';
import type { Route } from './+types/two-factor';
import classes from './settings.module.css';
import own from './two-factor.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Two-factor sign-in · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  const standing = await load(() => twoFactorOf(setting, who));
  switch (standing.is) {
    case 'off':
      return standing;
    case 'offered': {
      const { is, secret, uri } = standing;
      const qr = await drawQr(uri, { type: 'svg', margin: 0, errorCorrectionLevel: 'M' });
      return { is, secret, qr };
    }
    case 'on': {
      const { is, since, codesLeft } = standing;
      return { is, codesLeft, since: dayOf(since.getTime(), who.timeZone) };
    }
  }
}

const code = z.string().trim().min(1, 'Enter a code.').max(60, 'That is too long for a code.');
const formSchema = z.discriminatedUnion(
  'intent',
  [
    z.object({
      intent: z.literal('offer'),
      passPhrase: z.string().min(1, 'Enter your pass phrase.').max(200, 'That is too long.'),
    }),
    z.object({ intent: z.literal('withdraw') }),
    z.object({ intent: z.literal('confirm'), code }),
    z.object({ intent: z.literal('renew'), code }),
    z.object({ intent: z.literal('end'), code }),
  ],
  { error: 'The form is damaged; reload the page.' },
);

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(personContext);
  return act(async () => {
    const form = parse(formSchema, await formOf(request));
    const done = (codes: string[] | null = null) => ({
      ok: true as const,
      done: form.intent,
      codes,
    });
    switch (form.intent) {
      case 'offer':
        await offerTwoFactor(setting, who, form.passPhrase, await cameFrom(request, context));
        return done();
      case 'withdraw':
        await withdrawOffer(setting, who);
        return done();
      case 'confirm':
        return done(await confirmTwoFactor(setting, who, form.code));
      case 'renew':
        return done(await renewRecoveryCodes(setting, who, form.code));
      case 'end':
        await endTwoFactor(setting, who, form.code);
        return done();
    }
  });
}

/** Codes that are shown once: to be written down, copied or printed now. */
function RecoveryCodes({ codes }: { codes: readonly string[] }) {
  return (
    <section className={own.codes} aria-labelledby="recovery-codes">
      <h2 id="recovery-codes">Your recovery codes</h2>
      <p>
        Each signs you in once when the phone is not at hand. They are shown this once: print or
        copy them now, and keep them where the phone is not.
      </p>
      <ul>
        {codes.map((one) => (
          <li key={one}>{one}</li>
        ))}
      </ul>
      <div className={classes.actions}>
        <CopyButton value={codes.join('\n')}>
          {({ copied, copy }) => (
            <Button variant="outline" onClick={copy}>
              {copied ? 'Copied' : 'Copy them'}
            </Button>
          )}
        </CopyButton>
        <Button variant="outline" onClick={() => window.print()}>
          Print them
        </Button>
      </div>
    </section>
  );
}

type Refused = { fields: Record<string, string>; message: string } | null;

/** A code, and what may be done with it. */
function ByCode({
  label,
  refused,
  children,
}: {
  label: string;
  refused: Refused;
  children: ReactNode;
}) {
  return (
    <Form method="post" noValidate className={own.byCode}>
      <TextInput
        name="code"
        label={label}
        autoComplete="one-time-code"
        spellCheck={false}
        autoCapitalize="none"
        error={refused && (refused.fields.code ?? refused.message)}
      />
      <div className={classes.actions}>{children}</div>
    </Form>
  );
}

function Off({ refused }: { refused: Refused }) {
  return (
    <Form method="post" noValidate className={classes.form}>
      <input type="hidden" name="intent" value="offer" />
      <PasswordInput
        name="passPhrase"
        label="Your pass phrase"
        autoComplete="current-password"
        error={refused && (refused.fields.passPhrase ?? refused.message)}
      />
      <Button type="submit">Turn it on</Button>
    </Form>
  );
}

function Offered({ qr, secret, refused }: { qr: string; secret: string; refused: Refused }) {
  return (
    <div className={own.offered}>
      <div
        className={own.qr}
        role="img"
        aria-label="QR code for the authenticator app"
        // Drawn on our server from our own address; no text of anybody’s is in it.
        dangerouslySetInnerHTML={{ __html: qr }}
      />
      <div className={own.steps}>
        <p>
          1. Let an authenticator app on your phone read this picture, or type this key into it:{' '}
          <output className={own.secret}>{secret}</output>
        </p>
        <p>2. Enter what it shows, to prove that it works.</p>
        <ByCode label="The six digits" refused={refused}>
          <Button type="submit" name="intent" value="confirm">
            Confirm
          </Button>
        </ByCode>
        <Form method="post">
          <input type="hidden" name="intent" value="withdraw" />
          <Button type="submit" variant="subtle">
            Leave it off
          </Button>
        </Form>
      </div>
    </div>
  );
}

function On({ since, codesLeft, refused }: { since: string; codesLeft: number; refused: Refused }) {
  return (
    <>
      <p>
        On since {longDay(since)}.{' '}
        {codesLeft === 0
          ? 'No recovery code is left: make new ones while the phone is at hand.'
          : `${codesLeft} recovery ${codesLeft === 1 ? 'code is' : 'codes are'} left.`}
      </p>
      <p className={classes.soft}>
        New recovery codes make those you have useless. Either takes six digits of the app, or a
        recovery code.
      </p>
      <ByCode label="A code" refused={refused}>
        <Button type="submit" name="intent" value="renew" variant="outline">
          Make new recovery codes
        </Button>
        <Button type="submit" name="intent" value="end" variant="outline">
          Turn it off
        </Button>
      </ByCode>
    </>
  );
}

export default function TwoFactor({ loaderData, actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const refused = said?.ok === false ? said : null;
  const done = said?.ok ? said : null;
  return (
    <>
      <h1>Two-factor sign-in</h1>
      <p className={classes.soft}>
        Besides your pass phrase you are asked for six digits that an authenticator app on your
        phone shows, new ones every half minute. It needs no network.
      </p>
      {done?.done === 'end' && (
        <Notice tone="quiet">It is off: the pass phrase alone signs you in.</Notice>
      )}
      {done?.done === 'confirm' && (
        <Notice tone="quiet">It is on. You are asked for a code at the next sign-in.</Notice>
      )}
      {done?.codes && <RecoveryCodes codes={done.codes} />}
      {loaderData.is === 'off' && <Off refused={refused} />}
      {loaderData.is === 'offered' && (
        <Offered qr={loaderData.qr} secret={loaderData.secret} refused={refused} />
      )}
      {loaderData.is === 'on' && !done?.codes && <On {...loaderData} refused={refused} />}
    </>
  );
}
