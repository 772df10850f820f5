// A large practice on a PostgreSQL server of its own: sessions from the simulator, with logs that replay.
import { fork } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { psqlPath, startPostgres } from './postgres.mjs';
import { ROOT } from './ready.mjs';

const PROCESSES = 2;
/** What a practice is made of; for so many weeks a client practises five times a week or so. */
export const planFor = (clients) => ({ clients, therapists: 5, years: 5, weeks: 80, variants: 4 });

/**
 * @param clients so many
 * @param say hears how far it is
 */
export async function makePlace(clients, say) {
  const { openServer, scalePractice } = await import('../../build/server/index.js');
  const postgres = await startPostgres();
  const now = new Date();
  const plan = planFor(clients);
  const data = await openServer(postgres.url);
  const practice = await scalePractice(data.db, plan, now);
  const made = new Array(PROCESSES).fill(0);
  await Promise.all(
    made.map(async (_, index) => {
      const part = {
        url: postgres.url,
        psql: psqlPath(),
        plan,
        practice,
        now: now.getTime(),
        share: { index, of: PROCESSES },
      };
      const child = fork(join(ROOT, 'scripts/lib/scalePart.mjs'), [JSON.stringify(part)]);
      child.on('message', (done) => {
        made[index] = done;
        say(made.reduce((sum, n) => sum + n, 0));
      });
      const [code] = await once(child, 'exit');
      if (code !== 0) throw new Error('The large practice could not be made.');
    }),
  );
  await data.db.$client.query('vacuum analyze');
  await data.close();
  return postgres;
}

/** How large the practice at an address is, and of whom its pages are asked for. */
export async function readPlace(open, at) {
  const data = await open(at);
  const first = async (text) => (await data.db.$client.query(text)).rows[0];
  const made = await first(
    `select (select count(*) from client)::integer as clients,
      (select count(*) from practised_session)::integer as sessions,
      (select count(*) from session_event)::integer as events,
      pg_database_size(current_database())::float8 as bytes`,
  );
  const therapist = await first(
    `select id, role from user_account where role <> 'client' order by created_at limit 1`,
  );
  // Of those still under way, one with the most sessions.
  const client = await first(
    `select c.id, c.user_id, count(*) as n from client c join practised_session s on s.client_id = c.id
     where not exists (select 1 from course_step o where o.client_id = c.id)
     group by 1, 2 order by n desc limit 1`,
  );
  await data.close();
  return { made, therapist, client };
}
