import type { SessionEvent, SessionState } from '#core/session';
import { ownSession, type OwnAnswer, type OwnSession } from '#core/today';
import type { Outbox } from '~/keeping/client/outbox';

const SESSIONS = 'own sessions';
const ANSWERS = 'own answers';
/** As many as the practice tells a device of. */
const MOST = 20;
/** What is noted of a session besides would not change the day. */
const TELLING: readonly SessionEvent['type'][] = ['started', 'hold-ended', 'stopped', 'finished'];

// Only this code writes under these names, sealed for its person.
const sessionsIn = (jotted: unknown) => (jotted ?? []) as OwnSession[];
const answersIn = (jotted: unknown) => (jotted ?? []) as OwnAnswer[];

/** One after the other: what a session came to last is what stays. */
let remembering: Promise<void> = Promise.resolve();

/**
 * Remembers what was done on this device, so that a day without a line knows of it; beside what another tab remembers by
 * now.
 */
export function rememberSession(
  outbox: Pick<Outbox, 'jot' | 'readJotted'>,
  head: Pick<OwnSession, 'id' | 'versionId' | 'startedAt'>,
  state: SessionState,
  event: SessionEvent,
): void {
  if (!TELLING.includes(event.type)) return;
  const { id, versionId, startedAt } = head;
  const own = ownSession({ id, versionId, startedAt }, state);
  remembering = remembering
    .then(() => outbox.readJotted(SESSIONS))
    .then((kept) => {
      const others = sessionsIn(kept).filter((one) => one.id !== id);
      outbox.jot(SESSIONS, [own, ...others].slice(0, MOST));
    })
    .catch(() => undefined);
}

/** Remembers how the day after a session was said to be. */
export function rememberAnswer(
  outbox: Pick<Outbox, 'jot' | 'jotted'>,
  answer: Omit<OwnAnswer, 'at'>,
): void {
  const own = { ...answer, at: Date.now() };
  outbox.jot(ANSWERS, [...answersIn(outbox.jotted(ANSWERS)), own].slice(-MOST));
}

const LOOKS = 20;
const LOOK_EVERY_MS = 100;

/** Settles once what was answered about a session is safe on this device, or it takes too long. */
export async function isRemembered(
  outbox: Pick<Outbox, 'readJotted'>,
  sessionId: string,
): Promise<void> {
  for (let looks = 0; looks < LOOKS; looks += 1) {
    const { answers } = await ownOf(outbox);
    if (answers.some((one) => one.sessionId === sessionId)) return;
    await new Promise((next) => setTimeout(next, LOOK_EVERY_MS));
  }
}

/** What this device remembers of its own. */
export interface OwnThings {
  sessions: readonly OwnSession[];
  answers: readonly OwnAnswer[];
}

export async function ownOf(outbox: Pick<Outbox, 'readJotted'>): Promise<OwnThings> {
  return {
    sessions: sessionsIn(await outbox.readJotted(SESSIONS)),
    answers: answersIn(await outbox.readJotted(ANSWERS)),
  };
}
