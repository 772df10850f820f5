import { enter, load } from '~/door.server';
import { referralNote } from '~/services/referral.server';
import { Note } from './Note';
import type { Route } from './+types/staff';

export const meta: Route.MetaFunction = () => [{ title: 'Referral note · Entspann' }];

export async function loader({ context, request, params }: Route.LoaderArgs) {
  const { setting, who } = enter(context, request, 'staff');
  return load(async () => ({
    back: `/clients/${params.clientId}/screen`,
    note: await referralNote(setting, who, params.clientId),
  }));
}

export default function StaffReferral({ loaderData }: Route.ComponentProps) {
  return <Note data={loaderData.note} back={loaderData.back} />;
}
