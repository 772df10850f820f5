import { enter, jsonOf, act, load, parse } from '~/door.server';
import { issue, issueSchema, planOf } from '~/services/planning.server';
import { Bench } from './Bench';
import type { Route } from './+types/plan';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(() => planOf(setting, who, params.clientId));
}

/** Issues the routine as the client’s next version. */
export async function action({ context, request, params }: Route.ActionArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return act(async () => {
    const wish = parse(issueSchema, await jsonOf(request));
    const { number } = await issue(setting, who, params.clientId, wish);
    return { ok: true as const, number };
  });
}

export default function Plan({ loaderData }: Route.ComponentProps) {
  // Another client's file is another bench: nothing typed carries over.
  return <Bench key={loaderData.file.id} data={loaderData} />;
}
