import { Outlet } from 'react-router';

import { clientContext } from '~/context.server';
import { Shell } from '~/ui/shell/Shell';
import { orKept } from '~/ui/offline/orKept';
import { usePackAhead } from '~/ui/offline/usePackAhead';
import type { Route } from './+types/shell';

export async function loader({ context }: Route.LoaderArgs) {
  const { who } = context.get(clientContext);
  return { practiceName: who.practiceName, name: who.name };
}

export const clientLoader = ({ serverLoader }: Route.ClientLoaderArgs) =>
  orKept('own', serverLoader);

export default function Own({ loaderData }: Route.ComponentProps) {
  usePackAhead();
  return (
    <Shell home="/today" place={loaderData.practiceName} person={loaderData.name}>
      <Outlet />
    </Shell>
  );
}
