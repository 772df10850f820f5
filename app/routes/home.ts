import { redirect } from 'react-router';
import { enter, homeOf } from '~/door.server';
import { needsSetUp } from '~/services/accounts.server';
import { principalContext, settingContext } from '~/context.server';
import type { Route } from './+types/home';

/** Sends everybody to where they begin. */
export async function loader({ context, request }: Route.LoaderArgs) {
  if (!context.get(principalContext) && (await needsSetUp(context.get(settingContext)))) {
    throw redirect('/set-up');
  }
  throw redirect(homeOf(enter(context, request, 'anyone').who));
}
