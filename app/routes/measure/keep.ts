import { z } from 'zod';
import { act, enter, jsonOf, parse } from '~/door.server';
import {
  askAtHome,
  askHomeSchema,
  keepMeasure,
  measureSchema,
  removeMeasure,
  removeMeasureSchema,
} from '~/services/measuring.server';
import type { Route } from './+types/keep';

const intentSchema = z.object({
  intent: z.enum(['keep', 'remove', 'home'], { error: 'The form is damaged; reload the page.' }),
});

/** Keeps or takes back a reading; asks for one at home. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const given = await jsonOf(request);
    const { intent } = parse(intentSchema, given);
    switch (intent) {
      case 'keep': {
        const { revision } = await keepMeasure(
          setting,
          who,
          params.clientId,
          parse(measureSchema, given),
        );
        return { ok: true as const, revision };
      }
      case 'remove':
        await removeMeasure(setting, who, params.clientId, parse(removeMeasureSchema, given));
        return { ok: true as const, revision: null };
      case 'home':
        await askAtHome(setting, who, params.clientId, parse(askHomeSchema, given));
        return { ok: true as const, revision: null };
    }
  });
}
