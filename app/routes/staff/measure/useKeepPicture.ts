import { useState } from 'react';

/** Keeps a picture in the file; one that does not arrive costs no reading, and says so. */
export function useKeepPicture(base: string) {
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
  return { keepPicture, trouble };
}
