import { Outlet } from 'react-router';

import { staffContext } from '~/context.server';
import { ClientSearch } from '~/ui/search/ClientSearch';
import { Shell } from '~/ui/shell/Shell';
import { STAFF_PLACES } from '~/ui/shell/places';
import type { Route } from './+types/shell';

export async function loader({ context }: Route.LoaderArgs) {
  const { who } = context.get(staffContext);
  return { practiceName: who.practiceName, name: who.name };
}

export default function Staff({ loaderData }: Route.ComponentProps) {
  return (
    <Shell
      home="/day"
      place={loaderData.practiceName}
      person={loaderData.name}
      middle={<ClientSearch />}
      places={STAFF_PLACES}
    >
      <Outlet />
    </Shell>
  );
}
