import { Outlet } from 'react-router';

import { clientContext } from '~/context.server';
import { Shell } from '~/ui/shell/Shell';
import type { Route } from './+types/shell';

export async function loader({ context }: Route.LoaderArgs) {
  const { who } = context.get(clientContext);
  return { practiceName: who.practiceName, name: who.name };
}

export default function Own({ loaderData }: Route.ComponentProps) {
  return (
    <Shell home="/today" place={loaderData.practiceName} person={loaderData.name}>
      <Outlet />
    </Shell>
  );
}
