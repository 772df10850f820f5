import { useEffect, useState } from 'react';
import { useOutbox } from '~/ui/keeping/Keeping';
import { USUAL, WAYS_NAME, waysFrom, type Ways } from './ways';

/** How the client is led, as they chose it on this device; it outlives a reload and a lost line. */
export function useKeptWays(): { ways: Ways; change: (part: Partial<Ways>) => void } {
  const outbox = useOutbox();
  const [ways, setWays] = useState(USUAL);
  useEffect(() => {
    let left = false;
    void outbox.readJotted(WAYS_NAME).then((kept) => {
      if (!left && kept !== null) setWays(waysFrom(kept));
    });
    return () => {
      left = true;
    };
  }, [outbox]);
  const change = (part: Partial<Ways>) => {
    const next = { ...ways, ...part };
    setWays(next);
    outbox.jot(WAYS_NAME, next);
  };
  return { ways, change };
}
