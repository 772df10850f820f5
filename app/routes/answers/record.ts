import { act, enter, jsonOf, parse } from '~/door.server';
import { recordInterview, submitSchema } from '~/services/screening.server';
import type { Route } from './+types/record';

/** Records the client’s own answers. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'client');
  return act(async () => {
    await recordInterview(setting, who, null, parse(submitSchema, await jsonOf(request)));
    return { ok: true as const };
  });
}
