import { useRef, useState } from 'react';
import { useRevalidator } from 'react-router';
import { sendUntilHeard, type Heard } from './sendUntilHeard';
import { useAskBeforeLeaving } from './useAskBeforeLeaving';

/**
 * Sends one thing after another to an address, each until it is heard, and has the page’s data read
 * anew after each. Without a connection nothing is lost while the page stays open.
 */
export function useSend<T extends Heard>(address: string) {
  const { revalidate } = useRevalidator();
  const [answer, setAnswer] = useState<T | null>(null);
  const [waiting, setWaiting] = useState('');
  const [busy, setBusy] = useState(0);
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  useAskBeforeLeaving(() => busy > 0);

  const send = (body: unknown): Promise<T> => {
    setBusy((count) => count + 1);
    const sent = queue.current.then(async () => {
      const heard = await sendUntilHeard<T>(address, body, setWaiting);
      setWaiting('');
      setAnswer(heard);
      await revalidate();
      setBusy((count) => count - 1);
      return heard;
    });
    queue.current = sent;
    return sent;
  };
  return {
    send,
    /** The last answer. */
    answer,
    busy: busy > 0,
    /** What to say: that there is no connection, or why the last was refused. */
    message: waiting || (answer?.ok === false ? (answer.message ?? '') : ''),
  };
}
