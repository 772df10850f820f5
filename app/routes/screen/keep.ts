import { act, enter, jsonOf, parse } from '~/door.server';
import { interviewSchema, keepInterview } from '~/services/screening.server';
import type { Route } from './+types/keep';

/** Keeps an interview under way. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(interviewSchema, await jsonOf(request));
    await keepInterview(setting, who, params.clientId, wish);
    return { ok: true as const };
  });
}
