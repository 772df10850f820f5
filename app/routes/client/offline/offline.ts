import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { packFor } from '~/services/pack.server';
import type { Route } from './+types/offline';

/** What this client’s pages are drawn from, for when there is no line. */
export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => Response.json(await packFor(setting, who)));
}
