import { v7 as uuid } from 'uuid';
import type { Step } from '#core/routine';
import { TAKE_UP_WITHIN_MS, type SessionEvent } from '#core/session';
import { rememberSession } from '~/ui/offline/ownSessions';
import type { Outbox } from '~/keeping/client/outbox';
import type { Letter } from '~/keeping/letter';
import { createSession, type SessionHead, type SessionStore } from './session';

/** A session under way, kept so that a closed or reloaded page can go on with it. */
interface KeptSession {
  head: SessionHead;
  events: readonly SessionEvent[];
}

const NAME = 'session';
/** The last instant at which somebody is known to have been on a point. */
const SEEN = 'session seen';

/** The clocks of a device: one that may be set or jump, ms since 1970, and one that only runs, ms since any instant. */
export interface Clocks {
  wall: () => number;
  steady: () => number;
}

export interface Device {
  session: SessionStore;
  /** Whether the session was begun before this page was opened. */
  takenUp: boolean;
}

const bodyOf = ({ id: _of, ...session }: SessionHead, event: SessionEvent) => {
  const { id: _id, ...rest } = event;
  return { session, event: rest };
};

/**
 * The session a person is in on this device, or is about to begin. What happens in it is written here and
 * sent by the outbox; a session that is taken up sends all of its log again, which is stored once.
 *
 * Taken up in the middle of a hold, what was done while the page was away is asked.
 */
export async function openDevice(
  outbox: Outbox,
  led: { id: string; ledId: string; steps: readonly Step[]; lineIds?: readonly string[] },
  { wall, steady }: Clocks,
): Promise<Device> {
  // Only this code writes under the name, sealed for its person.
  const kept = (await outbox.readJotted(NAME)) as KeptSession | null;
  const goesOn =
    kept !== null &&
    kept.head.versionId === led.id &&
    kept.head.ledId === led.ledId &&
    wall() - kept.head.startedAt < TAKE_UP_WITHIN_MS &&
    !kept.events.some(({ type }) => type === 'finished' || type === 'stopped');
  const earlier = goesOn ? kept.events : [];
  let head: SessionHead | null = goesOn ? kept.head : null;
  const send = (of: SessionHead, event: SessionEvent) =>
    outbox.add({
      kind: 'session event',
      id: event.id,
      clientId: null,
      thing: of.id,
      base: null,
      body: bodyOf(of, event) as Letter<'session event'>['body'],
    });
  for (const event of earlier) if (head) send(head, event);
  // Only this code writes under the name.
  const seenAt = goesOn ? ((await outbox.readJotted(SEEN)) as number | null) : null;
  const last = Math.max(earlier.at(-1)?.at ?? 0, seenAt ?? 0);
  const base = Math.max(wall(), last);
  const from = steady();
  const now = () => Math.round(base + steady() - from);
  const session = createSession(
    led.steps,
    {
      now,
      wall,
      newId: () => uuid(),
      onEvent: (event) => {
        head ??= {
          id: uuid(),
          versionId: led.id,
          ledId: led.ledId,
          ...(led.lineIds ? { lineIds: [...led.lineIds] } : {}),
          startedAt: event.at,
        };
        const { state, events } = session.read();
        outbox.jot(NAME, { head, events: [...events] });
        rememberSession(outbox, head, state, event);
        send(head, event);
        // What was seen of another session says nothing of this one.
        if (['started', 'finished', 'stopped'].includes(event.type)) outbox.jot(SEEN, null);
      },
      onSeen: (at) => outbox.jot(SEEN, at),
    },
    earlier,
  );
  if (goesOn) session.lost('reload', last);
  return { session, takenUp: goesOn };
}
