import { act, enter, jsonOf, parse } from '~/door.server';
import { keepOwnMeasure, measureSchema } from '~/services/measuring.server';
import type { Route } from './+types/keep';

/** Keeps a figure that the client measured at home. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'client');
  return act(async () => {
    await keepOwnMeasure(setting, who, parse(measureSchema, await jsonOf(request)));
    return { ok: true as const };
  });
}
