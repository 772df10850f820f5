import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { planOf } from '~/services/planning.server';
import { PlanBench } from './PlanBench';
import type { Route } from './+types/plan';

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(() => planOf(setting, who, params.clientId));
}

export default function Plan({ loaderData }: Route.ComponentProps) {
  // Another client's file is another bench: nothing typed carries over.
  return <PlanBench key={loaderData.file.id} data={loaderData} />;
}
