import { dayOf } from '#core/calendar';
import { begin, replay, summarise } from '#core/session';
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
    nextSeq: Math.max(-1, ...session.log.map(({ seq }) => seq)) + 1,
  };
}
