import { settingContext } from '~/context.server';
import { isWell } from '~/services/practice.server';
import type { Route } from './+types/health';

/** Asks the database: 200 when it answers, else 503. */
export async function loader({ context }: Route.LoaderArgs) {
  return (await isWell(context.get(settingContext)))
    ? Response.json({ status: 'well' })
    : Response.json({ status: 'the database does not answer' }, { status: 503 });
}
