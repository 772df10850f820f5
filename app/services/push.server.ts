import { REMINDER } from '#core/reminders';
import webPush from 'web-push';
import type { Database } from '~/db/database.server';
import { installationKeyOf } from '~/db/reminders.server';

/** The keys by which this installation is known to push services; RFC 8292. Base64url. */
export interface PushKeys {
  publicKey: string;
  privateKey: string;
}

const SEPARATOR = ' ';

/** They are made once: a device that signed up by them knows no others. */
export async function pushKeys(db: Database): Promise<PushKeys> {
  const kept = await installationKeyOf(db, 'push', () => {
    const made = webPush.generateVAPIDKeys();
    return [made.publicKey, made.privateKey].join(SEPARATOR);
  });
  const [publicKey = '', privateKey = ''] = kept.split(SEPARATOR);
  return { publicKey, privateKey };
}

const PATIENCE_MS = 15_000;
/** A phone that was off for longer hears nothing: the time has passed. */
const LIVES_SECONDS = 7_200;
const GONE: readonly number[] = [404, 410];

/**
 * Sends a reminder to one device through its push service, sealed for it (RFC 8291). Nothing of health is in it.
 *
 * @param id of the reminder: a second one of the same id takes the place of the first
 * @returns what the service said, as a word: `gone` when the device no longer wants any
 */
export async function sendPush(
  keys: PushKeys,
  { endpoint, p256dh, auth }: { endpoint: string; p256dh: string; auth: string },
  id: string,
  address: string,
): Promise<'sent' | 'gone' | 'failed'> {
  const payload = JSON.stringify({
    title: REMINDER.title,
    text: REMINDER.text,
    tag: id,
    to: '/today',
  });
  try {
    const { headers, body, method } = webPush.generateRequestDetails(
      { endpoint, keys: { p256dh, auth } },
      payload,
      {
        vapidDetails: { subject: subjectOf(address), ...keys },
        TTL: LIVES_SECONDS,
        urgency: 'normal',
        topic: id.replaceAll('-', ''),
      },
    );
    const answer = await fetch(endpoint, {
      method,
      headers: Object.entries(headers).map(([name, value]): [string, string] => [
        name,
        String(value),
      ]),
      body: new Uint8Array(body),
      redirect: 'error',
      signal: AbortSignal.timeout(PATIENCE_MS),
    });
    await answer.body?.cancel();
    if (GONE.includes(answer.status)) return 'gone';
    return answer.ok ? 'sent' : 'failed';
  } catch {
    return 'failed';
  }
}

/** Whom a push service writes to about us: an address by https, or nobody’s. */
const subjectOf = (address: string) =>
  address.startsWith('https:') ? address : 'mailto:nobody@localhost.invalid';
