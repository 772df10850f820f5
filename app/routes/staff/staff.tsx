import { Outlet } from 'react-router';
import { enter } from '~/door.server';
import { ClientSearch } from '~/ui/search/ClientSearch';
import { Shell } from '~/ui/shell/Shell';
import { type Route } from './+types/staff';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { who } = enter(context, request, 'staff');
  return { practiceName: who.practiceName, name: who.name };
}

export default function Staff({ loaderData }: Route.ComponentProps) {
  return (
    <Shell
      home="/day"
      place={loaderData.practiceName}
      person={loaderData.name}
      middle={<ClientSearch />}
    >
      <Outlet />
    </Shell>
  );
}
