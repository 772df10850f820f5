import { act, enter, jsonOf, parse } from '~/door.server';
import { interviewSchema, keepInterview } from '~/services/screening.server';
import type { Route } from './+types/keep';

/** Keeps the client’s own interview under way. */
export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'client');
  return act(async () => {
    const wish = parse(interviewSchema, await jsonOf(request));
    await keepInterview(setting, who, null, wish);
    return { ok: true as const };
  });
}
