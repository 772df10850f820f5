import { NavLink, Outlet } from 'react-router';
import { personContext } from '~/context.server';
import { homeOf } from '~/door.server';
import { ClientSearch } from '~/ui/search/ClientSearch';
import { Shell } from '~/ui/shell/Shell';
import { STAFF_PLACES } from '~/ui/shell/places';
import type { Route } from './+types/settings';
import classes from './settings.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Settings · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(personContext);
  return {
    practiceName: who.practiceName,
    name: who.name,
    role: who.role,
    home: homeOf(who),
    hasTray: who.role !== 'client' && setting.outward.mail === null,
  };
}

export default function Settings({ loaderData }: Route.ComponentProps) {
  const { role } = loaderData;
  return (
    <Shell
      home={loaderData.home}
      place={loaderData.practiceName}
      person={loaderData.name}
      middle={role === 'client' ? undefined : <ClientSearch />}
      {...(role === 'client' ? {} : { places: STAFF_PLACES })}
    >
      <div className={classes.page}>
        <nav className={classes.nav} aria-label="Settings">
          <NavLink to="/settings/about">About and cautions</NavLink>
          <NavLink to="/settings/account">Your account</NavLink>
          {role !== 'client' && <NavLink to="/settings/practice">The practice</NavLink>}
          {role !== 'client' && <NavLink to="/settings/away">When you are away</NavLink>}
          {role === 'owner' && <NavLink to="/settings/trail">Audit trail</NavLink>}
          {loaderData.hasTray && <NavLink to="/settings/post">Post tray</NavLink>}
        </nav>
        <div className={classes.content}>
          <Outlet />
        </div>
      </div>
    </Shell>
  );
}
