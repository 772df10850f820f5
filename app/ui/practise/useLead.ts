import { useEffect, useState } from 'react';

/** Whether this tab leads the session, another one does, or it is not known yet. */
export type Lead = 'asking' | 'here' | 'elsewhere';

const nameFor = (userId: string) => `entspann/session/${userId}`;

/**
 * One tab leads a person’s session. A second one is told so, and may take it over; the first then only
 * watches. Where the browser has no such locks, this tab leads.
 */
export function useLead(userId: string): { lead: Lead; takeOver: () => void } {
  const [lead, setLead] = useState<Lead>('asking');
  const [turn, setTurn] = useState(0);

  useEffect(() => {
    let left = false;
    let free: () => void = () => undefined;
    const say = (next: Lead) => {
      if (!left) setLead(next);
    };
    if (!('locks' in navigator)) {
      queueMicrotask(() => say('here'));
      return () => {
        left = true;
      };
    }
    const options = turn === 0 ? { ifAvailable: true } : { steal: true };
    void navigator.locks
      .request(nameFor(userId), options, async (lock) => {
        say(lock ? 'here' : 'elsewhere');
        if (lock && !left) await new Promise<void>((done) => (free = done));
      })
      // Another tab has taken it over.
      .catch(() => say('elsewhere'));
    return () => {
      left = true;
      free();
    };
  }, [userId, turn]);

  return { lead, takeOver: () => setTurn((last) => last + 1) };
}
