import { dayOf } from '#core/calendar';
import { begin, isAfterwards, replay, summarise } from '#core/session';
import { sessionWithLog } from '~/db/sessions.server';
import { found } from '~/keeping/server/refusal.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { z } from 'zod';
import { ownFile } from './clientFile.server';

/** One session as its client logged it, to be read and corrected. */
export async function ownSessionLog(setting: Setting, who: Principal, sessionId: string) {
  const file = await ownFile(setting, who);
  const isId = z.uuid().safeParse(sessionId).success;
  const row = isId ? await sessionWithLog(setting.db, sessionId) : undefined;
  const session = found(row?.clientId === file.id ? row : undefined, 'session');
  const state = replay(begin(session.steps), session.log);
  return {
    id: sessionId,
    head: {
      versionId: session.versionId,
      ledId: session.ledId,
      startedAt: session.startedAt.getTime() - session.clockOffset,
    },
    day: session.day,
    today: dayOf(setting.now().getTime(), file.timeZone),
    timeZone: file.timeZone,
    therapistName: file.therapistName,
    state,
    contactSeconds: summarise(state).contactSeconds,
    /** What was said of it afterwards and is in `state` already, by the ids of its events. */
    heard: session.log.flatMap(({ id, type }) => (isAfterwards(type) ? [id] : [])),
    nextSeq: Math.max(-1, ...session.log.map(({ seq }) => seq)) + 1,
  };
}
