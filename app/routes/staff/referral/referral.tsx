import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { referralNote } from '~/services/referral.server';
import { noteSighting } from '~/services/sightings.server';
import { Note } from '~/ui/screening/ReferralNote';
import type { Route } from './+types/referral';

export const meta: Route.MetaFunction = () => [{ title: 'Referral note · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const note = await referralNote(setting, who, params.clientId);
    await noteSighting(setting, who, params.clientId, 'referral');
    const file = `/clients/${params.clientId}`;
    return { back: `${file}/screen`, pdf: `${file}/referral.pdf`, note };
  });
}

export default function StaffReferral({ loaderData }: Route.ComponentProps) {
  return <Note data={loaderData.note} back={loaderData.back} pdf={loaderData.pdf} />;
}
