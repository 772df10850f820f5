import { dayOf, weekOf, type Day } from '#core/calendar';
import { findSite, placeOf } from '#core/anatomy';
import { sessionsAWeek } from '#core/routine';
import {
  dropRows,
  foundRows,
  weeksOf,
  type DropRow,
  type FoundRow,
  type WeekCount,
} from '#core/trend';
import type { Known } from './known';
import { reachesOf, type OwnReach } from './reach';

/** How it goes, as a client reads it. */
export interface OwnCourse {
  today: Day;
  therapistName: string;
  timeZone: string;
  from: Day;
  rows: DropRow[];
  found: FoundRow[];
  weeks: WeekCount[];
  /** How far they reached at home. */
  reaches: OwnReach[];
  /** What is said of it in plain words, the clearest first. */
  says: string[];
  messages: Known['messages'];
  numbers: Known['numbers'];
}

const ORDER = ['less', 'more', 'slight', 'no change', 'too few'] as const;

/** One row in plain words: where it stood, where it stands, and whether that is more than wavering. */
function rowSays(row: DropRow): string {
  const site = findSite(row.siteId);
  const place = site ? placeOf(site, row.side) : row.siteId;
  const name = row.point?.name ? `${place} (${row.point.name})` : place;
  const [first, last] = [row.strokes[0]?.before, row.strokes.at(-1)?.before];
  switch (row.change.verdict) {
    case 'less':
      return `${name}: ${first} at first, ${last} last time. It is less tender, more than from day to day.`;
    case 'more':
      return `${name}: ${first} at first, ${last} last time. It is more tender; your therapist sees it.`;
    case 'slight':
      return `${name}: ${first} at first, ${last} last time. It changes a little.`;
    case 'no change':
      return `${name}: about as it was, ${last} last time. It wavers from day to day.`;
    case 'too few':
      return `${name}: too few sessions to tell.`;
  }
}

/**
 * How it went in the sessions that are known, by place, in strokes and in words. The therapist’s review computes the same.
 *
 * @param now ms since 1970 UTC
 */
export function courseOfOwn(known: Known, now: number): OwnCourse {
  const today = dayOf(now, known.timeZone);
  const sessions = known.sessions.toReversed();
  const rated = sessions.flatMap(({ id, day, summary }) =>
    summary.places.map((place) => ({ ...place, sessionId: id, day })),
  );
  const periods = known.versions.map((version) => ({
    from: version.issuedOn,
    timesPerWeek: sessionsAWeek(version.content),
  }));
  const rows = dropRows(rated);
  const told = rows.toSorted(
    (a, b) => ORDER.indexOf(a.change.verdict) - ORDER.indexOf(b.change.verdict),
  );
  const from = sessions[0]?.day ?? today;
  return {
    today,
    therapistName: known.therapistName,
    timeZone: known.timeZone,
    from,
    rows,
    found: foundRows(
      rated.flatMap(({ siteId, side, day, found }) =>
        found === undefined ? [] : [{ siteId, side, day, found }],
      ),
    ),
    // Of weeks before the first session that is known nothing can be said.
    weeks: weeksOf(sessions, periods, today).filter(({ monday }) => monday >= weekOf(from)),
    says: told.map(rowSays),
    reaches: reachesOf(known.own),
    messages: known.messages,
    numbers: known.numbers,
  };
}
