import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { findClients } from '~/services/clientFile.server';
import type { Route } from './+types/find';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  const query = new URL(request.url).searchParams.get('q') ?? '';
  return load(async () => ({ query, clients: await findClients(setting, who, query) }));
}
