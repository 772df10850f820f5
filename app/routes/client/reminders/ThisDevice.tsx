import { useEffect, useState } from 'react';
import { useFetcher } from 'react-router';
import classes from './reminders.module.css';

/** What this browser can do, and whether it is signed up. */
type Standing = 'looking' | 'cannot' | 'blocked' | 'off' | 'on';

/** base64url as bytes: what a browser wants to be told the key as. */
function bytesOf(key: string): Uint8Array<ArrayBuffer> {
  const plain = atob(key.replaceAll('-', '+').replaceAll('_', '/'));
  return Uint8Array.from(plain, (letter) => letter.charCodeAt(0));
}

const base64url = (bytes: ArrayBuffer | null): string =>
  bytes === null
    ? ''
    : btoa(String.fromCharCode(...new Uint8Array(bytes)))
        .replaceAll('+', '-')
        .replaceAll('/', '_')
        .replace(/=+$/, '');

async function standing(): Promise<{ is: Standing; subscription: PushSubscription | null }> {
  if (!('serviceWorker' in navigator) || !('PushManager' in window)) {
    return { is: 'cannot', subscription: null };
  }
  if (Notification.permission === 'denied') return { is: 'blocked', subscription: null };
  const worker = await navigator.serviceWorker.getRegistration();
  const subscription = (await worker?.pushManager.getSubscription()) ?? null;
  return { is: subscription ? 'on' : 'off', subscription };
}

const SAYS: Record<Standing, string> = {
  looking: '',
  cannot: 'This browser takes no reminders while it is closed. Take them by e-mail.',
  blocked: 'Notifications of this page are blocked in the browser’s settings.',
  off: 'This device shows none yet.',
  on: 'This device shows them, also while Entspann is closed.',
};

/** Signs this device up for reminders, or off. */
export function ThisDevice({ publicKey }: { publicKey: string }) {
  const fetcher = useFetcher();
  const [is, setIs] = useState<Standing>('looking');
  const [trouble, setTrouble] = useState('');
  useEffect(() => {
    let left = false;
    standing().then(
      (found) => {
        if (!left) setIs(found.is);
      },
      () => {
        if (!left) setIs('cannot');
      },
    );
    return () => {
      left = true;
    };
  }, []);
  const signUp = async () => {
    setTrouble('');
    if ((await Notification.requestPermission()) !== 'granted') {
      setIs('blocked');
      return;
    }
    const worker = await navigator.serviceWorker.ready;
    const made = await worker.pushManager.subscribe({
      userVisibleOnly: true,
      applicationServerKey: bytesOf(publicKey),
    });
    await fetcher.submit(
      {
        intent: 'device',
        endpoint: made.endpoint,
        p256dh: base64url(made.getKey('p256dh')),
        auth: base64url(made.getKey('auth')),
      },
      { method: 'post', action: '/reminders' },
    );
    setIs('on');
  };
  const signOff = async () => {
    const { subscription } = await standing();
    if (subscription) {
      await fetcher.submit(
        { intent: 'no device', endpoint: subscription.endpoint },
        { method: 'post', action: '/reminders' },
      );
      await subscription.unsubscribe();
    }
    setIs('off');
  };
  const turn = (work: () => Promise<void>) => () => {
    work().catch(() =>
      setTrouble('The browser’s push service did not answer. Try again, or take them by e-mail.'),
    );
  };
  const refused = fetcher.data as { ok?: boolean; message?: string } | undefined;
  return (
    <section aria-label="On this device" className={classes.device}>
      <h2>On this device</h2>
      <p>{SAYS[is]}</p>
      {is === 'off' && (
        <button type="button" onClick={turn(signUp)}>
          Show them here
        </button>
      )}
      {is === 'on' && (
        <button type="button" onClick={turn(signOff)}>
          No longer here
        </button>
      )}
      {(trouble || refused?.ok === false) && (
        <p role="alert" className={classes.trouble}>
          {trouble || refused?.message}
        </p>
      )}
    </section>
  );
}
