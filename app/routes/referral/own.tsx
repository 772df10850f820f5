import { enter, load } from '~/door.server';
import { referralNote } from '~/services/referral.server';
import { Note } from './Note';
import type { Route } from './+types/own';

export const meta: Route.MetaFunction = () => [{ title: 'Referral note · Entspann' }];

export async function loader({ context, request }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'client');
  return load(() => referralNote(setting, who, null));
}

export default function OwnReferral({ loaderData }: Route.ComponentProps) {
  return <Note data={loaderData} back="/today" />;
}
