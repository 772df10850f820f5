import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { practiceWays } from '~/services/planning.server';
import type { Route } from './+types/ways';

/** Other clients’ routines, asked for when a plan is to begin from one of them. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => practiceWays(setting, who, params.clientId));
}
