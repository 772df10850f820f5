import type { Day } from '#core/calendar';
import { sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { rowsOf } from './rowsOf.server';

/** How tender the places of each client were on first pressing, week by week: the mean of a week, from its Monday. */
export const weeklyRatings = (db: Database, practiceId: string, since: Day) =>
  rowsOf<{ clientId: string; monday: Day; grade: number }>(
    db,
    sql`select s.client_id as "clientId",
        to_char(date_trunc('week', s.day::timestamp), 'YYYY-MM-DD') as monday,
        avg((p.place ->> 'before')::float8) as grade
      from practised_session s
      join client c on c.id = s.client_id
      cross join lateral jsonb_array_elements(s.summary -> 'places') as p(place)
      where c.practice_id = ${practiceId} and s.day >= ${since}
        and jsonb_typeof(p.place -> 'before') = 'number'
      group by 1, 2 order by 1, 2`,
  );

/** Sessions of each client since a day that count. */
export const doneSince = (db: Database, practiceId: string, since: Day) =>
  rowsOf<{ clientId: string; done: number }>(
    db,
    sql`select s.client_id as "clientId", count(*)::integer as done
      from practised_session s
      join client c on c.id = s.client_id
      where c.practice_id = ${practiceId} and s.day >= ${since} and s.counts
      group by 1`,
  );

/** What brought each client first of all, of what is still open. */
export const firstComplaints = (db: Database, practiceId: string) =>
  rowsOf<{ clientId: string; what: string }>(
    db,
    sql`select distinct on (k.client_id) k.client_id as "clientId", k.content ->> 'what' as what
      from complaint k
      join client c on c.id = k.client_id
      where c.practice_id = ${practiceId} and k.removed_at is null
        and coalesce(k.content ->> 'over', 'false') <> 'true'
      order by k.client_id, k.at, k.id`,
  );
