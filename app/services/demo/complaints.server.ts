import { addDays, type Day } from '#core/calendar';
import type { Standing } from '#core/complaint';
import type { Chance } from '#core/simulation';
import type { Database } from '~/db/database.server';
import { complaint, complaintStanding } from '~/db/schema.server';
import type { DemoClient } from './people';

/** What is left of a complaint after seven weeks, as a share, by the course a client takes. */
const LEFT: Record<DemoClient['course'], number> = {
  improving: 0.3,
  steady: 0.6,
  stuck: 0.95,
  'over-pressing': 1.05,
  quiet: 0.8,
};
/** Days after the first visit on which it was asked at a visit, and told at home. */
const AT_VISITS = [0, 28, 49];
const AT_HOME = [7, 14, 21, 35, 42];
const LAST = 49;

const noon = (day: Day) => Date.parse(`${day}T12:10:00Z`);
const between = (value: number, least: number, most: number) =>
  Math.round(Math.min(most, Math.max(least, value)));

/** How it stands so far into the weeks. */
function standingAt(
  [days, strongest, hinders]: DemoClient['brought'][number]['at'],
  share: number,
  chance: Chance,
): Standing {
  const waver = () => chance.normal() * 0.5;
  return {
    days: between(days * share + waver(), 1, 7),
    strongest: between(strongest * share + waver(), 1, 10),
    hinders: between(hinders * share + waver(), 0, 10),
  };
}

/** What brought a client, and what was told of it over the weeks; those who went quiet tell nothing at home. */
export async function seedComplaints({
  tx,
  person,
  clientId,
  userId,
  therapistId,
  newId,
  chance,
  from,
}: {
  tx: Database;
  person: DemoClient;
  clientId: string;
  userId: string;
  therapistId: string;
  newId: (msecs: number) => string;
  chance: Chance;
  from: Day;
}): Promise<void> {
  for (const [index, { what, places, sinceDays, stops, at }] of person.brought.entries()) {
    // One after the other, as they were told of.
    const noted = noon(from) + index * 60_000;
    const id = newId(noted);
    await tx.insert(complaint).values({
      id,
      clientId,
      content: {
        what,
        places: [...places],
        since: addDays(from, -sinceDays).slice(0, 7),
        stops,
        over: false,
      },
      by: therapistId,
      at: new Date(noted),
    });
    const told = [
      ...AT_VISITS.map((after) => ({ after, source: 'visit' as const, by: therapistId })),
      ...(person.course === 'quiet' ? [] : AT_HOME).map((after) => ({
        after,
        source: 'home' as const,
        by: userId,
      })),
    ].sort((a, b) => a.after - b.after);
    await tx.insert(complaintStanding).values(
      told.map(({ after, source, by }) => {
        const day = addDays(from, after);
        const share = 1 + ((LEFT[person.course] - 1) * after) / LAST;
        return {
          ...standingAt(at, share, chance),
          id: newId(noon(day)),
          complaintId: id,
          source,
          by,
          at: new Date(noon(day)),
          day,
        };
      }),
    );
  }
}
