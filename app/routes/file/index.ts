import { redirect } from 'react-router';
import { enter } from '~/door.server';
import type { Route } from './+types/index';

export function loader({ context, request, params }: Route.LoaderArgs) {
  enter(context, request, 'staff');
  return redirect(`/clients/${params.clientId}/plan`);
}
