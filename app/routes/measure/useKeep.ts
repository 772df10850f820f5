import { useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { useAskBeforeLeaving } from '~/ui/parts/useAskBeforeLeaving';

/** Sends readings one after another and says what was refused. */
export function useKeep(base: string) {
  const { revalidate } = useRevalidator();
  const [message, setMessage] = useState('');
  const [busy, setBusy] = useState(0);
  const queue = useRef(Promise.resolve());
  useAskBeforeLeaving(() => busy > 0);
  const send = (body: unknown) => {
    setBusy((count) => count + 1);
    queue.current = queue.current.then(async () => {
      try {
        const answer = await fetch(`${base}/measure/keep`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify(body),
          // A page that is left still sends what it had begun to send.
          keepalive: true,
        });
        const said = (await answer.json()) as { ok: boolean; message?: string };
        setMessage(said.ok ? '' : (said.message ?? 'That could not be kept.'));
      } catch {
        setMessage('No connection: this reading was not kept. Type it again when it works.');
      }
      await revalidate();
      setBusy((count) => count - 1);
    });
  };
  const keepPicture = async (blob: Blob): Promise<string | null> => {
    try {
      const answer = await fetch(`${base}/pictures`, { method: 'POST', body: blob });
      const said = (await answer.json()) as { ok: boolean; id?: string; message?: string };
      if (said.ok && said.id) return said.id;
      setMessage(said.message ?? 'The picture could not be kept.');
    } catch {
      setMessage('No connection: the picture was not kept; the reading is kept without it.');
    }
    return null;
  };
  return { send, keepPicture, message, busy: busy > 0 };
}
