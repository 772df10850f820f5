import { staffContext } from '~/context.server';
import { act } from '~/door.server';
import { keepPicture, MOST_PICTURE_BYTES } from '~/services/measuring.server';
import { Refusal } from '~/keeping/server/refusal.server';
import type { Route } from './+types/pictures';

/** Keeps a picture in the file; the body is the picture itself. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    if (Number(request.headers.get('content-length') ?? 0) > MOST_PICTURE_BYTES) {
      throw new Refusal(422, `The picture is larger than ${MOST_PICTURE_BYTES / 1e6} MB.`);
    }
    const bytes = new Uint8Array(await request.arrayBuffer());
    const { id } = await keepPicture(setting, who, params.clientId, bytes);
    return { ok: true as const, id };
  });
}
