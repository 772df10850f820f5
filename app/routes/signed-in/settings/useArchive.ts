import { parse } from 'content-disposition';
import { useEffect, useRef, useState } from 'react';
import { RECORDS_HEADER, recordsSeen } from '~/formats/archive/recordsSeen';
import { save } from '~/ui/charts/takeOut';

/** How far taking out a practice is. */
export type Taking =
  | { is: 'idle' }
  | { is: 'under way'; records: number; of: number | null; bytes: number }
  | { is: 'saved'; records: number; bytes: number }
  | { is: 'broken'; why: string };

const CUT =
  'It did not come through whole, so nothing was saved. See that the line holds, and take it again.';
const NOT_NOW = 'It cannot be taken now. Load this page anew, and take it again.';

/** Hands on what comes in and says each time how far it is. */
function told(
  body: ReadableStream<Uint8Array>,
  of: number | null,
  say: (now: Taking & { is: 'under way' }) => void,
) {
  const seen = recordsSeen();
  let bytes = 0;
  return body.pipeThrough(
    new TransformStream<Uint8Array, Uint8Array>({
      transform: (chunk, onward) => {
        bytes += chunk.length;
        say({ is: 'under way', records: seen(chunk), of, bytes });
        onward.enqueue(chunk);
      },
    }),
  );
}

/** Takes a practice out as one file, says how far it is, and saves it once all of it is there. */
export function useArchive(address: string) {
  const [taking, setTaking] = useState<Taking>({ is: 'idle' });
  const stopping = useRef<AbortController | null>(null);
  useEffect(() => () => stopping.current?.abort(), []);

  const take = async () => {
    const stop = new AbortController();
    stopping.current = stop;
    setTaking({ is: 'under way', records: 0, of: null, bytes: 0 });
    try {
      const answer = await fetch(address, { signal: stop.signal });
      const disposition = answer.headers.get('Content-Disposition');
      // Signed out meanwhile, the answer is a page.
      if (!answer.ok || !answer.body || disposition === null) {
        setTaking({ is: 'broken', why: NOT_NOW });
        return;
      }
      const { filename = 'practice.zip' } = parse(disposition).parameters;
      const of = Number(answer.headers.get(RECORDS_HEADER)) || null;
      let last = { records: 0, bytes: 0 };
      const blob = await new Response(
        told(answer.body, of, (now) => {
          last = now;
          setTaking(now);
        }),
      ).blob();
      if (stop.signal.aborted) return;
      save(blob, filename);
      setTaking({ is: 'saved', records: last.records, bytes: last.bytes });
    } catch {
      setTaking(stop.signal.aborted ? { is: 'idle' } : { is: 'broken', why: CUT });
    }
  };
  return { taking, take, stop: () => stopping.current?.abort() };
}
