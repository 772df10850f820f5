import { v7 as uuid } from 'uuid';
import type { SessionEvent } from '#core/session';
import type { Body } from '~/keeping/bodies';
import type { KindId } from '~/keeping/kinds';
import type { Answer, Base, Letter } from '~/keeping/letter';
import { postSchema } from '~/keeping/server/keep.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { keep } from '../keeping.server';

/** A letter as a device would write it now. */
export const add = <K extends KindId>(
  kind: K,
  clientId: string | null,
  thing: string,
  body: Body<K>,
  base: Base = null,
): Letter<K> => ({ id: uuid(), kind, clientId, thing, base, body, at: 0 });

/** Sends letters as one post and answers what the server did. */
export async function post(
  setting: Setting,
  who: Principal,
  letters: readonly Letter[],
  sentAt = setting.now().getTime(),
): Promise<Answer[]> {
  const at = (letter: Letter) => (letter.at === 0 ? { ...letter, at: sentAt } : letter);
  const body = { from: who.userId, sentAt, letters: letters.map(at) };
  return keep(setting, who, postSchema.parse(JSON.parse(JSON.stringify(body))));
}

/**
 * Sends one letter.
 *
 * @returns the revision the thing has now
 * @throws Refusal as the server refused it
 */
export async function send(
  setting: Setting,
  who: Principal,
  letter: Letter,
): Promise<number | null> {
  const [answer] = await post(setting, who, [letter]);
  if (answer?.is === 'kept') return answer.revision;
  if (answer?.is === 'refused') {
    throw new Refusal(answer.status as Refusal['status'], answer.says, answer.details);
  }
  throw new Error('The letter was not answered.');
}

/** A session as a device logged it. */
export interface Log {
  id: string;
  versionId: string;
  ledId: string | null;
  /** The lines that were in it, where the device put the day together itself. */
  lineIds?: string[];
  startedAt: number;
  events: readonly SessionEvent[];
}

/** The letters of a log. */
export const lettersOf = ({
  id: sessionId,
  versionId,
  ledId,
  lineIds,
  startedAt,
  events,
}: Log): Letter<'session event'>[] =>
  events.map(({ id, ...event }) => ({
    id,
    kind: 'session event',
    clientId: null,
    thing: sessionId,
    base: null,
    body: {
      session: { versionId, ledId, ...(lineIds ? { lineIds } : {}), startedAt },
      event,
    },
    at: event.at,
  }));

/** Sends a whole log; throws the first refusal. */
export async function sendLog(
  setting: Setting,
  who: Principal,
  log: Log,
  sentAt?: number,
): Promise<void> {
  for (const answer of await post(setting, who, lettersOf(log), sentAt)) {
    if (answer.is === 'refused') {
      throw new Refusal(answer.status as Refusal['status'], answer.says, answer.details);
    }
  }
}
