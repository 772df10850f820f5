import {
  createContext,
  type ReactNode,
  startTransition,
  useContext,
  useEffect,
  useState,
} from 'react';
import { useSyncExternalStore } from 'react';
import { useRevalidator } from 'react-router';
import { leaveNothing } from '~/keeping/client/browser';
import { canSeal } from '~/keeping/client/keys';
import type { Outbox, View } from '~/keeping/client/outbox';
import type { Letter } from '~/keeping/letter';
import { useAskBeforeLeaving } from '~/ui/parts/useAskBeforeLeaving';
import { NO_OUTBOX, outboxFor } from './outboxFor';

interface Present {
  userId: string | null;
  outbox: Outbox;
  /** Kept by the server, and not yet in what the page has read: it is still laid over it. */
  lingering: readonly Letter[];
}

const KeepingContext = createContext<Present>({ userId: null, outbox: NO_OUTBOX, lingering: [] });

/** Whether the open page shows what a letter changes: else it need not be read anew. */
const isShown = ({ kind }: Letter, path: string) =>
  kind === 'session event' ? path !== '/practise' : kind !== 'answer';

/**
 * Gives every page the outbox of the person who is signed in, sends from whatever page is open, and has
 * the page read anew when something was kept. Where nobody is signed in, nothing of anybody stays legible.
 */
export function Keeping({
  userId,
  isKnown = true,
  children,
}: {
  userId: string | null;
  /** False: the practice could not be asked who is signed in. */
  isKnown?: boolean;
  children: ReactNode;
}) {
  const { revalidate } = useRevalidator();
  const [lingering, setLingering] = useState<readonly Letter[]>([]);
  const outbox = outboxFor(userId);

  useEffect(() => {
    if (userId === null && isKnown) void leaveNothing();
  }, [userId, isKnown]);

  useEffect(
    () =>
      outbox.onAnswers((answers, kept) => {
        const shown = kept.filter((letter) => isShown(letter, window.location.pathname));
        const refused = answers.some(({ is }) => is === 'refused');
        if (shown.length === 0 && !refused) return;
        setLingering((before) => [...before, ...shown]);
        // What was read anew is drawn in a transition: taken away any sooner, the letter would be in neither for a moment.
        void revalidate().finally(() =>
          startTransition(() =>
            setLingering((before) => before.filter((letter) => !shown.includes(letter))),
          ),
        );
      }),
    [outbox, revalidate],
  );

  // Seen again: what waits is tried at once.
  useEffect(() => {
    const seen = () => {
      if (document.visibilityState === 'visible') outbox.hurry();
    };
    document.addEventListener('visibilitychange', seen);
    return () => document.removeEventListener('visibilitychange', seen);
  }, [outbox]);

  useAskBeforeLeaving(() => {
    const { unwritten, waiting } = outbox.view();
    return unwritten > 0 || (waiting > 0 && !canSeal());
  });

  return <KeepingContext value={{ userId, outbox, lingering }}>{children}</KeepingContext>;
}

/** Nothing that is written within is kept: a preview. */
export const KeptNowhere = ({ children }: { children: ReactNode }) => (
  <KeepingContext value={{ userId: null, outbox: NO_OUTBOX, lingering: [] }}>
    {children}
  </KeepingContext>
);

/** Whose page it is, and where what they write is kept. */
export const useKeeper = (): Pick<Present, 'userId' | 'outbox'> => useContext(KeepingContext);

export const useOutbox = (): Outbox => useContext(KeepingContext).outbox;

/** What is on this device and not kept yet, as it changes. */
export function useView(): View {
  const outbox = useOutbox();
  return useSyncExternalStore(outbox.subscribe, outbox.view, NO_OUTBOX.view);
}

/** Letters that the page has to be drawn with, oldest first: on the way, or kept and not yet read anew. */
export function useLetters(kind: Letter['kind'], clientId: string | null): readonly Letter[] {
  const { lingering } = useContext(KeepingContext);
  const { entries } = useView();
  const under = entries.filter(({ refused }) => !refused).map(({ letter }) => letter);
  const waiting = new Set(under.map(({ id }) => id));
  return [...lingering.filter(({ id }) => !waiting.has(id)), ...under].filter(
    (letter) => letter.kind === kind && letter.clientId === clientId,
  );
}
