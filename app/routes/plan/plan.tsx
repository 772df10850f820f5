import { enter, load } from '~/door.server';
import { planOf } from '~/services/planning.server';
import { Bench } from './Bench';
import type { Route } from './+types/plan';

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(() => planOf(setting, who, params.clientId));
}

export default function Plan({ loaderData }: Route.ComponentProps) {
  // Another client's file is another bench: nothing typed carries over.
  return <Bench key={loaderData.file.id} data={loaderData} />;
}
