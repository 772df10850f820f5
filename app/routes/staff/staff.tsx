import { Outlet } from 'react-router';
import { enter } from '~/door.server';
import { ClientSearch } from '~/ui/search/ClientSearch';
import { Shell } from '~/ui/shell/Shell';
import type { Route } from './+types/staff';

export async function loader({ context, request }: Route.LoaderArgs) {
  const { who } = enter(context, request, 'staff');
  return { practiceName: who.practiceName, name: who.name };
}

const PLACES = [
  { to: '/day', name: 'Day sheet' },
  { to: '/atlas', name: 'Atlas' },
  { to: '/tools', name: 'Tool bench' },
  { to: '/lean', name: 'Lean and load' },
  { to: '/notes', name: 'Teaching notes' },
] as const;

export default function Staff({ loaderData }: Route.ComponentProps) {
  return (
    <Shell
      home="/day"
      place={loaderData.practiceName}
      person={loaderData.name}
      middle={<ClientSearch />}
      places={PLACES}
    >
      <Outlet />
    </Shell>
  );
}
