import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { referralNote } from '~/services/referral.server';
import { Note } from '~/ui/screening/ReferralNote';
import type { Route } from './+types/referral';

export const meta: Route.MetaFunction = () => [{ title: 'Referral note · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(() => referralNote(setting, who, null));
}

export default function OwnReferral({ loaderData }: Route.ComponentProps) {
  return <Note data={loaderData} back="/today" pdf="/referral.pdf" />;
}
