import { enter, load } from '~/door.server';
import { keptPicture } from '~/services/measuring.server';
import type { Route } from './+types/picture';

/** A picture that was kept in the file. */
export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  const jpeg = await load(() => keptPicture(setting, who, params.clientId, params.pictureId));
  return new Response(new Uint8Array(jpeg), { headers: { 'Content-Type': 'image/jpeg' } });
}
