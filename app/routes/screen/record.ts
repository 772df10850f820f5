import { z } from 'zod';
import { clearanceSchema } from '#core/screening';
import { act, enter, jsonOf, parse } from '~/door.server';
import { recordClearance, recordInterview, submitSchema } from '~/services/screening.server';
import type { Route } from './+types/record';

const requestSchema = z.discriminatedUnion('intent', [
  submitSchema.extend({ intent: z.literal('record') }),
  z.object({
    intent: z.literal('clear'),
    /** Made by the browser, so that a form sent twice counts once. */
    id: z.uuid({ error: 'The form is damaged; reload the page.' }),
    clearance: clearanceSchema,
  }),
]);

/** Records an interview, or who cleared what it found. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(requestSchema, await jsonOf(request));
    if (wish.intent === 'record') await recordInterview(setting, who, params.clientId, wish);
    else await recordClearance(setting, who, params.clientId, wish.clearance, wish.id);
    return { ok: true as const };
  });
}
