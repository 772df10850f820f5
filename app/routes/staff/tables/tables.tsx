import { Link } from 'react-router';
import { z } from 'zod';
import { staffContext } from '~/context.server';
import { act, load } from '~/door.server';
import { fileOf } from '~/services/clientFile.server';
import { bringInTable, lookAtTable, TABLES_IN } from '~/services/tables/bringInTable.server';
import { tableFormOf } from '~/services/tables/tableForm.server';
import { Notice } from '~/ui/parts/Notice';
import { useSaid } from '~/ui/parts/useSaid';
import { BroughtIn, TableIn } from '~/ui/tableIn/TableIn';
import type { Route } from './+types/tables';
import classes from './tables.module.css';

export const meta: Route.MetaFunction = () => [{ title: 'Bring in a table · Entspann' }];

export async function loader({ context, params }: Route.LoaderArgs) {
  const { setting, who } = context.get(staffContext);
  return load(async () => ({ name: (await fileOf(setting, who, params.clientId)).name }));
}

const tableSchema = z.enum(TABLES_IN).catch('measures');

export async function action({ context, params, request }: Route.ActionArgs) {
  const { setting, who } = context.get(staffContext);
  return act(async () => {
    const { intent, table: wanted, given } = await tableFormOf(request);
    const table = tableSchema.parse(wanted);
    if (intent === 'bring in') {
      const brought = await bringInTable(setting, who, params.clientId, table, given);
      return { ok: true as const, table, brought, looked: null };
    }
    const looked = await lookAtTable(setting, who, params.clientId, table, given);
    return { ok: true as const, table, brought: null, looked };
  });
}

const TABLES = [
  { id: 'measures', label: 'Figures of tests' },
  { id: 'points', label: 'Ratings of places' },
];

/** Figures and ratings somebody kept elsewhere come into a client’s file. */
export default function Tables({ loaderData, actionData, params }: Route.ComponentProps) {
  const said = useSaid(actionData);
  const file = `/clients/${params.clientId}`;
  return (
    <div className={classes.page}>
      <h2>Bring in a table</h2>
      <p>
        Figures or ratings of <bdi>{loaderData.name}</bdi> that were kept in a spreadsheet. Each
        lies on its day, as not taken at a visit here; nothing is kept before you have seen what
        would come in, and the same file twice changes nothing.
      </p>
      {said?.ok === false && <Notice>{said.message}</Notice>}
      {said?.ok && said.brought && <BroughtIn {...said.brought} />}
      <TableIn
        tables={TABLES}
        table={said?.ok ? said.table : 'measures'}
        looked={said?.ok ? said.looked : null}
      />
      <p className={classes.soft}>
        The tables under <Link to={`${file}/take-out`}>Take out</Link> can be brought in as they
        are.
      </p>
    </div>
  );
}
