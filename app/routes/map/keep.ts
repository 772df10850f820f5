import { z } from 'zod';
import { act, enter, jsonOf, parse } from '~/door.server';
import {
  addPoint,
  addPointSchema,
  changePoint,
  changePointSchema,
  removePoint,
  removePointSchema,
} from '~/services/mapping.server';
import type { Route } from './+types/keep';

const requestSchema = z.discriminatedUnion('intent', [
  addPointSchema.extend({ intent: z.literal('add') }),
  changePointSchema.extend({ intent: z.literal('change') }),
  removePointSchema.extend({ intent: z.literal('remove') }),
]);

/** Adds, changes or takes back a tender point. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(requestSchema, await jsonOf(request));
    switch (wish.intent) {
      case 'add': {
        const { revision } = await addPoint(setting, who, params.clientId, wish);
        return { ok: true as const, revision };
      }
      case 'change': {
        const { revision } = await changePoint(setting, who, params.clientId, wish);
        return { ok: true as const, revision };
      }
      case 'remove':
        await removePoint(setting, who, params.clientId, wish);
        return { ok: true as const, revision: null };
    }
  });
}
