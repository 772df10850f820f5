import { redirect } from 'react-router';
import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { openingStage } from '~/services/clientFile.server';
import type { Route } from './+types/index';

/** Opens a file where it is to be opened, from wherever one comes. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  const stage = await load(() => openingStage(setting, who, params.clientId));
  return redirect(`/clients/${params.clientId}/${stage}`);
}
