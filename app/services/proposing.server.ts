import { dayOf } from '#core/calendar';
import { whereToLook } from '#core/complaint';
import { askedWithin } from '#core/course';
import { withHelper } from '#core/equipment';
import type { Known } from '#core/proposals';
import { sessionsAWeek, settledSites } from '#core/routine';
import { screen } from '#core/screening';
import type { Setting } from '~/keeping/server/setting.server';
import type { fileOf } from './clientFile.server';
import { ratedSetups } from './planning.server';
import { restsFor } from './rests.server';
import { courseStepsOf } from '~/db/courses.server';
import { seenToOf } from '~/db/seenTo.server';
import type { complaintsOf } from '~/db/complaints.server';
import type { versionsOf } from '~/db/routines.server';
import type { sessionsOf } from '~/db/sessions.server';

type File = Awaited<ReturnType<typeof fileOf>>;

/** What was read of a client already. */
export interface Read {
  file: File;
  versions: Awaited<ReturnType<typeof versionsOf>>;
  sessions: Awaited<ReturnType<typeof sessionsOf>>;
  complaints: Awaited<ReturnType<typeof complaintsOf>>;
}

/** So many of the latest sessions calibrate the ladder. */
const RATINGS_FROM = 6;

/** All that proposals are made from; null while nothing is prescribed. What was taken back counts for nothing. */
export async function knownFrom(
  { db, now }: Setting,
  { file, versions, sessions, complaints }: Read,
): Promise<Known | null> {
  const latest = versions.at(-1);
  if (!latest) return null;
  const rests = await restsFor(db, file);
  const seen = await seenToOf(db, file.id);
  const course = await courseStepsOf(db, file.id);
  const today = dayOf(now().getTime(), file.timeZone);
  const contents = new Map(versions.map(({ id, content }) => [id, content]));
  const counted = sessions.filter(({ summary }) => !summary.takenBack);
  const tools = withHelper(file.tools, file.helperAtHome);
  const screening = screen(file.screening);
  const { massKilograms, statureMetres, places } = file;
  return {
    today,
    routine: latest.content,
    issuedOn: latest.issuedOn,
    periods: askedWithin(
      versions.map(({ issuedOn, content }) => ({
        from: issuedOn,
        timesPerWeek: sessionsAWeek(content),
      })),
      course,
    ),
    sessions: counted.map(
      ({ id, day, versionId, counts, stopReason, response, responsePlaces, summary }) => ({
        id,
        day,
        items: contents.get(versionId)?.items ?? [],
        counts,
        stopReason,
        response,
        responsePlaces,
        places: summary.places,
        stoppedAt: summary.stoppedAt,
        byHand: summary.byHand ?? false,
      }),
    ),
    rests,
    causes: complaints
      .filter(({ over }) => !over)
      .flatMap(({ what, places: felt }) => whereToLook({ what, places: felt }).causes),
    seen: seen.map(({ at, ...one }) => ({ ...one, day: dayOf(at.getTime(), file.timeZone) })),
    ladder: {
      massKilograms,
      statureMetres,
      tools,
      places,
      ratings: counted
        .slice(-RATINGS_FROM)
        .reverse()
        .flatMap(({ versionId, day, summary }) =>
          ratedSetups(contents.get(versionId), summary, day),
        ),
      screening,
    },
    check: {
      minutesPerDay: file.minutesPerDay,
      firstVersion: false,
      screening,
      settledSites: settledSites(versions, today),
      tools,
      things: file.things,
    },
  };
}
