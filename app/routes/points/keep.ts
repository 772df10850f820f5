import { z } from 'zod';
import { act, enter, jsonOf, parse } from '~/door.server';
import { addOwnPoint, ownPointSchema, removeOwnPoint } from '~/services/mapping.server';
import type { Route } from './+types/keep';

const requestSchema = z.discriminatedUnion('intent', [
  ownPointSchema.extend({ intent: z.literal('add') }),
  z.object({ intent: z.literal('remove'), id: z.uuid({ error: 'A point needs a UUID.' }) }),
]);

/** Keeps a tender place that the client found, or takes it back. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'client');
  return act(async () => {
    const wish = parse(requestSchema, await jsonOf(request));
    if (wish.intent === 'add') await addOwnPoint(setting, who, wish);
    else await removeOwnPoint(setting, who, wish.id);
    return { ok: true as const };
  });
}
