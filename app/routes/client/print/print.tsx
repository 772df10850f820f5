import { Link } from 'react-router';
import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { ownHandOut } from '~/services/handOut.server';
import { HandOut } from '~/ui/handOut/HandOut';
import { Empty } from '~/ui/parts/Empty';
import type { Route } from './+types/print';

export const meta: Route.MetaFunction = () => [{ title: 'Your routine on paper · Entspann' }];

export async function loader({ context }: Route.LoaderArgs) {
  const { setting, who } = context.get(clientContext);
  return load(async () => ({ handOut: await ownHandOut(setting, who) }));
}

export default function OwnHandOut({ loaderData: { handOut } }: Route.ComponentProps) {
  if (handOut) return <HandOut data={handOut} back="/today" pdf="/print.pdf" />;
  return (
    <main>
      <h1>Nothing to print yet</h1>
      <Empty>
        No routine is issued for you. <Link to="/today">To today</Link>
      </Empty>
    </main>
  );
}
