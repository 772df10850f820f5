import { ledWords, type LedRoutine } from '#core/routine';
import { screen } from '#core/screening';
import { borneFrom, ledSteps, sessionOf } from '#core/today';
import { routineOf, versionsOf } from '~/db/routines.server';
import { lastSummariesOf, SUMMARIES_FROM } from '~/db/sessions.server';
import type { Principal, Setting } from '~/keeping/server/setting.server';
import { fileOf } from './clientFile.server';
import { answersInForce } from './inForce.server';
import { restsFor } from './rests.server';

/**
 * A client’s session as it would be led now, for the therapist to look at: by the draft where there is one, else by the
 * latest version, within what screening found and what rests. Nothing is handed out by it.
 */
export async function previewOf(setting: Setting, who: Principal, clientId: string) {
  const { db } = setting;
  const file = await fileOf(setting, who, clientId);
  const [thread, versions, rows, { answers }, rests] = await Promise.all([
    routineOf(db, clientId),
    versionsOf(db, clientId),
    lastSummariesOf(db, clientId, SUMMARIES_FROM),
    answersInForce(db, clientId),
    restsFor(db, file),
  ]);
  const latest = versions.at(-1);
  const content = thread?.draft ?? latest?.content ?? null;
  const steps = content
    ? ledSteps(content, screen(answers), borneFrom(versions, rows, null), rests)
    : [];
  const routine: LedRoutine | null = content && {
    id: clientId,
    number: latest?.number ?? 0,
    ledId: clientId,
    steps,
    session: sessionOf(content, steps),
    ...ledWords(content),
  };
  return {
    name: file.name,
    therapistName: file.therapistName,
    isDraft: (thread?.draft ?? null) !== null,
    routine: steps.length > 0 ? routine : null,
    numbers: { practice: who.phone, emergency: who.emergencyNumber },
  };
}
