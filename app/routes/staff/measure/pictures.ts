import { staffContext } from '~/context.server';
import { act } from '~/door.server';
import { keepPicture } from '~/services/measuring.server';
import type { Route } from './+types/pictures';

/** Keeps a picture in the file; the body is the picture itself. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const bytes = new Uint8Array(await request.arrayBuffer());
    const { id } = await keepPicture(setting, who, params.clientId, bytes);
    return { ok: true as const, id };
  });
}
