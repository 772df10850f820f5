import { staffContext } from '~/context.server';
import { load } from '~/door.server';
import { handOutOf } from '~/services/handOut.server';
import { Link } from 'react-router';
import { noteSighting } from '~/services/sightings.server';
import { HandOut } from '~/ui/handOut/HandOut';
import { Empty } from '~/ui/parts/Empty';
import type { Route } from './+types/hand-out';

export const meta: Route.MetaFunction = () => [{ title: 'Hand-out · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => {
    const handOut = await handOutOf(setting, who, params.clientId);
    if (handOut) await noteSighting(setting, who, params.clientId, 'handOut');
    const file = `/clients/${params.clientId}`;
    return { back: `${file}/plan`, pdf: `${file}/hand-out.pdf`, handOut };
  });
}

export default function StaffHandOut({ loaderData }: Route.ComponentProps) {
  const { handOut, back, pdf } = loaderData;
  if (handOut) return <HandOut data={handOut} back={back} pdf={pdf} />;
  return (
    <main>
      <h1>No hand-out yet</h1>
      <Empty>
        Nothing is issued for this client. <Link to={back}>To the plan</Link>
      </Empty>
    </main>
  );
}
