import { sql } from 'drizzle-orm';
import type { Database } from './database.server';
import { rowsOf } from './rowsOf.server';

/**
 * What the proposals of clients were made from, as one text each: it changes with anything they could change by. One query,
 * by the indices of the tables it looks at.
 */
export const proposalMarks = async (
  db: Database,
  clientIds: readonly string[],
): Promise<Map<string, string>> => {
  if (clientIds.length === 0) return new Map();
  const ids = sql.join(
    clientIds.map((id) => sql`${id}::uuid`),
    sql`, `,
  );
  const rows = await rowsOf<{ clientId: string; mark: string }>(
    db,
    sql`select c.id as "clientId", concat_ws(' ', c.details_revision, c.brings_revision,
        (select concat(count(*), ':', max(s.started_at), ':', sum((s.summary ->> 'contactSeconds')::float8), ':',
            string_agg(s.stop_reason, ','))
          from practised_session s where s.client_id = c.id),
        (select max(r.at) from session_response r join practised_session s on s.id = r.session_id
          where s.client_id = c.id),
        (select max(v.issued_at) from routine_version v join routine t on t.id = v.routine_id
          where t.client_id = c.id),
        (select concat(count(*), ':', max(n.at)) from seen_to n where n.client_id = c.id),
        (select concat(count(*), ':', max(p.at)) from map_point p where p.client_id = c.id),
        (select concat(count(*), ':', max(i.at)) from screening i where i.client_id = c.id),
        (select concat(count(*), ':', max(q.at)) from clearance q where q.client_id = c.id),
        (select concat(count(*), ':', max(k.revision)) from complaint k where k.client_id = c.id)) as mark
      from client c where c.id in (${ids})`,
  );
  return new Map(rows.map(({ clientId, mark }) => [clientId, mark]));
};
