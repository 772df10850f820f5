import { useEffect, useState } from 'react';
import { useOutbox } from './Keeping';

/** Laid over one another: of what was jotted by an earlier edition, only texts that are still asked for. */
const laidOver = <T extends Record<string, string>>(begun: T, jotted: unknown): T => {
  if (typeof jotted !== 'object' || jotted === null) return begun;
  const known = Object.entries(jotted).filter(
    ([name, text]) => name in begun && typeof text === 'string',
  );
  return { ...begun, ...Object.fromEntries(known) };
};

/**
 * Texts under way that are not sent yet: what is half typed outlives a reload, on this device and for this person alone,
 * unless something was typed before it was found.
 *
 * @param name what they are kept under
 * @param begun what stands in them before anything is typed
 */
export function useJotted<T extends Record<string, string>>(name: string, begun: T) {
  const outbox = useOutbox();
  const [typed, setTyped] = useState<T | null>(null);
  useEffect(() => {
    let left = false;
    void outbox.readJotted(name).then((jotted) => {
      if (!left && jotted !== null && jotted !== undefined) {
        setTyped((now) => now ?? laidOver(begun, jotted));
      }
    });
    return () => {
      left = true;
    };
    // What they were begun with does not matter any more once they are found.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [outbox, name]);
  const texts = typed ?? begun;
  return {
    texts,
    type: (change: Partial<T>) => {
      const next = { ...texts, ...change };
      setTyped(next);
      outbox.jot(name, next);
    },
    /** They were sent, or are not wanted any more. */
    forget: () => {
      setTyped(null);
      outbox.jot(name, null);
    },
  };
}
