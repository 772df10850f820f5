import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { usualHere } from '~/services/expected.server';
import type { Route } from './+types/expected';

/** What is usual in this practice, asked for when somebody wants to see it: it reads many sessions. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => usualHere(setting, who, params.clientId));
}
