import { act, enter, jsonOf, parse } from '~/door.server';
import { issue, issueSchema } from '~/services/planning.server';
import type { Route } from './+types/issue';

/** Issues the routine as the client’s next version. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(issueSchema, await jsonOf(request));
    const { number } = await issue(setting, who, params.clientId, wish);
    return { ok: true as const, number };
  });
}
