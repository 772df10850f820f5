import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { keptPicture } from '~/services/measuring.server';
import type { Route } from './+types/picture';

/** A picture that was kept in the file. */
export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  const jpeg = await load(() => keptPicture(setting, who, params.clientId, params.pictureId));
  return new Response(new Uint8Array(jpeg), { headers: { 'Content-Type': 'image/jpeg' } });
}
