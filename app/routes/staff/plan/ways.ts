import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { practiceWays } from '~/services/planning.server';
import type { Route } from './+types/ways';

/** Ways of the practice’s own, asked for when a line is given one. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => practiceWays(setting, who, params.clientId));
}
