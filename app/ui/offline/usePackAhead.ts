import { useEffect } from 'react';
import { useRevalidator } from 'react-router';
import type { Letter } from '~/keeping/letter';
import { useKeeper } from '~/ui/keeping/Keeping';
import { keepDrawings } from './drawings';
import { renewPack } from './keptPack';
import { line } from './line';
import { startWorker } from './startWorker';

/** Once the page itself is there. */
const AFTER_MS = 2_500;
/** So often it is tried while there was no line. */
const AGAIN_MS = 20_000;

/** Whether a kept letter changes what the pages are drawn from: of a session, that it has ended. */
const changes = (letter: Letter): boolean => {
  if (letter.kind !== 'session event') return true;
  const { event } = (letter as Letter<'session event'>).body;
  return event.type === 'finished' || event.type === 'stopped';
};

/** Keeps ready on the device what this client’s pages need when there is no line, and notices when there is one again. */
export function usePackAhead(): void {
  const { userId, outbox } = useKeeper();
  const { revalidate } = useRevalidator();
  useEffect(() => {
    if (userId === null) return;
    let waiting: ReturnType<typeof setTimeout>;
    const renew = async () => {
      void startWorker();
      const pack = await renewPack(userId);
      if (!pack) return;
      if (line.isLost()) {
        line.set(false);
        void revalidate();
      }
      await keepDrawings(userId, pack.drawings);
    };
    const soon = () => {
      clearTimeout(waiting);
      waiting = setTimeout(() => void renew(), AFTER_MS);
    };
    soon();
    const again = setInterval(() => {
      if (line.isLost()) void renew();
    }, AGAIN_MS);
    window.addEventListener('online', soon);
    const stopHearing = outbox.onAnswers((_answers, kept) => {
      if (kept.some(changes)) soon();
    });
    return () => {
      clearTimeout(waiting);
      clearInterval(again);
      window.removeEventListener('online', soon);
      stopHearing();
    };
  }, [userId, outbox, revalidate]);
}
