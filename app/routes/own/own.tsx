import { Outlet } from 'react-router';
import { enter } from '~/door.server';
import { Shell } from '~/ui/shell/Shell';
import type { Route } from './+types/own';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { who } = enter(context, request, 'client');
  return { practiceName: who.practiceName, name: who.name };
}

export default function Own({ loaderData }: Route.ComponentProps) {
  return (
    <Shell home="/today" place={loaderData.practiceName} person={loaderData.name}>
      <Outlet />
    </Shell>
  );
}
