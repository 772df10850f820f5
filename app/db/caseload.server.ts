import type { Day } from '#core/calendar';
import type { WeekRated } from '#core/trend';
import { sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { rowsOf } from './rowsOf.server';

/**
 * Of each client, by weeks counted from a Monday: how tender their places were on first pressing, the mean of a week, null
 * where nothing was rated; and how many sessions that count there were from another day on.
 */
export const practisedByWeek = (
  db: Database,
  practiceId: string,
  { monday, from }: { monday: Day; from: Day },
) =>
  rowsOf<{ clientId: string; week: number; grade: number | null; done: number }>(
    db,
    sql`select s.client_id as "clientId", ((s.day - ${monday}::date) / 7)::integer as week,
        sum(s.ratings_sum) / nullif(sum(s.ratings), 0) as grade,
        (count(*) filter (where s.counts and s.day >= ${from}))::integer as done
      from practised_session s
      join client c on c.id = s.client_id
      where c.practice_id = ${practiceId} and s.day >= ${monday}
      group by 1, 2`,
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

/** So many of the latest sessions of a practice are looked at for what is usual in it. */
const USUAL_FROM = 20_000;

/**
 * How tender sites were on first pressing, week by week from each client’s first there: of one client all of it, of the
 * others of the practice the latest sessions. Who began before those is left out: their first week is not among them.
 */
export const weeksSinceFirst = (
  db: Database,
  { practiceId, clientId }: { practiceId: string; clientId: string },
  siteIds: readonly string[],
  most = USUAL_FROM,
) =>
  siteIds.length === 0
    ? Promise.resolve([])
    : rowsOf<WeekRated>(
        db,
        sql`with latest as (
            select o.client_id, o.day, o.started_at, o.summary from practised_session o
            join client c on c.id = o.client_id
            where c.practice_id = ${practiceId} and o.client_id <> ${clientId}
            order by o.started_at desc limit ${most}
          ), looked as (
            select client_id, day, summary from latest l
            where not exists (
              select 1 from practised_session e
              where e.client_id = l.client_id and e.started_at < (select min(started_at) from latest)
            )
            union all
            select client_id, day, summary from practised_session where client_id = ${clientId}
          ), rated as (
            select s.client_id, s.day, p.place ->> 'siteId' as site_id, (p.place ->> 'before')::float8 as grade
            from looked s
            cross join lateral jsonb_array_elements(s.summary -> 'places') as p(place)
            where jsonb_typeof(p.place -> 'before') = 'number'
              and p.place ->> 'siteId' in (${sql.join(
                siteIds.map((id) => sql`${id}`),
                sql`, `,
              )})
          ), first as (
            select client_id, site_id, min(day) as day from rated group by 1, 2
          )
          select r.client_id as "clientId", r.site_id as "siteId",
            ((r.day - f.day) / 7)::integer as week, avg(r.grade) as grade
          from rated r join first f on f.client_id = r.client_id and f.site_id = r.site_id
          group by 1, 2, 3 order by 1, 2, 3`,
      );
