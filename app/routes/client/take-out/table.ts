import { clientContext } from '~/context.server';
import { load } from '~/door.server';
import { asCsv, findTable } from '~/formats/csv';
import { asFile } from '~/formats/asFile.server';
import { found } from '~/keeping/server/refusal.server';
import { takeOutOwnTable } from '~/services/takingOut.server';
import type { Route } from './+types/table';

/** A table of one’s own record as a file. */
export const loader = ({ context, params }: Route.LoaderArgs) =>
  load(async () => {
    const { setting, who } = context.get(clientContext);
    const table = found(findTable(params.table), 'table');
    const { name, csv } = await takeOutOwnTable(setting, who, table.id);
    return asFile(csv, asCsv, [name, table.title]);
  });
