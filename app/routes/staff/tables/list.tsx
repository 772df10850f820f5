import { Link } from 'react-router';
import { staffContext } from '~/context.server';
import { act } from '~/door.server';
import { bringInClients, lookAtClients } from '~/services/tables/bringInTable.server';
import { tableFormOf } from '~/services/tables/tableForm.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { BroughtIn, TableIn } from '~/ui/tableIn/TableIn';
import type { Route } from './+types/list';
import classes from './tables.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Bring in a list · Entspann' }];

export async function action({ context, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const { intent, given } = await tableFormOf(request);
    if (intent === 'bring in') {
      const brought = await bringInClients(setting, who, given);
      return { ok: true as const, brought, looked: null };
    }
    return { ok: true as const, brought: null, looked: await lookAtClients(setting, who, given) };
  });
}

/** Clients of a list get a file each. */
export default function ClientList({ actionData }: Route.ComponentProps) {
  const said = useSaid(actionData);
  return (
    <div className={classes.page} data-alone>
      <h1>Bring in a list of clients</h1>
      <p>
        A file in your care for each of them. Who is here by the same name and birthday is left as
        they are; nothing is kept before you have seen what would come in.
      </p>
      {said?.ok === false && <Notice>{said.message}</Notice>}
      {said?.ok && said.brought && <BroughtIn {...said.brought} />}
      <TableIn tables={[]} table="" looked={said?.ok ? said.looked : null} />
      <p className={classes.soft}>
        <Link to="/caseload">To the caseload</Link> · <Link to="/clients/new">Add one client</Link>
      </p>
    </div>
  );
}
