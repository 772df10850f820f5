import { redirect } from 'react-router';
import { principalContext, settingContext } from '~/context.server';
import { homeOf, load } from '~/door.server';
import { needsSetUp } from '~/services/accounts.server';
import type { Route } from './+types/home';

/** Sends everybody to where they begin. */
export async function loader({ context }: Route.LoaderArgs) {
  const who = context.get(principalContext);
  if (who) throw redirect(homeOf(who));
  const isEmpty = await load(() => needsSetUp(context.get(settingContext)));
  throw redirect(isEmpty ? '/set-up' : '/sign-in');
}
