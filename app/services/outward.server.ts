import { createTransport } from 'nodemailer';
import type { Outward } from '~/keeping/server/setting.server';

/** The push services of the browsers that are around, as they name their endpoints; from memory. */
const PUSH_HOSTS = [
  'fcm.googleapis.com',
  'updates.push.services.mozilla.com',
  'web.push.apple.com',
  'notify.windows.com',
];

/** Whether an endpoint lies at a push service that is known, or at one that was named in the settings. */
export const pushHosts =
  (named: readonly string[]) =>
  ({ protocol, hostname }: URL): boolean =>
    protocol === 'https:' &&
    [...PUSH_HOSTS, ...named].some((host) => hostname === host || hostname.endsWith(`.${host}`));

const MAIL_PATIENCE_MS = 20_000;

/** Sends by a mail server. */
export function mailBy(url: string, from: string): NonNullable<Outward['mail']> {
  const transport = createTransport({
    url,
    connectionTimeout: MAIL_PATIENCE_MS,
    greetingTimeout: MAIL_PATIENCE_MS,
    socketTimeout: MAIL_PATIENCE_MS,
  });
  return async ({ id, to, subject, text }) => {
    const domain = from.replace(/^.*@/, '').replace(/>.*$/, '');
    await transport.sendMail({ from, to, subject, text, messageId: `<${id}@${domain}>` });
  };
}
