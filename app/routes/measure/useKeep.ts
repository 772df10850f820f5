import { useState } from 'react';
import type { Heard } from '~/ui/parts/sendUntilHeard';
import { useSend } from '~/ui/parts/useSend';

/** Sends readings one after another and says what was refused. */
export function useKeep(base: string) {
  const { send, message, busy } = useSend<Heard>(`${base}/measure/keep`);
  const [trouble, setTrouble] = useState('');
  const keepPicture = async (blob: Blob): Promise<string | null> => {
    setTrouble('');
    try {
      const answer = await fetch(`${base}/pictures`, { method: 'POST', body: blob });
      const said = (await answer.json()) as { ok: boolean; id?: string; message?: string };
      if (said.ok && said.id) return said.id;
      setTrouble(said.message ?? 'The picture could not be kept.');
    } catch {
      setTrouble('No connection: the picture was not kept; the reading is kept without it.');
    }
    return null;
  };
  return {
    send: (body: unknown) => void send(body),
    keepPicture,
    message: message || trouble,
    busy,
  };
}
